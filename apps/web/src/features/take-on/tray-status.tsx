import { type TakeOnResponse, type TrayResponse } from '@just-ledger/contract';
import { parseCurrencyCode } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useBooks } from '../../api/books-queries.js';
import layout from '../../ui/layout.module.css';
import { shown, shownWithSide } from '../../ui/money.js';
import ruled from '../../ui/ruled.module.css';
import { HistoryDates } from './history-dates.js';

/** Detail against the old trial balance, account by account. */
export function TrayStatus({ of, takeOn }: { of: TrayResponse; takeOn: TakeOnResponse }) {
  const { currency } = useBooks();
  const show = (amount: string): string => shownWithSide(amount, currency);
  if (of.tray === 'trial-balance') {
    if (of.rows === 0) return null;
    return (
      <table className={clsx(ruled.table, layout.aboveWide)}>
        <tbody>
          <tr className={ruled.sums}>
            <td>Debits, credits</td>
            <td className="num">{show(takeOn.debit)}</td>
            <td className="num">{show(takeOn.credit === '0.00' ? '0.00' : `-${takeOn.credit}`)}</td>
          </tr>
        </tbody>
      </table>
    );
  }
  if (of.tray === 'history') return <HistoryDates takeOn={takeOn} />;
  if (of.accounts.length === 0) return null;
  return (
    <table className={clsx(ruled.table, layout.aboveWide)}>
      <thead>
        <tr>
          <th>Account</th>
          <th className="num">Detail</th>
          <th className="num">Old trial balance</th>
          <th className="num">Difference</th>
        </tr>
      </thead>
      <tbody>
        {of.accounts.map(({ number, name, detail, foreign, trialBalance, difference }) => (
          <tr key={number}>
            <td>
              {number} {name}
            </td>
            <td className="num">
              {show(detail)}
              {foreign.map((sum) => (
                <div key={sum.currency} className="soft small">
                  {shown(sum.amount, parseCurrencyCode(sum.currency))} {sum.currency}
                </div>
              ))}
            </td>
            <td className="num">
              {trialBalance === null ? <span className="soft">not there</span> : show(trialBalance)}
            </td>
            <td className={Number(difference) === 0 ? 'num soft' : 'num brick strong'}>
              {Number(difference) === 0 ? 'agrees' : show(difference)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
