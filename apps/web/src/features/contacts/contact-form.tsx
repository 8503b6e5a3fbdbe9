import { type ContactRequest, type ContactResponse, paths } from '@just-ledger/contract';
import { CONTACT_DETAILS, CONTACT_ROLES, printedIban, textsOr } from '@just-ledger/core';
import { Checkbox, FormControlLabel, TextField } from '@mui/material';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { problemPlaces } from '../../api/problem-places.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import { CurrencyField } from '../../ui/choice-fields.js';
import { FormFoot } from '../../ui/form-foot.js';
import { ErrorMessage, Sheet } from '../../ui/sheet.js';
import { TextDetailFields } from '../../ui/text-detail-fields.js';
import { Trail } from '../audit-trail/trail.js';
import { ContactMerge } from './contact-merge.js';

const BANK = [
  ['iban', 'IBAN'],
  ['bic', 'BIC'],
  ['accountNumber', 'Account number, without IBAN'],
  ['holder', 'Account holder, if another'],
] as const;
const PLACES = [
  'name',
  'number',
  'roles',
  'terms',
  'currency',
  ...Object.keys(CONTACT_DETAILS),
  ...BANK.map(([field]) => `bank.${field}`),
];

/** A contact's particulars: who it is, its terms, how to reach it, where it is paid. */
export function ContactForm({
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
  const { organisation, may } = useBooks();
  const [fields, setFields] = useState({
    name: contact?.name ?? '',
    number: contact?.number ?? '',
    roles: contact?.roles ?? ['customer'],
    active: contact?.active ?? true,
    terms: contact?.terms ?? '',
    currency: contact?.currency ?? '',
    ...textsOr(CONTACT_DETAILS, contact, ''),
  });
  const [bank, setBank] = useState({
    iban: contact?.bank?.iban ? printedIban(contact.bank.iban) : '',
    bic: contact?.bank?.bic ?? '',
    accountNumber: contact?.bank?.accountNumber ?? '',
    holder: contact?.bank?.holder ?? '',
  });
  const save = useOrganisationMutation((): Promise<ContactResponse> => {
    const body: ContactRequest = { ...fields, bank };
    return contact
      ? api.put(paths.contact(organisation.id, contact.id), { ...body, version: contact.version })
      : api.post(paths.contacts(organisation.id), body);
  });
  const remove = useOrganisationMutation(() => api.delete(paths.contact(organisation.id, contact?.id ?? 0)));
  const { at, elsewhere } = problemPlaces(save.error, PLACES);
  const set = (change: Partial<typeof fields>): void => setFields({ ...fields, ...change });
  const text = (field: 'name' | 'number' | 'terms', label: string, hint?: string) => (
    <TextField
      label={label}
      value={fields[field]}
      required={field === 'name'}
      autoFocus={field === 'name' && !contact}
      onChange={(event) => set({ [field]: event.target.value })}
      {...at(field, hint)}
    />
  );
  const into = contacts.find((one) => one.id === contact?.mergedInto);
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
        <p className="told">
          Merged into {into.number} {into.name}: what was posted on it counts there, and its name leads there.
        </p>
      ) : (
        <form
          aria-label={contact ? `Change ${contact.name}` : 'Add a contact'}
          onSubmit={(event) => {
            event.preventDefault();
            save.mutate(undefined, { onSuccess: (kept) => onKept(kept.id) });
          }}
        >
          <div className="particulars">
            <div className="wide">{text('name', 'Name')}</div>
            {text('number', 'Number', contact ? undefined : 'the next one if left empty')}
            {text('terms', 'Terms', '30, or 10 after month end')}
            <fieldset className="wide" style={{ border: 0, padding: 0, margin: 0 }}>
              <legend className="soft small">Roles</legend>
              {CONTACT_ROLES.map((role) => (
                <FormControlLabel
                  key={role}
                  control={
                    <Checkbox
                      size="small"
                      checked={fields.roles.includes(role)}
                      onChange={(event) =>
                        set({
                          roles: event.target.checked
                            ? [...fields.roles, role]
                            : fields.roles.filter((other) => other !== role),
                        })
                      }
                    />
                  }
                  label={<span className="small">{role}</span>}
                />
              ))}
              {at('roles').helperText && <p className="brick small">{at('roles').helperText}</p>}
            </fieldset>
            <TextDetailFields details={CONTACT_DETAILS} values={fields} onChange={set} at={at} />
            <CurrencyField
              label="Currency of its documents"
              value={fields.currency}
              base={organisation.baseCurrency}
              onChange={(currency) => set({ currency })}
              {...at('currency')}
            />
            {BANK.map(([field, label]) => (
              <TextField
                key={field}
                label={label}
                value={bank[field]}
                onChange={(event) => setBank({ ...bank, [field]: event.target.value })}
                {...at(`bank.${field}`)}
              />
            ))}
            <FormControlLabel
              className="wide"
              control={
                <Checkbox
                  size="small"
                  checked={fields.active}
                  onChange={(event) => set({ active: event.target.checked })}
                />
              }
              label={<span className="small">in use</span>}
            />
          </div>
          <ErrorMessage error={elsewhere ?? remove.error} />
          <FormFoot
            needed="preparer"
            isNew={!contact}
            isPending={save.isPending}
            onLeave={onLeave}
            onRemove={
              contact && contact.lines === 0 && may('approver')
                ? () => remove.mutate(undefined, { onSuccess: onLeave })
                : undefined
            }
          />
        </form>
      )}
      {contact && !into && (
        <Allowed>
          <ContactMerge contact={contact} contacts={contacts} onMerged={onKept} />
        </Allowed>
      )}
      {contact && <Trail subject="contact" object={contact.id} />}
    </Sheet>
  );
}
