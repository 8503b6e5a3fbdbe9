import type { BoardPapersResponse } from '@just-ledger/contract';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { useIssuePapers } from '../../api/board-papers-queries.js';
import { ErrorMessage } from '../../ui/sheet.js';

/** Issues papers, after a second word: what is issued stays. */
export function IssuePapers({ papers }: { papers: BoardPapersResponse }) {
  const { organisation } = useBooks();
  const [isAsked, setAsked] = useState(false);
  const issue = useIssuePapers(organisation.id);
  if (!isAsked)
    return (
      <button type="button" className="act small" onClick={() => setAsked(true)}>
        Issue
      </button>
    );
  return (
    <>
      <button
        type="button"
        className="act small strong"
        // the one who asked for it goes on with the same key
        autoFocus
        disabled={issue.isPending}
        onClick={() => issue.mutate(papers, { onSuccess: () => setAsked(false) })}
      >
        {issue.isPending ? 'Issuing …' : 'Issue for good'}
      </button>
      <button type="button" className="act small" disabled={issue.isPending} onClick={() => setAsked(false)}>
        Not yet
      </button>
      <ErrorMessage error={issue.error} />
    </>
  );
}
