import type { DraftResponse } from '@just-ledger/contract';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { KeyCap } from '../../ui/key-cap.js';
import layout from '../../ui/layout.module.css';
import { DraftAnswer } from './draft-answer.js';
import type { useDrafts } from './use-drafts.js';

/** What can be done with the draft at hand, and the few words that some of it takes. */
export function DraftActions({
  draft,
  waiting,
  answering,
  onAnswer,
  onLeave,
  onOpen,
}: {
  draft: DraftResponse;
  waiting: ReturnType<typeof useDrafts>;
  answering: 'send-back' | 'note' | undefined;
  onAnswer: (answering: 'send-back' | 'note') => void;
  onLeave: () => void;
  onOpen: () => void;
}) {
  const address = useAddress();
  const { may } = useBooks();
  if (answering === 'send-back') {
    return (
      <DraftAnswer
        label="Why it goes back"
        action="Send back"
        isBusy={waiting.sendBack.isPending}
        error={waiting.sendBack.error}
        onSend={(reason) => waiting.sendBack.mutate({ draft, reason }, { onSuccess: onLeave })}
        onLeave={onLeave}
      />
    );
  }
  if (answering === 'note') {
    return (
      <DraftAnswer
        label="Note"
        action="Save the note"
        isBusy={waiting.note.isPending}
        error={waiting.note.error}
        onSend={(text) => waiting.note.mutate({ draft, text }, { onSuccess: onLeave })}
        onLeave={onLeave}
      />
    );
  }
  return (
    <p className={clsx(layout.row, layout.aboveClose, 'small')}>
      <button className="act" type="button" onClick={onOpen}>
        Open <KeyCap>Enter</KeyCap>
      </button>
      {may('post') && draft.state === 'for-review' && (
        <button className="act" type="button" onClick={() => onAnswer('send-back')}>
          Send back <KeyCap>b</KeyCap>
        </button>
      )}
      {may('draft') && (
        <>
          <button className="act" type="button" onClick={() => onAnswer('note')}>
            Note <KeyCap>t</KeyCap>
          </button>
          <Link className="act" to={address.href('recurring', { schedule: 'new', draft: String(draft.id) })}>
            Make it recurring
          </Link>
          <button className="act" type="button" onClick={() => waiting.discard.mutate(draft)}>
            Discard <KeyCap>Delete</KeyCap>
          </button>
        </>
      )}
    </p>
  );
}
