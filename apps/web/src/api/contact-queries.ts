import { paths } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** All contacts. */
export const contactsQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'contacts'],
    queryFn: () => api.get(paths.contacts(id)),
  });
