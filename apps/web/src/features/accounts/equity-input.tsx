import type { AccountResponse } from '@just-ledger/contract';
import { accountTitle, CLOSED_ROLES } from '@just-ledger/core';
import { ChoiceInput, TextInput } from '../../ui/form-fields.js';
import styles from './account-form.module.css';

/** What an owner's account takes of the result, or what a temporary equity account is closed into. */
export function EquityInput({ role, accounts }: { role: string; accounts: readonly AccountResponse[] }) {
  if (role === 'owner-capital') {
    return (
      <TextInput
        className={styles.two}
        name="share"
        label="Share of the result"
        hint="a whole weight, such as 3 of 3 to 2"
      />
    );
  }
  if (!CLOSED_ROLES.has(role)) return null;
  return (
    <ChoiceInput
      className={styles.two}
      name="closesTo"
      label="Closed into"
      none="where the result goes"
      choices={accounts.filter(
        (account) => account.element === 'equity' && !(account.role && CLOSED_ROLES.has(account.role)),
      )}
      keyOf={({ number }) => number}
      labelOf={accountTitle}
    />
  );
}
