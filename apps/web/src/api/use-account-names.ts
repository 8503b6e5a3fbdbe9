import { useSuspenseQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { accountsQuery } from './account-queries.js';
import { useBooks } from './books-queries.js';

/** The names of accounts by their numbers; nothing for a number that is none. */
export function useAccountNames(): (number: string) => string {
  const { organisation, today } = useBooks();
  const { data: accounts } = useSuspenseQuery(accountsQuery(organisation.id, today));
  return useMemo(() => {
    const names = new Map(accounts.map(({ number, name }) => [number, name]));
    return (number) => names.get(number) ?? '';
  }, [accounts]);
}
