import type { EntryResponse } from '@just-ledger/contract';
import { longDate, parseCivilDate } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { Fragment } from 'react';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { patternsQuery } from '../../api/journal-queries.js';
import { patternsLike } from './patterns-like.js';

/** What an entry has to do with others: each leads there. */
export function EntryLinks({ entry }: { entry: EntryResponse }) {
  const address = useAddress();
  const { organisation } = useBooks();
  const { data: patterns = [] } = useQuery(patternsQuery(organisation.id));
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
      {patternsLike(entry, patterns).map(({ id, name }) => (
        <Fragment key={id}>
          {' · '}
          like the pattern{' '}
          <Link className="act" to={address.href('entry', { pattern: String(id) })}>
            {name}
          </Link>
        </Fragment>
      ))}
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
