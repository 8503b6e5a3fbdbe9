import type { DraftResponse } from '@just-ledger/contract';
import { longMoment } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useBooks } from '../../api/books-queries.js';
import { draftNowQuery } from '../../api/journal-queries.js';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import ruled from '../../ui/ruled.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './draft-conflict.module.css';
import { differingRows } from './differing-rows.js';
import type { EntryForm } from './entry-form.js';
import { formOf } from './entry-request.js';

/** Somebody else has changed the draft meanwhile: both versions beside one another, and what to go on with. None is lost. */
export function DraftConflict({
  draft,
  mine,
  onKeepMine,
  onTakeTheirs,
  onGoOnAsNew,
}: {
  draft: number;
  mine: EntryForm;
  /** Goes on with what is typed here, in the place of the other version. */
  onKeepMine: (now: DraftResponse) => void;
  /** Goes on with the other version; a step back brings back what was typed here. */
  onTakeTheirs: (now: DraftResponse) => void;
  onGoOnAsNew: () => void;
}) {
  const { organisation, currency } = useBooks();
  const { data: now, error } = useQuery({ ...draftNowQuery(organisation.id, draft), staleTime: 0 });
  if (error) return <ErrorMessage error={error} />;
  if (!now) return <p className="soft small">Reading the other version …</p>;
  const rows = differingRows(mine, formOf(now, currency));
  return (
    <section className={notice.error} role="alert" aria-label="Two versions">
      <p>
        {now.changedBy} changed this draft on {longMoment(now.updatedAt)}, while it was open here. Nothing has been
        kept or posted.
      </p>
      <table className={clsx(ruled.table, ruled.tight, layout.aboveClose, styles.table)}>
        <thead>
          <tr>
            <th>
              <span className="visually-hidden">What</span>
            </th>
            <th>Here</th>
            <th>By {now.changedBy}</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ label, mine: own, theirs, isSame }) => (
            <tr key={label} className={isSame ? styles.same : undefined}>
              <td className="soft nowrap">{label}</td>
              <td>{own || '–'}</td>
              <td>{isSame ? 'the same' : theirs || '–'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className={clsx(layout.row, layout.aboveClose)}>
        <button className="act" type="button" onClick={() => onKeepMine(now)}>
          Go on with what stands here
        </button>
        <button className="act" type="button" onClick={() => onTakeTheirs(now)}>
          Take the other version (Ctrl Z brings this one back)
        </button>
        <button className="act" type="button" onClick={onGoOnAsNew}>
          Go on with this as a new entry
        </button>
      </p>
    </section>
  );
}
