import { queryOptions } from '@tanstack/react-query';
import { paths, type OrganisationAnswer } from '@just-ledger/contract';
import { request } from '../request/request.js';

/** The organisations of the signed-in person. */
export const organisationsQuery = queryOptions({
  queryKey: ['organisations'],
  queryFn: () => request<OrganisationAnswer[]>('GET', paths.organisations),
});
