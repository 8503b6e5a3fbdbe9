import { type AccountLedgerResponse } from '@just-ledger/contract';
import { parseCivilDate, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { shown, shownWithSide } from '../../ui/money.js';
import ruled from '../../ui/ruled.module.css';

/** The lines of a ledger with the balance after each, from what was brought forward to the balance at the end. */
export function LedgerRows({
  ledger,
  rows,
  isWhole,
}: {
  /** Its first page, which has what holds for all of it. */
  ledger: AccountLedgerResponse;
  rows: AccountLedgerResponse['rows'];
  /** Whether the last line is among the rows. */
  isWhole: boolean;
}) {
  const address = useAddress();
  const { currency, from, to } = useBooks();
  const there = (amount: string | null): string =>
    ledger.currency && amount !== null ? shownWithSide(amount, ledger.currency) : '';
  return (
    <table className={clsx(ruled.table, ruled.tight)}>
      <thead>
        <tr>
          <th>Date</th>
          <th>Entry</th>
          <th>Explanation</th>
          <th>Opposite account</th>
          <th className="num">Debit</th>
          <th className="num">Credit</th>
          <th className="num">Balance</th>
          {ledger.currency && <th className="num">In {ledger.currency}</th>}
        </tr>
      </thead>
      <tbody>
        <tr>
          <td className="nowrap soft">{shortDate(from)}</td>
          <td />
          <td className="soft" colSpan={4}>
            brought forward
          </td>
          <td className="num soft">{shownWithSide(ledger.broughtForward, currency)}</td>
          {ledger.currency && <td className="num soft">{there(ledger.foreignBroughtForward)}</td>}
        </tr>
        {rows.map((row, index) => (
          <tr key={`${row.entry} ${index}`}>
            <td className="nowrap">{shortDate(parseCivilDate(row.date))}</td>
            <td className="nowrap">
              {row.entry ? (
                <Link className="act" to={address.href('journal', { entry: row.entry })}>
                  {row.entry}
                </Link>
              ) : (
                ''
              )}
            </td>
            <td>
              {row.entry ? row.explanation : <span className="brass">{row.explanation}</span>}
              {(row.note || row.contact) && (
                <span className="soft small"> · {[row.contact, row.note].filter(Boolean).join(' · ')}</span>
              )}
            </td>
            <td className="soft">{row.opposite}</td>
            <td className={clsx(ruled.col, 'num')}>{shown(row.debit, currency)}</td>
            <td className={clsx(ruled.col, 'num')}>{shown(row.credit, currency)}</td>
            <td className={clsx(ruled.col, 'num')}>{shownWithSide(row.balance, currency)}</td>
            {ledger.currency && (
              <td className={clsx(ruled.col, 'num')}>
                {there(row.foreignBalance)}
                <div className="soft small">{Number(row.foreignAmount) !== 0 && there(row.foreignAmount)}</div>
              </td>
            )}
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr className={ruled.sums}>
          <td colSpan={6} className={ruled.blank}>
            {!isWhole ? '' : `At ${shortDate(to)}`}
          </td>
          <td className="num">{shownWithSide(ledger.closing, currency)}</td>
          {ledger.currency && <td className="num">{there(ledger.foreignClosing)}</td>}
        </tr>
      </tfoot>
    </table>
  );
}
