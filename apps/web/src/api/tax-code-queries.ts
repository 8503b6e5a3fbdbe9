import { paths, type TaxCodeResponse } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { request } from './request.js';

/** All tax codes. */
export const taxCodesQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'tax-codes'],
    queryFn: () => request<TaxCodeResponse[]>('GET', paths.taxCodes(id)),
  });
