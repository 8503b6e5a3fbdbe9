import { type AccountResponse, paths } from '@just-ledger/contract';
import { useCallback } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import type { FormLine } from './form-line.js';

/** Adds a contact that was named on a line: a supplier where the line's account is what is owed to suppliers. */
export function useNewContact(accounts: readonly AccountResponse[]) {
  const { organisation } = useBooks();
  const { mutate, error } = useOrganisationMutation(({ name, roles }: { name: string; roles: string[] }) =>
    api.post(paths.contacts(organisation.id), { name, roles }),
  );
  const addContact = useCallback(
    ({ account: number }: Pick<FormLine, 'account'>, name: string): void => {
      const control = accounts.find((account) => account.number === number)?.control;
      mutate({ name, roles: [control === 'payables' ? 'supplier' : 'customer'] });
    },
    [accounts, mutate],
  );
  return { addContact, addError: error };
}
