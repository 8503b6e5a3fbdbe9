import { ContactRequest, type ContactResponse, paths } from '@just-ledger/contract';
import { CONTACT_DETAILS, CONTACT_ROLES, printedIban, textsOr } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { CheckInput, WordsInput } from '../../ui/check-inputs.js';
import { CurrencyInput, TextDetailInputs, TextInput } from '../../ui/form-fields.js';
import { FormFoot } from '../../ui/form-foot.js';
import formStyles from '../../ui/form.module.css';
import { RequestForm } from '../../ui/request-form.js';
import { ErrorMessage } from '../../ui/sheet.js';
import { useLookedAt } from '../../ui/use-looked-at.js';

/** A contact's particulars: who it is, its terms, how to reach it, where it is paid. */
export function ContactForm({
  contact: opened,
  onKept,
  onLeave,
}: {
  contact: ContactResponse | undefined;
  onKept: (id: number) => void;
  onLeave: () => void;
}) {
  const { organisation, may } = useBooks();
  const lookedAt = useLookedAt(opened);
  const { item: contact, keep } = lookedAt;
  const save = useOrganisationMutation((body: ContactRequest): Promise<ContactResponse> =>
    contact
      ? api.put(paths.contact(organisation.id, contact.id), { ...body, version: contact.version })
      : api.post(paths.contacts(organisation.id), body),
  );
  const remove = useOrganisationMutation(() =>
    api.delete(paths.contact(organisation.id, contact?.id ?? 0), { version: contact?.version ?? 0 }),
  );
  const canRemove = opened?.lines === 0 && may('setUp');
  return (
    <RequestForm
      of={ContactRequest}
      label={contact ? `Change ${contact.name}` : 'Add a contact'}
      values={typedOf(contact)}
      lookedAt={lookedAt}
      toRequest={(typed): ContactRequest => typed}
      send={async (request) => {
        const kept = await save.mutateAsync(request);
        if (contact) keep(kept);
        onKept(kept.id);
      }}
      foot={({ isPending }) => (
        <>
          <ErrorMessage error={remove.error} />
          <FormFoot
            act="addToSetUp"
            isNew={!contact}
            isPending={isPending}
            onLeave={onLeave}
            onRemove={canRemove ? () => remove.mutate(undefined, { onSuccess: onLeave }) : undefined}
          />
        </>
      )}
    >
      <div className={formStyles.particulars}>
        <TextInput className={formStyles.wide} name="name" label="Name" required autoFocus={!contact} />
        <TextInput name="number" label="Number" hint={contact ? undefined : 'the next one if left empty'} />
        <TextInput name="terms" label="Terms" hint="30, or 10 after month end" />
        <fieldset className={clsx(formStyles.wide, formStyles.bare)}>
          <legend className="soft small">Roles</legend>
          <WordsInput name="roles" label="Roles" words={CONTACT_ROLES} />
        </fieldset>
        <TextDetailInputs details={CONTACT_DETAILS} />
        <CurrencyInput name="currency" label="Currency of its documents" base={organisation.baseCurrency} />
        <TextInput name="bank.iban" label="IBAN" />
        <TextInput name="bank.bic" label="BIC" />
        <TextInput name="bank.accountNumber" label="Bank account number" />
        <TextInput name="bank.holder" label="Account holder, if another" />
        <CheckInput name="active" label="in use" className={formStyles.wide} />
      </div>
    </RequestForm>
  );
}

/** What the fields hold of a contact, or at first of a new one. */
function typedOf(contact: ContactResponse | undefined) {
  const { bank } = contact ?? {};
  return {
    name: contact?.name ?? '',
    number: contact?.number ?? '',
    roles: contact?.roles ?? ['customer'],
    active: contact?.active ?? true,
    terms: contact?.terms ?? '',
    currency: contact?.currency ?? '',
    ...textsOr(CONTACT_DETAILS, contact, ''),
    bank: {
      iban: bank?.iban ? printedIban(bank.iban) : '',
      bic: bank?.bic ?? '',
      accountNumber: bank?.accountNumber ?? '',
      holder: bank?.holder ?? '',
    },
  };
}
