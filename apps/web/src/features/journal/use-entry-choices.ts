import { useSuspenseQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { accountsQuery } from '../../api/account-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { breakdownsQuery } from '../../api/breakdown-queries.js';
import { contactsQuery } from '../../api/contact-queries.js';
import { writableAccounts } from './line-account.js';

/** What the lines of an entry can name: the same objects until something changes, so that lines are not drawn anew. */
export function useEntryChoices() {
  const { organisation, today } = useBooks();
  const { data: accounts } = useSuspenseQuery(accountsQuery(organisation.id, today));
  const { data: contacts } = useSuspenseQuery(contactsQuery(organisation.id));
  const { data: breakdowns } = useSuspenseQuery(breakdownsQuery(organisation.id));
  return {
    /** All of them, those that cannot be written to as well. */
    accounts,
    writable: useMemo(() => writableAccounts(accounts), [accounts]),
    contacts: useMemo(() => contacts.filter((contact) => contact.active), [contacts]),
    breakdowns,
  };
}
