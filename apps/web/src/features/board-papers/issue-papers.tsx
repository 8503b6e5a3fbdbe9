import type { BoardPapersResponse } from '@just-ledger/contract';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { useIssuePapers } from '../../api/board-papers-queries.js';
import { ownPaper } from '../../ui/own-ways.js';
import { ErrorMessage } from '../../ui/sheet.js';

/** Issues papers, after a second word: what is issued stays. */
export function IssuePapers({ papers }: { papers: BoardPapersResponse }) {
  const { organisation } = useBooks();
  // the version that was looked at when it was asked for: who issues meanwhile is not issued after
  const [asked, setAsked] = useState<number>();
  const issue = useIssuePapers(organisation.id);
  if (asked === undefined)
    return (
      <button type="button" className="act small" onClick={() => setAsked(papers.version)}>
        Issue
      </button>
    );
  const { sending } = papers;
  const to = sending?.recipients ?? [];
  const give = (isSent: boolean): void =>
    issue.mutate(
      {
        papers,
        size: ownPaper(),
        message: { version: asked, ...(isSent && { recipients: to, words: sending?.words ?? '' }) },
      },
      { onSuccess: () => setAsked(undefined) },
    );
  return (
    <>
      {to.length > 0 && (
        <button
          type="button"
          className="act small strong"
          // the one who asked for it goes on with the same key
          autoFocus
          disabled={issue.isPending}
          onClick={() => give(true)}
        >
          {issue.isPending ? 'Issuing …' : `Issue and send to ${to.length}`}
        </button>
      )}
      <button
        type="button"
        className={clsx('act small', to.length === 0 && 'strong')}
        autoFocus={to.length === 0}
        disabled={issue.isPending}
        onClick={() => give(false)}
      >
        {to.length > 0 ? 'Issue only' : issue.isPending ? 'Issuing …' : 'Issue for good'}
      </button>
      <button type="button" className="act small" disabled={issue.isPending} onClick={() => setAsked(undefined)}>
        Not yet
      </button>
      <ErrorMessage error={issue.error} />
    </>
  );
}
