import { parseCivilDate, shortDate } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { alikeQuery } from '../../api/recurring-queries.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import styles from './schedule-list.module.css';

const STEPS: Readonly<Record<number, string>> = { 1: 'each month', 3: 'each quarter', 12: 'each year' };

/** Entries that somebody writes month after month: each a schedule to be, with the evidence. */
export function SchedulesToBe() {
  const address = useAddress();
  const { organisation, currency } = useBooks();
  const { data: alike = [] } = useQuery(alikeQuery(organisation.id));
  if (alike.length === 0) return null;
  return (
    <section className={layout.aboveWide} aria-label="Written again and again">
      <h2 className="minor">Written again and again</h2>
      {alike.map(({ explanation, months, isSameAmount, latest, entries }) => (
        <div key={latest} className={styles.schedule}>
          <div>
            <span className="strong">{explanation}</span>{' '}
            <span className="soft small">
              {entries.length} times, {STEPS[months]}
              {isSameAmount ? ', the same amount' : ''}
            </span>
          </div>
          <div className="small">
            {entries.slice(-3).map(({ number, date, amount }) => (
              <span key={number} className={layout.spread}>
                <Link className="act" to={address.href('journal', { entry: number })}>
                  {number}
                </Link>
                <span className="soft">{shortDate(parseCivilDate(date))}</span>
                <span className="num">{shown(amount, currency)}</span>
              </span>
            ))}
          </div>
          <Allowed act="recur">
            <Link
              className="act small"
              to={address.href('recurring', {
                schedule: 'new',
                like: latest,
                ...(!isSameAmount && { amounts: 'asked' }),
              })}
            >
              Make it recurring
            </Link>
          </Allowed>
        </div>
      ))}
    </section>
  );
}
