import { type AttachmentResponse, paths } from '@just-ledger/contract';
import { TextField } from '@mui/material';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './paper-list.module.css';

/** What can become of a paper: its entry is written, it is attached to one that is there, or discarded. */
export function PaperActs({ paper, onWrite }: { paper: AttachmentResponse; onWrite: () => void }) {
  const { organisation } = useBooks();
  const [number, setNumber] = useState<string>();
  const attach = useOrganisationMutation((to: string) =>
    api.post(paths.entryAttachments(organisation.id, to.trim()), { attachment: paper.id }),
  );
  const discard = useOrganisationMutation(() => api.delete(paths.attachment(organisation.id, paper.id)));
  const bringBack = useOrganisationMutation(() => api.post(paths.bringBackAttachment(organisation.id, paper.id)));
  const isFree = paper.entries.length === 0 && paper.drafts.length === 0;
  return (
    <Allowed act="bringPapers">
      {number === undefined ? (
        <p className={clsx(layout.row, 'small')}>
          {paper.isDiscarded ? (
            <button className="act" type="button" onClick={() => bringBack.mutate(undefined)}>
              Bring it back
            </button>
          ) : (
            <>
              <button className="act" type="button" onClick={onWrite}>
                Write its entry
              </button>
              <button className="act" type="button" onClick={() => setNumber('')}>
                Attach it to an entry
              </button>
              {isFree && (
                <button className="act" type="button" onClick={() => discard.mutate(undefined)}>
                  Discard
                </button>
              )}
            </>
          )}
        </p>
      ) : (
        <form
          className={layout.row}
          onKeyDown={(event) => event.key === 'Escape' && setNumber(undefined)}
          onSubmit={(event) => {
            event.preventDefault();
            attach.mutate(number, { onSuccess: () => setNumber(undefined) });
          }}
        >
          <TextField
            autoFocus
            label="Number of the entry"
            placeholder="2027-0001"
            value={number}
            className={styles.number}
            onChange={(event) => setNumber(event.target.value)}
          />
          <button className="act" type="submit" disabled={number.trim() === '' || attach.isPending}>
            Attach
          </button>
          <button className="act" type="button" onClick={() => setNumber(undefined)}>
            Cancel
          </button>
        </form>
      )}
      <ErrorMessage error={attach.error ?? discard.error ?? bringBack.error} />
    </Allowed>
  );
}
