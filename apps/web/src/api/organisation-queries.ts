import { type OrganisationResponse, paths } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { request } from './request.js';

/** The organisations of the signed-in person. */
export const organisationsQuery = queryOptions({
  queryKey: ['organisations'],
  queryFn: () => request<OrganisationResponse[]>('GET', paths.organisations),
});
