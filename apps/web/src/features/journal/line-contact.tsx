import type { ContactResponse } from '@just-ledger/contract';
import { ContactField } from '../../ui/contact-field.js';

/** The contact of a line; one that is not there yet can be added from its name. */
export function LineContact({
  contacts,
  label,
  value,
  wrong,
  usedBefore,
  onChange,
  onNew,
}: {
  contacts: readonly ContactResponse[];
  label: string;
  value: string;
  wrong: string | undefined;
  usedBefore?: readonly string[] | undefined;
  onChange: (name: string) => void;
  onNew: (name: string) => void;
}) {
  const typed = value.trim();
  const isKnown = contacts.some(({ name, number }) => name.toLowerCase() === typed.toLowerCase() || number === typed);
  return (
    <>
      <ContactField
        contacts={contacts}
        label={label}
        value={value}
        wrong={wrong}
        usedBefore={usedBefore}
        onChange={onChange}
        onNew={onNew}
      />
      {typed !== '' && !isKnown && (
        <button className="act small" type="button" onClick={() => onNew(typed)}>
          new: add “{typed}”
        </button>
      )}
    </>
  );
}
