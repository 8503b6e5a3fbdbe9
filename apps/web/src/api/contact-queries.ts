import { type ContactAnswer, paths } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { request } from './request.js';

/** All contacts. */
export const contactsQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'contacts'],
    queryFn: () => request<ContactAnswer[]>('GET', paths.contacts(id)),
  });
