import type { SetUpChangeResponse } from '@just-ledger/contract';
import { longMoment, type SetUpSubject } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { trailOfQuery } from '../../api/audit-trail-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './trail.module.css';

/** What became of one thing, told where the thing is; folded away until asked for. */
export function Trail({ subject, object }: { subject: SetUpSubject; object: number }) {
  const { organisation } = useBooks();
  const [isOpen, setOpen] = useState(false);
  const { data, error } = useQuery({ ...trailOfQuery(organisation.id, subject, object), enabled: isOpen });
  return (
    <div className={styles.trail}>
      <button className="act small" type="button" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        What changed here
      </button>
      <ErrorMessage error={error} />
      {isOpen && data && (
        <ul className={styles.list}>
          {data.map((change) => (
            <li key={change.id}>
              <span className="soft">
                {when(change)}, {change.by}:
              </span>{' '}
              <Difference change={change} />
            </li>
          ))}
          {data.length === 0 && <li className="soft">Nothing since the trail is kept.</li>}
        </ul>
      )}
    </div>
  );
}

/** When a change was made. @example '18 January 2027, 14:05 UTC' */
export function when({ at }: SetUpChangeResponse): string {
  return longMoment(at);
}

/** What a change did, in words. */
export function Difference({ change }: { change: SetUpChangeResponse }) {
  if (change.action === 'removed') return <>removed</>;
  const isNew = change.action === 'added';
  return (
    <>
      {isNew && 'added'}
      {change.fields.map(({ field, from, to }, index) => (
        <span key={field}>
          {index > 0 || isNew ? '; ' : ''}
          <span className="soft">{field}</span> {from !== null && <s>{from}</s>}
          {from !== null && ' → '}
          {to ?? 'none'}
        </span>
      ))}
    </>
  );
}
