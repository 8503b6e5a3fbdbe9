import { type DraftResponse, paths, withQuery } from '@just-ledger/contract';
import { isCivilDate, shortDate } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { draftsQuery } from '../../api/journal-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import ruled from '../../ui/ruled.module.css';
import { Empty, ErrorMessage, Sheet } from '../../ui/sheet.js';
import { PatternList } from './pattern-list.js';

/** Entries not yet posted. */
export default function DraftsScreen() {
  const address = useAddress();
  const { organisation } = useBooks();
  const { data: drafts } = useSuspenseQuery(draftsQuery(organisation.id));
  const drop = useOrganisationMutation(({ id, version }: DraftResponse) =>
    api.delete(withQuery(paths.draft(organisation.id, id), { version })),
  );
  const [dropping, setDropping] = useState<number>();
  return (
    <Sheet
      title="Drafts"
      aside={drafts.length === 1 ? '1 entry not yet posted' : `${drafts.length} entries not yet posted`}
    >
      <ErrorMessage error={drop.error} />
      {drafts.length === 0 ? (
        <Empty>
          <p>Entries that wait for a figure, a paper or a second pair of eyes are kept here.</p>
          <p>
            <Link className="act" to={address.href('entry')}>
              Write an entry
            </Link>
          </p>
        </Empty>
      ) : (
        <table className={ruled.table}>
          <thead>
            <tr>
              <th>Date</th>
              <th>Explanation</th>
              <th className="num">Lines</th>
              <th>Written by</th>
              <th>
                <span className="visually-hidden">What to do</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {drafts.map((draft) => (
              <tr key={draft.id}>
                <td className="nowrap">{dated(draft.date) || <span className="soft">no date</span>}</td>
                <td>
                  <Link className="act" to={address.href('entry', { draft: String(draft.id) })}>
                    {draft.explanation || 'without explanation'}
                  </Link>
                </td>
                <td className="num">{draft.lines.length}</td>
                <td className="soft">
                  {draft.createdBy}
                  {draft.forReview ? ' · for review' : ''}
                </td>
                <td className="num">
                  {dropping === draft.id ? (
                    <span className={clsx(layout.row, layout.toEnd, 'small')}>
                      <span className="brass">It cannot be brought back.</span>
                      <button className="act" type="button" onClick={() => drop.mutate(draft)}>
                        Discard it
                      </button>
                      <button className="act" type="button" autoFocus onClick={() => setDropping(undefined)}>
                        Keep it
                      </button>
                    </span>
                  ) : (
                    <Allowed needed="preparer">
                      <button className="act small" type="button" onClick={() => setDropping(draft.id)}>
                        Discard …
                      </button>
                    </Allowed>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <PatternList />
    </Sheet>
  );
}

/** A date is shown as elsewhere; what is none yet stays as it was typed. */
function dated(typed: string): string {
  return isCivilDate(typed) ? shortDate(typed) : typed;
}
