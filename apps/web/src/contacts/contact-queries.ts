import { queryOptions } from '@tanstack/react-query';
import { paths, type ContactAnswer } from '@just-ledger/contract';
import { request } from '../request/request.js';

/** All contacts. */
export const contactsQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'contacts'],
    queryFn: () => request<ContactAnswer[]>('GET', paths.contacts(id)),
  });
