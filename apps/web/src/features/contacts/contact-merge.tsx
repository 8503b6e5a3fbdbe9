import { type ContactResponse, paths } from '@just-ledger/contract';
import { Button, TextField } from '@mui/material';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import layout from '../../ui/layout.module.css';
import { Picker } from '../../ui/picker.js';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './contact-merge.module.css';

/** Lets another contact take the place of a duplicate, after saying what that does. */
export function ContactMerge({
  contact,
  contacts,
  onMerged,
}: {
  contact: ContactResponse;
  contacts: readonly ContactResponse[];
  onMerged: (id: number) => void;
}) {
  const { organisation } = useBooks();
  const [isOpen, setOpen] = useState(false);
  const [into, setInto] = useState<ContactResponse | null>(null);
  const merge = useOrganisationMutation((stays: ContactResponse) =>
    api.post(paths.contactMerge(organisation.id, contact.id), { into: stays.id, version: contact.version }),
  );
  if (!isOpen) {
    return (
      <p className={clsx(layout.belowClose, 'small')}>
        <button className="act small" type="button" onClick={() => setOpen(true)}>
          This is the same as another contact
        </button>
      </p>
    );
  }
  const lines = contact.lines === 1 ? '1 posted line counts' : `${contact.lines} posted lines count`;
  return (
    <div className={styles.merge}>
      <Picker
        options={contacts.filter((candidate) => candidate.id !== contact.id && candidate.mergedInto === null)}
        getOptionLabel={(contact) => `${contact.number} ${contact.name}`}
        isOptionEqualToValue={(a, b) => a.id === b.id}
        value={into}
        onChange={(_, contact) => setInto(contact)}
        autoHighlight
        renderInput={(params) => <TextField {...params} label="The contact that stays" autoFocus />}
      />
      {into && (
        <p className={clsx(layout.aboveClose, layout.belowClose)}>
          {lines} with {into.name} from now on; what was posted stays as it is. {contact.name} is named no more, and
          its name leads to {into.name}. This cannot be undone.
        </p>
      )}
      <ErrorMessage error={merge.error} />
      <div className={clsx(layout.row, layout.aboveClose)}>
        <Button
          variant="contained"
          disabled={!into || merge.isPending}
          onClick={() => into && merge.mutate(into, { onSuccess: () => onMerged(into.id) })}
        >
          Merge
        </Button>
        <Button variant="outlined" onClick={() => setOpen(false)}>
          Cancel
        </Button>
      </div>
    </div>
  );
}
