import { type IssuedPapersResponse, SendPapersRequest } from '@just-ledger/contract';
import { Button } from '@mui/material';
import { clsx } from 'clsx';
import { useSendPapers } from '../../api/board-papers-queries.js';
import { useBooks } from '../../api/books-queries.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { RequestForm } from '../../ui/request-form.js';
import { Sheet } from '../../ui/sheet.js';
import { useLookedAt } from '../../ui/use-looked-at.js';
import { addressesIn } from './addresses.js';
import { MessageInputs } from './message-inputs.js';

/** Sends papers that were issued to whoever has not got them. */
export function SendPapersForm({ papers: opened, onLeave }: { papers: IssuedPapersResponse; onLeave: () => void }) {
  const { organisation } = useBooks();
  const lookedAt = useLookedAt(opened);
  const { item: papers } = lookedAt;
  const send = useSendPapers(organisation.id, papers.place);
  const reached = papers.sent.filter(({ state }) => state !== 'refused').map(({ to }) => to.toLowerCase());
  const refused = papers.sent.filter(({ to, state }) => state === 'refused' && !reached.includes(to.toLowerCase()));
  return (
    <Sheet title={papers.name} aside="sent as they were issued">
      <RequestForm
        of={SendPapersRequest}
        label={`Send ${papers.name}`}
        className={formStyles.particulars}
        values={{ recipients: [...new Set(refused.map(({ to }) => to))].join('\n'), words: '' }}
        toRequest={({ recipients, words }: { recipients: string; words: string }) =>
          Object.assign(new SendPapersRequest(), {
            recipients: addressesIn(recipients),
            words,
            version: papers.version,
          })
        }
        lookedAt={lookedAt}
        send={async (request) => {
          await send.mutateAsync(request);
          onLeave();
        }}
        foot={({ isPending }) => (
          <div className={clsx(formStyles.wide, formStyles.formFoot, layout.row)}>
            <Button type="submit" variant="contained" disabled={isPending}>
              {isPending ? 'Sending …' : 'Send'}
            </Button>
            <Button variant="outlined" onClick={onLeave}>
              Cancel
            </Button>
          </div>
        )}
      >
        <MessageInputs
          hint={refused.length > 0 ? 'Those that were refused: correct them.' : 'Each gets a message of their own.'}
          autoFocus
        />
      </RequestForm>
    </Sheet>
  );
}
