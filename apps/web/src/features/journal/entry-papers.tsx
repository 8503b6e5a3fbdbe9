import { clsx } from 'clsx';
import type { Dispatch } from 'react';
import { KeyCap } from '../../ui/key-cap.js';
import notice from '../../ui/notice.module.css';
import { AttachedPapers } from '../attachments/attached-papers.js';
import type { FormEvent } from './entry-form.js';
import styles from './entry-head.module.css';
import type { useEntryPapers } from './use-entry-papers.js';

/** The papers of the whole entry, and those on their way. */
export function EntryPapers({
  attachments,
  papers,
  dispatch,
}: {
  attachments: readonly number[];
  papers: ReturnType<typeof useEntryPapers>;
  dispatch: Dispatch<FormEvent>;
}) {
  return (
    <>
      <div className={clsx(styles.besides, 'small')}>
        <AttachedPapers
          papers={attachments}
          shown={papers.shown}
          onShow={papers.show}
          onRemove={(paper) => dispatch({ type: 'paper-removed', paper })}
        />
        {papers.sending.length > 0 && (
          <span role="status" className="soft">
            Sending {papers.sending[0]} …
          </span>
        )}
        <button className="act" type="button" tabIndex={-1} onClick={() => papers.choose.current?.()}>
          Attach papers <KeyCap>Alt A</KeyCap>
        </button>
      </div>
      {papers.refused.map((message) => (
        <div key={message} className={clsx(notice.error, styles.refused)} role="alert">
          {message}
        </div>
      ))}
    </>
  );
}
