import type { AccountResponse, BreakdownResponse } from '@just-ledger/contract';
import {
  ACCOUNT_DETAILS,
  ACCOUNT_ROLES,
  accountTitle,
  CASH_FLOW_CLASSES,
  type Classification,
  CLASSIFICATIONS,
  classificationsOf,
  CONTRA_ROLES,
  type Element,
  ELEMENT_LABELS,
  ELEMENTS,
  isAccountRole,
  keysOf,
  proposedCashFlowClass,
} from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { useFormContext, useWatch } from 'react-hook-form';
import { useBooks } from '../../api/books-queries.js';
import { taxCodesQuery } from '../../api/tax-code-queries.js';
import { CheckInput, WordsInput } from '../../ui/check-inputs.js';
import { ChoiceInput, CurrencyInput, TextDetailInputs, TextInput } from '../../ui/form-fields.js';
import layout from '../../ui/layout.module.css';
import { OpenYearsNote } from '../../ui/open-years-note.js';
import styles from './account-form.module.css';
import { EquityInput } from './equity-input.js';
import { PlaceInput } from './place-input.js';
import { meantPlace, type TypedAccount } from './typed-account.js';

/** The fields of an account: what it is and where it stands, what it does, what its lines need. */
export function AccountFields({
  accounts,
  breakdowns,
  account,
}: {
  accounts: readonly AccountResponse[];
  breakdowns: readonly BreakdownResponse[];
  account: AccountResponse | undefined;
}) {
  const { organisation } = useBooks();
  const { setValue, getValues, control } = useFormContext<TypedAccount>();
  const typed = { ...getValues(), ...useWatch({ control }) };
  const { element, classification } = meantPlace(typed, accounts);
  const hasHeading = accounts.some(({ number }) => number === typed.parent);
  const isPosted = (account?.lines ?? 0) > 0;
  const roles = keysOf(ACCOUNT_ROLES).filter((role) => ACCOUNT_ROLES[role].elements.some((key) => key === element));
  return (
    <>
      <div className={styles.accountFields}>
        <TextInput name="number" label="Number" required autoFocus />
        <TextInput name="name" label="Name" required />
        <PlaceInput
          name="element"
          label="Element"
          shown={element}
          disabled={isPosted || hasHeading}
          hint={isPosted ? `lines on it: ${account?.lines}` : undefined}
          choices={ELEMENTS}
          labelOf={(key) => ELEMENT_LABELS[key]}
          onChosen={() => {
            setValue('classification', '');
            setValue('role', '');
          }}
        />
        <PlaceInput
          name="classification"
          label="Shown under"
          shown={classification}
          disabled={hasHeading}
          hint={hasHeading ? 'where its heading is' : undefined}
          choices={classificationsOf(element)}
          labelOf={(key) => CLASSIFICATIONS[key].label}
        />
        <ChoiceInput
          className={styles.two}
          name="parent"
          label="Under heading"
          none="none"
          choices={accounts.filter(
            (candidate) =>
              candidate.element === element && candidate.lines === 0 && candidate.number !== account?.number,
          )}
          keyOf={({ number }) => number}
          labelOf={accountTitle}
        />
        <PlaceInput
          name="role"
          label="What it does"
          shown={typed.role}
          none="nothing special"
          choices={roles}
          labelOf={(role) => ACCOUNT_ROLES[role].label}
          onChosen={(role) => setValue('contra', CONTRA_ROLES.has(role))}
        />
        <CurrencyInput name="currency" label="Own currency" base={organisation.baseCurrency} disabled={isPosted} />
        <EquityInput role={typed.role} accounts={accounts} />
        <CashFlowInput typed={typed} element={element} classification={classification} />
        <TaxCodeInput chosen={typed.taxCode} />
        <TextDetailInputs details={ACCOUNT_DETAILS} />
      </div>
      <div className={layout.row}>
        <CheckInput name="contra" label="contra: usually on the opposite side" />
        {(element === 'asset' || element === 'liability') && (
          <CheckInput name="control" label="control account: each line names a contact" />
        )}
        <CheckInput name="typedEntries" label="takes typed entries" />
        <CheckInput name="settles" label="documents may be settled with it" />
        <CheckInput name="active" label="in use" />
        <WordsInput
          name="breakdowns"
          label="Breakdowns that lines name"
          words={breakdowns.map(({ name }) => name)}
          labelOf={(name) => `each line names its ${name.toLowerCase()}`}
        />
      </div>
      {element === 'equity' && typed.role !== '' && <OpenYearsNote />}
    </>
  );
}

/** Where the cash-flow statement shows the account: as its place and name propose, until somebody chooses. */
function CashFlowInput({
  typed: { role, name },
  element,
  classification,
}: {
  typed: TypedAccount;
  element: Element;
  classification: Classification;
}) {
  if (role === 'cash') return null;
  const known = isAccountRole(role) ? { role } : {};
  const proposed = proposedCashFlowClass({ element, classification, name, ...known });
  return (
    <ChoiceInput
      className={styles.two}
      name="cashFlow"
      label="Cash flow"
      none={`as proposed: ${proposed}`}
      choices={keysOf(CASH_FLOW_CLASSES).filter((key) => key !== 'cash')}
      keyOf={(key) => key}
      labelOf={(key) => CASH_FLOW_CLASSES[key].label}
    />
  );
}

/** The tax code that new lines are proposed with, where there are any. */
function TaxCodeInput({ chosen }: { chosen: string }) {
  const { organisation } = useBooks();
  const { data: taxCodes = [] } = useQuery(taxCodesQuery(organisation.id));
  if (taxCodes.length === 0) return null;
  return (
    <ChoiceInput
      className={styles.two}
      name="taxCode"
      label="Usual tax code"
      hint="proposed on new lines"
      none="none"
      choices={taxCodes.filter((taxCode) => taxCode.active || taxCode.code === chosen)}
      keyOf={({ code }) => code}
      labelOf={({ code, name }) => `${code} ${name}`}
    />
  );
}
