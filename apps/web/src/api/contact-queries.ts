import { type ContactResponse, paths } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { request } from './request.js';

/** All contacts. */
export const contactsQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'contacts'],
    queryFn: () => request<ContactResponse[]>('GET', paths.contacts(id)),
  });
