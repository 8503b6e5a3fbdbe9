import { paths, withQuery } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** All recurring journals with their dates in the fiscal year of a day. */
export const recurringQuery = (id: number, asAt: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'recurring', asAt],
    queryFn: () => api.get(withQuery(paths.recurringJournals(id), { asAt })),
  });
