import type { EntryResponse } from '@just-ledger/contract';
import { longDate, parseCivilDate } from '@just-ledger/core';
import { Fragment } from 'react';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';

/** What an entry has to do with others: each leads there. */
export function EntryLinks({ entry }: { entry: EntryResponse }) {
  const address = useAddress();
  const links = [
    ['reverses', [entry.reverses]],
    ['reversed by', [entry.reversedBy]],
    ['corrects', [entry.corrects]],
    ['corrected by', entry.correctedBy],
  ] as const;
  return (
    <>
      {links.map(([what, numbers]) => {
        const there = numbers.flatMap((number) => number ?? []);
        return there.length === 0 ? null : (
          <Fragment key={what}>
            {' · '}
            {what}{' '}
            {there.map((number, index) => (
              <Fragment key={number}>
                {index > 0 && ', '}
                <EntryLink number={number} />
              </Fragment>
            ))}
          </Fragment>
        );
      })}
      {entry.recurringJournal && (
        <>
          {' · '}
          of{' '}
          <Link className="act" to={address.href('recurring', { schedule: String(entry.recurringJournal.id) })}>
            {entry.recurringJournal.name}
          </Link>
          {entry.kind === 'adjusting' && (
            <>
              {', '}
              <Link
                className="act"
                to={address.href('adjustments', { from: entry.date, to: entry.date, made: entry.number })}
              >
                among the adjustments
              </Link>
            </>
          )}
        </>
      )}
      {entry.reversesOn && (
        <>
          {' · '}
          <span className="brass">reverses on {longDate(parseCivilDate(entry.reversesOn))}</span>
        </>
      )}
    </>
  );
}

/** An entry by its number. */
export function EntryLink({ number }: { number: string }) {
  const address = useAddress();
  return (
    <Link className="act" to={address.href('journal', { entry: number })}>
      {number}
    </Link>
  );
}
