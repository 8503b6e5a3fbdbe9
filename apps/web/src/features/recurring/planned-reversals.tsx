import { parseCivilDate, shortDate } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { plannedReversalsQuery } from '../../api/journal-queries.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import styles from './schedule-list.module.css';

/** The entries that are to be reversed by themselves: those that wait for their month say so. */
export function PlannedReversals() {
  const address = useAddress();
  const { organisation, currency } = useBooks();
  const { data: planned = [] } = useQuery(plannedReversalsQuery(organisation.id));
  if (planned.length === 0) return null;
  return (
    <section className={layout.aboveWide} aria-label="Reversals to come">
      <h2 className="minor">Reversals to come</h2>
      <p className="soft small">Posted by themselves when their day comes.</p>
      {planned.map(({ entry, reversesOn, explanation, amount, isDue, message }) => (
        <div key={entry} className={styles.schedule}>
          <div className={layout.spread}>
            <span className="strong">{explanation}</span>
            <span className="num">{shown(amount, currency)}</span>
          </div>
          <div className={clsx(layout.spread, 'small')}>
            <span className="soft">{shortDate(parseCivilDate(reversesOn))}</span>
            <Link className="act" to={address.href('journal', { entry })}>
              {entry}
            </Link>
          </div>
          {isDue && (
            <p className="small brass">
              {message ?? 'Its day has come: it is posted within a minute.'}
              {message && ' Until then it waits; the entry offers another day.'}
            </p>
          )}
        </div>
      ))}
    </section>
  );
}
