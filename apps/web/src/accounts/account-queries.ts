import { queryOptions } from '@tanstack/react-query';
import { paths, type AccountAnswer } from '@just-ledger/contract';
import { request, withQuery } from '../request/request.js';

/** The chart with balances at a date. */
export const accountsQuery = (id: number, asAt: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'accounts', asAt],
    queryFn: () => request<AccountAnswer[]>('GET', withQuery(paths.accounts(id), { asAt })),
  });
