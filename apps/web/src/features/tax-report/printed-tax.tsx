import type { TaxReportResponse } from '@just-ledger/contract';
import { useBooks } from '../../api/books-queries.js';
import { shown } from '../../ui/money.js';
import { PrintedRows } from '../../ui/printed.js';
import { dueInWords, GROUP_WORDS } from './tax-words.js';

/** The report on paper, with the accounts that hold it. */
export function PrintedTax({ report: { groups, due, accounts, settlement } }: { report: TaxReportResponse }) {
  const { currency } = useBooks();
  const figure = (label: string) => ({ label, isFigure: true });
  return (
    <>
      <PrintedRows
        heads={[{ label: 'Code' }, ...['Taxed', 'Owed', 'Reclaimed', 'In the cost'].map(figure)]}
        rows={groups.flatMap(({ group, rows }) => [
          ...(rows.length > 0 && GROUP_WORDS[group] ? [[GROUP_WORDS[group], '', '', '', '']] : []),
          ...rows.map(({ code, name, rate, base, owed, reclaimed, cost }) => [
            `${code} ${name}, ${rate} %`,
            ...[base, owed, reclaimed, cost].map((amount) => shown(amount, currency)),
          ]),
        ])}
      />
      <p>
        For the period {dueInWords(due, currency)}
        {settlement && `; settled by ${settlement.entry}`}.
      </p>
      <PrintedRows
        heads={[{ label: 'Account' }, ...['Before', 'Tax', 'Settled', 'Other', 'At the end'].map(figure)]}
        rows={accounts.map(({ account, name, opening, tax, settled, other, balance }) => [
          `${account} ${name}`,
          ...[opening, tax, settled, other, balance].map((amount) => shown(amount, currency)),
        ])}
      />
    </>
  );
}
