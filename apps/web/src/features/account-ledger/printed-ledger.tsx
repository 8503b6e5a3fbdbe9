import { type AccountLedgerResponse } from '@just-ledger/contract';
import { parseCivilDate, shortDate } from '@just-ledger/core';
import { useBooks } from '../../api/books-queries.js';
import { shown, shownWithSide } from '../../ui/money.js';
import { PrintedRows } from '../../ui/printed.js';

/** An account's ledger as it is printed. */
export function PrintedLedger({ pages }: { pages: readonly AccountLedgerResponse[] }) {
  const { currency } = useBooks();
  const [first] = pages;
  if (!first) return null;
  const heads = [
    { label: 'Date' },
    { label: 'Entry' },
    { label: 'Explanation' },
    { label: 'Debit', isFigure: true },
    { label: 'Credit', isFigure: true },
    { label: 'Balance', isFigure: true },
  ];
  const opening = ['', '', 'brought forward', '', '', shownWithSide(first.broughtForward, currency)];
  const rows = pages
    .flatMap((page) => page.rows)
    .map((row) => [
      shortDate(parseCivilDate(row.date)),
      row.entry,
      [row.explanation, row.contact, row.note].filter(Boolean).join(' · '),
      shown(row.debit, currency),
      shown(row.credit, currency),
      shownWithSide(row.balance, currency),
    ]);
  return <PrintedRows heads={heads} rows={[opening, ...rows]} />;
}
