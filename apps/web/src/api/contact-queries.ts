import { paths } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** All contacts. */
export const contactsQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'contacts'],
    queryFn: () => api.get(paths.contacts(id)),
  });

/** The last change of where a contact is paid, as long as nothing was paid to it since. */
export const wherePaidQuery = (id: number, contact: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'contacts', contact, 'where-paid'],
    queryFn: () => api.get(paths.wherePaid(id, contact)),
  });
