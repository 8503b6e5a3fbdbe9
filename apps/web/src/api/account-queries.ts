import { paths, withQuery } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** The chart with balances at a date. */
export const accountsQuery = (id: number, asAt: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'accounts', asAt],
    queryFn: () => api.get(withQuery(paths.accounts(id), { asAt })),
  });
