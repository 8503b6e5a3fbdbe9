import { paths } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** The organisations of the signed-in person. */
export const organisationsQuery = queryOptions({
  queryKey: ['organisations'],
  queryFn: () => api.get(paths.organisations),
});
