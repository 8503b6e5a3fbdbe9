import { paths, type RecurringJournalResponse } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { request, withQuery } from './request.js';

/** All recurring journals with their dates in the fiscal year of a day. */
export const recurringQuery = (id: number, asAt: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'recurring', asAt],
    queryFn: () => request<RecurringJournalResponse[]>('GET', withQuery(paths.recurringJournals(id), { asAt })),
  });
