import type { ReactNode } from 'react';
import { RequestRefused } from '../../api/request.js';
import notice from '../../ui/notice.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import { OutdatedNotice } from './entry-notices.js';

/** Why an entry was not posted or kept, as far as no field says it itself. */
export function EntryRefused({
  outdated,
  general,
  postError,
  otherError,
  onGoOn,
  conflict,
}: {
  /** Why the draft cannot be gone on with, if that is so. */
  outdated: string | undefined;
  /** What is wrong with the entry as a whole. */
  general: readonly string[];
  postError: Error | null;
  otherError: Error | null;
  onGoOn: () => void;
  /** Both versions of a draft that somebody else has changed meanwhile. */
  conflict: ReactNode;
}) {
  return (
    <>
      {outdated === 'changed-since' && conflict}
      {outdated && !(outdated === 'changed-since' && conflict) && (
        <OutdatedNotice message={(postError ?? otherError)?.message} onGoOn={onGoOn} />
      )}
      {!outdated &&
        general.map((message) => (
          <div key={message} className={notice.error} role="alert">
            {message}
          </div>
        ))}
      {!(postError instanceof RequestRefused) && <ErrorMessage error={postError} />}
      <ErrorMessage error={outdated ? null : otherError} />
    </>
  );
}
