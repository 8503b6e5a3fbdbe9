import { type EntryPaperResponse, type EntryResponse, paths } from '@just-ledger/contract';
import { clsx } from 'clsx';
import { useRef, useState } from 'react';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import { PaperDrop } from '../attachments/paper-drop.js';
import { PaperMark } from '../attachments/paper-mark.js';
import { useSentPapers } from '../attachments/use-sent-papers.js';
import { DraftAnswer } from './draft-answer.js';

/** The papers behind a posted entry: shown on the second sheet, added, taken off with a reason. */
export function PostedPapers({ entry }: { entry: EntryResponse }) {
  const address = useAddress();
  const { organisation, may } = useBooks();
  const choose = useRef<() => void>(null);
  const [off, setOff] = useState<EntryPaperResponse>();
  const attach = useOrganisationMutation((attachment: number) =>
    api.post(paths.entryAttachments(organisation.id, entry.number), { attachment }),
  );
  const detach = useOrganisationMutation(({ place, reason }: { place: number; reason: string }) =>
    api.post(paths.detachAttachment(organisation.id, entry.number, place), { reason }),
  );
  const { sending, refused, send } = useSentPapers(organisation.id, ({ id }) => attach.mutate(id));
  return (
    <PaperDrop choose={choose} isOff={!may('bringPapers')} onFiles={(files) => send(files)}>
      <p className={clsx(layout.row, layout.aboveClose, 'small')}>
        {entry.papers.map((paper) => (
          <span key={paper.place}>
            <button
              className="act"
              type="button"
              onClick={() => address.setBeside('papers', { paper: String(paper.attachment) })}
            >
              <PaperMark papers={1} isNamed /> {paper.name}
            </button>
            {paper.line !== null && <span className="soft"> line {paper.line}</span>}
            {may('detachPapers') && (
              <button
                className={clsx('plain', 'soft')}
                type="button"
                aria-label={`Take off ${paper.name}`}
                title="Take it off"
                onClick={() => setOff(paper)}
              >
                {' '}
                ×
              </button>
            )}
          </span>
        ))}
        {sending.length > 0 && (
          <span role="status" className="soft">
            Sending {sending[0]} …
          </span>
        )}
        {may('bringPapers') && (
          <button className="act" type="button" onClick={() => choose.current?.()}>
            Attach papers
          </button>
        )}
      </p>
      {refused.map((message) => (
        <div key={message} className={notice.error} role="alert">
          {message}
        </div>
      ))}
      <ErrorMessage error={attach.error} />
      {off && (
        <DraftAnswer
          label={`Why ${off.name} does not belong to ${entry.number}`}
          action="Take it off"
          isBusy={detach.isPending}
          error={detach.error}
          onSend={(reason) => detach.mutate({ place: off.place, reason }, { onSuccess: () => setOff(undefined) })}
          onLeave={() => setOff(undefined)}
        />
      )}
    </PaperDrop>
  );
}
