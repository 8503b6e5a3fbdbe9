import type { DraftResponse } from '@just-ledger/contract';
import notice from '../../ui/notice.module.css';
import { SetNotice } from './entry-notices.js';
import type { DraftsOutcome } from './use-drafts.js';

/** What became of drafts last: what was posted, or what can be brought back. */
export function DraftsNotice({
  outcome,
  onBringBack,
}: {
  outcome: DraftsOutcome | undefined;
  onBringBack: (draft: DraftResponse) => void;
}) {
  if (outcome?.type === 'posted') return <SetNotice posted={[...outcome.entries]} />;
  if (outcome?.type !== 'discarded') return null;
  return (
    <div className={notice.done} role="status">
      “{outcome.draft.explanation || 'Without explanation'}” has been discarded.{' '}
      <button className="act" type="button" onClick={() => onBringBack(outcome.draft)}>
        Bring it back
      </button>
    </div>
  );
}
