import type { OrganisationResponse, BooksStatusResponse } from '@just-ledger/contract';
import { dayOf, KIND_LABELS, longDate } from '@just-ledger/core';
import { useQuery, useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { type RefObject, useRef, useState } from 'react';
import { Link, Navigate } from 'react-router';
import { unfinishedStartQuery } from '../../api/begin-queries.js';
import { organisationsQuery } from '../../api/organisation-queries.js';
import { overviewQuery } from '../../api/overview-queries.js';
import { useSession, useSignOut } from '../../api/session-queries.js';
import layout from '../../ui/layout.module.css';
import ruled from '../../ui/ruled.module.css';
import sheetStyles from '../../ui/sheet.module.css';
import { useLostFocus } from '../../ui/use-lost-focus.js';
import { LastBackup } from '../backups/last-backup.js';
import styles from './organisations-screen.module.css';
import { BooksStatus } from './books-status.js';

/** Which books: the organisations of this installation, and the way to a new one. */
export function OrganisationsScreen() {
  const { data: organisations } = useSuspenseQuery(organisationsQuery);
  const { data: unfinished } = useSuspenseQuery(unfinishedStartQuery);
  const { data: statuses } = useQuery(overviewQuery);
  const { person } = useSession();
  const first = useRef<HTMLAnchorElement>(null);
  useLostFocus(first);
  const signOut = useSignOut();
  if (organisations.length === 0 && !unfinished.answers) return <Navigate to="/begin" replace />;
  const begun = unfinished.answers && (String(unfinished.answers['name'] ?? '').trim() || 'books without a name yet');
  return (
    <main className={styles.screen}>
      <section data-sheet className={clsx(sheetStyles.sheet, styles.books)}>
        <h1>Whose books?</h1>
        <BooksTable
          organisations={organisations.filter((organisation) => !organisation.archivedAt)}
          statuses={statuses}
          first={first}
        />
        <p className={clsx(layout.row, layout.wide)}>
          <Link className="act" to="/begin">
            {begun ? `Go on beginning ${begun}` : 'Begin the books of another organisation'}
          </Link>
          <Link className="act" to="/from-archive">
            Books from an archive
          </Link>
        </p>
        <ArchivedBooks organisations={organisations.filter((organisation) => organisation.archivedAt)} />
        <LastBackup />
        <p className={clsx(layout.spread, layout.above, 'small soft')}>
          <span>{person?.name}</span>
          <button className="act" type="button" onClick={() => signOut.mutate()}>
            Sign out
          </button>
        </p>
      </section>
    </main>
  );
}

function BooksTable({
  organisations,
  statuses,
  first,
}: {
  organisations: readonly OrganisationResponse[];
  statuses: readonly BooksStatusResponse[] | undefined;
  /** The first of them, which is at hand as soon as the list is there. */
  first?: RefObject<HTMLAnchorElement | null>;
}) {
  return (
    <table className={clsx(ruled.table, layout.above, layout.below)}>
      <tbody>
        {organisations.map((organisation, index) => (
          <tr key={organisation.id} className={ruled.goes}>
            <td className={styles.booksName}>
              <Link
                ref={index === 0 ? first : undefined}
                className={clsx(styles.booksLink, 'plain strong')}

                to={`/${organisation.id}/record/journal`}
              >
                {organisation.name}
              </Link>
              {organisation.archivedAt ? (
                <div className="small soft">archived on {longDate(dayOf(organisation.archivedAt))}</div>
              ) : (
                <BooksStatus status={statuses?.find((status) => status.organisation === organisation.id)} />
              )}
            </td>
            <td className={clsx(styles.kind, 'soft nowrap')}>
              {KIND_LABELS[organisation.kind]} · {organisation.baseCurrency}
            </td>
            <td className={clsx(styles.role, 'soft num')}>{organisation.role}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Books that are archived, shown when asked for. */
function ArchivedBooks({ organisations }: { organisations: readonly OrganisationResponse[] }) {
  const [isOpen, setOpen] = useState(false);
  if (organisations.length === 0) return null;
  const count = organisations.length;
  return (
    <div className={layout.above}>
      <button className="act" type="button" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        {isOpen ? 'Hide' : 'Show'} {count === 1 ? 'the archived books' : `all ${count} archived books`}
      </button>
      {isOpen && <BooksTable organisations={organisations} statuses={undefined} />}
    </div>
  );
}
