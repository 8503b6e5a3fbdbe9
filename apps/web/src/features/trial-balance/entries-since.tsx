import type { EntrySinceResponse } from '@just-ledger/contract';
import { type CurrencyCode, longMoment, parseCivilDate, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import ruled from '../../ui/ruled.module.css';
import styles from './changed-since.module.css';

/** The entries that made it, in the order of posting: who wrote them, and when. */
export function EntriesSince({
  entries,
  count,
  currency,
}: {
  entries: readonly EntrySinceResponse[];
  count: number;
  currency: CurrencyCode;
}) {
  const address = useAddress();
  return (
    <section className={layout.above} aria-labelledby="entries-since">
      <h2 id="entries-since" className="minor">
        {count === 1 ? 'The entry that made it' : `The ${count} entries that made it`}
        {count > entries.length && <span className="soft"> · the first {entries.length}</span>}
      </h2>
      <table className={clsx(ruled.table, ruled.tight, styles.entries)}>
        <thead>
          <tr>
            <th>Entry</th>
            <th>Dated</th>
            <th>Explanation</th>
            <th className="num">Amount</th>
            <th>Posted</th>
          </tr>
        </thead>
        <tbody>
          {entries.map((entry) => (
            <tr key={entry.number}>
              <td className="nowrap">
                <Link className="act" to={address.href('journal', { entry: entry.number })}>
                  {entry.number}
                </Link>
              </td>
              <td className="nowrap">{shortDate(parseCivilDate(entry.date))}</td>
              <td>{entry.explanation}</td>
              <td className="num">{shown(entry.amount, currency)}</td>
              <td className="soft">
                {longMoment(entry.postedAt)} by {entry.by}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
