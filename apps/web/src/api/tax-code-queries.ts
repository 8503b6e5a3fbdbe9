import { paths } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** All tax codes. */
export const taxCodesQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'tax-codes'],
    queryFn: () => api.get(paths.taxCodes(id)),
  });
