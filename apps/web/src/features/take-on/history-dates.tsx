import { type TakeOnResponse } from '@just-ledger/contract';
import { longDate, parseCivilDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useBooks } from '../../api/books-queries.js';
import layout from '../../ui/layout.module.css';
import { shown, shownWithSide } from '../../ui/money.js';
import ruled from '../../ui/ruled.module.css';

/** Each earlier date with what it adds up to. */
export function HistoryDates({ takeOn }: { takeOn: TakeOnResponse }) {
  const { currency } = useBooks();
  if (takeOn.history.length === 0) return null;
  return (
    <table className={clsx(ruled.table, layout.aboveWide)}>
      <thead>
        <tr>
          <th>At the end of</th>
          <th className="num">Debits</th>
          <th className="num">Credits</th>
          <th className="num">Out by</th>
        </tr>
      </thead>
      <tbody>
        {takeOn.history.map(({ date, debit, credit, outBy, differing }) => (
          <tr key={date}>
            <td>{longDate(parseCivilDate(date))}</td>
            <td className="num">{shown(debit, currency)}</td>
            <td className="num">{shown(credit, currency)}</td>
            <td className={Number(outBy) === 0 ? 'num soft' : 'num brick strong'}>
              {Number(outBy) === 0 ? 'balances' : shownWithSide(outBy, currency)}
              {differing !== null && <AgainstOpening differing={differing} />}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Whether earlier years lead to the balances that are taken on. */
function AgainstOpening({ differing }: { differing: number }) {
  if (differing === 0) return <div className="soft">leads to the opening balances</div>;
  return (
    <div className="brick strong">
      {differing === 1 ? 'one account is' : `${differing} accounts are`} not as taken on
    </div>
  );
}
