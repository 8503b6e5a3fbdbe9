import type { InstalmentResponse, ProposedOccurrenceResponse } from '@just-ledger/contract';
import { minor, parseAmount, parseCivilDate, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useBooks } from '../../api/books-queries.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import { displayed } from '../../ui/own-ways.js';
import ruled from '../../ui/ruled.module.css';

/** All instalments of a loan, to the one that clears it, with what they come to. */
export function Instalments({
  rows,
  occurrences,
}: {
  rows: readonly InstalmentResponse[];
  occurrences: readonly ProposedOccurrenceResponse[];
}) {
  const { currency } = useBooks();
  const sum = (figure: (row: InstalmentResponse) => string): string =>
    displayed(minor(rows.reduce((total, row) => total + parseAmount(figure(row), currency), 0)), currency);
  const states = new Map(
    occurrences.map(({ nominal, state, entry }) => [nominal, entry ?? (state === 'due' ? 'due' : '')]),
  );
  return (
    <div className={layout.above}>
      <h2 className="minor">Its instalments</h2>
      <table className={clsx(ruled.table, ruled.tight)}>
        <thead>
          <tr>
            <th>Date</th>
            <th className="num">Payment</th>
            <th className="num">Interest</th>
            <th className="num">Principal</th>
            <th className="num">Owed then</th>
            <th>Entry</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.date}>
              <td className="nowrap">{shortDate(parseCivilDate(row.date))}</td>
              <td className="num">{shown(row.payment, currency)}</td>
              <td className="num">{shown(row.interest, currency)}</td>
              <td className="num">{shown(row.principal, currency)}</td>
              <td className="num">{shown(row.balance, currency)}</td>
              <td className="soft">{states.get(row.date) ?? ''}</td>
            </tr>
          ))}
          <tr className={ruled.sums}>
            <td>Total</td>
            <td className="num">{sum(({ payment }) => payment)}</td>
            <td className="num">{sum(({ interest }) => interest)}</td>
            <td className="num">{sum(({ principal }) => principal)}</td>
            <td className={ruled.blank} />
            <td className={ruled.blank} />
          </tr>
        </tbody>
      </table>
    </div>
  );
}
