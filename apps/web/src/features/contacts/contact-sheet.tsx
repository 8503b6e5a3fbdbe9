import type { ContactResponse } from '@just-ledger/contract';
import { Allowed } from '../../ui/allowed.js';
import notice from '../../ui/notice.module.css';
import { Sheet } from '../../ui/sheet.js';
import { Trail } from '../audit-trail/trail.js';
import { ContactForm } from './contact-form.js';
import { ContactMerge } from './contact-merge.js';

/** One contact: its particulars, what becomes of a duplicate, and its trail. */
export function ContactSheet({
  contact,
  contacts,
  onKept,
  onLeave,
}: {
  contact: ContactResponse | undefined;
  contacts: readonly ContactResponse[];
  onKept: (id: number) => void;
  onLeave: () => void;
}) {
  const into = contacts.find((candidate) => candidate.id === contact?.mergedInto);
  return (
    <Sheet
      title={contact?.name ?? 'A new contact'}
      aside={contact && (contact.lines === 1 ? '1 posted line' : `${contact.lines} posted lines`)}
      tools={
        <button className="act" type="button" onClick={onLeave}>
          Close
        </button>
      }
    >
      {into ? (
        <p className={notice.done}>
          Merged into {into.number} {into.name}: what was posted on it counts there, and its name leads there.
        </p>
      ) : (
        <ContactForm contact={contact} onKept={onKept} onLeave={onLeave} />
      )}
      {contact && !into && (
        <Allowed act="setUp">
          <ContactMerge contact={contact} contacts={contacts} onMerged={onKept} />
        </Allowed>
      )}
      {contact && <Trail subject="contact" object={contact.id} />}
    </Sheet>
  );
}
