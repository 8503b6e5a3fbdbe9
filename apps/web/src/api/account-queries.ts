import { type AccountResponse, paths } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { request, withQuery } from './request.js';

/** The chart with balances at a date. */
export const accountsQuery = (id: number, asAt: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'accounts', asAt],
    queryFn: () => request<AccountResponse[]>('GET', withQuery(paths.accounts(id), { asAt })),
  });
