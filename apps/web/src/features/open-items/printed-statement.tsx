import type { StatementOfAccountResponse } from '@just-ledger/contract';
import { longDate, parseCivilDate, shortDate } from '@just-ledger/core';
import { useBooks } from '../../api/books-queries.js';
import { shown, shownWithSide } from '../../ui/money.js';
import { PrintedRows } from '../../ui/printed.js';

/** A statement of account as it is printed and sent. */
export function PrintedStatement({ statement }: { statement: StatementOfAccountResponse | undefined }) {
  const { currency } = useBooks();
  if (!statement) return null;
  const day = (text: string | null): string => (text === null ? '' : shortDate(parseCivilDate(text)));
  const { name, address, from, to, broughtForward, lines, closing } = statement;
  const heads = [
    { label: 'Date' },
    { label: 'Explanation' },
    { label: 'Document' },
    { label: 'Due' },
    { label: 'Debit', isFigure: true },
    { label: 'Credit', isFigure: true },
    { label: 'Balance', isFigure: true },
  ];
  const balanceRow = (date: string, label: string, balance: string): string[] => [
    date,
    label,
    '',
    '',
    '',
    '',
    shownWithSide(balance, currency),
  ];
  return (
    <>
      <address>
        {[name, ...(address ?? '').split('\n')].filter(Boolean).map((line, index) => (
          <div key={index}>{line}</div>
        ))}
      </address>
      <PrintedRows
        heads={heads}
        rows={[
          balanceRow(day(from), 'brought forward', broughtForward),
          ...lines.map((line) => [
            day(line.date),
            line.explanation,
            line.document ?? '',
            day(line.dueDate),
            shown(line.debit, currency),
            shown(line.credit, currency),
            shownWithSide(line.balance, currency),
          ]),
          balanceRow(day(to), `Balance on ${longDate(parseCivilDate(to))}`, closing),
        ]}
      />
    </>
  );
}
