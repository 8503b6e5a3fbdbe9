import { type ClosingRehearsalResponse } from '@just-ledger/contract';
import { dayOf, longDate, parseCivilDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import layout from '../../ui/layout.module.css';
import { Reopen } from './reopen.js';

/** A closed year: who closed it and when, and how it is opened again. */
export function ClosedYear({ rehearsal }: { rehearsal: ClosingRehearsalResponse }) {
  const address = useAddress();
  const { posted, entries, year, date, wholeYear, history } = rehearsal;
  const name = wholeYear ? rehearsal.yearName : `${rehearsal.yearName} up to ${longDate(parseCivilDate(date))}`;
  return (
    <div className={clsx(layout.stack, layout.belowClose)}>
      <p role="status">
        {name} is closed and locked.
        {posted && (
          <span className="soft">
            {' '}
            By {posted.by}, {longDate(dayOf(posted.at))}.
          </span>
        )}
      </p>
      <p className="soft small">
        {entries.length === 0
          ? 'Nothing had to be posted for it.'
          : entries.map(({ number }, index) => (
              <span key={number}>
                {index > 0 && ', '}
                <Link className="act" to={address.href('journal', { entry: number ?? '' })}>
                  {number}
                </Link>
              </span>
            ))}
      </p>
      {history.length > 1 && (
        <ol className={clsx(layout.plainList, 'small')} aria-label="On record">
          {history.map(({ event, at, by, reason }) => (
            <li key={`${event} ${at}`}>
              {event === 'closed' ? 'Closed' : 'Reopened'} {longDate(dayOf(at))} by {by}
              {reason && `: ${reason}`}
            </li>
          ))}
        </ol>
      )}
      <Reopen year={year} name={name} until={wholeYear ? undefined : date} />
    </div>
  );
}
