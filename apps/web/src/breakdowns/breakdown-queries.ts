import { queryOptions } from '@tanstack/react-query';
import { paths, type BreakdownAnswer } from '@just-ledger/contract';
import { request } from '../request/request.js';

/** All breakdowns with their values. */
export const breakdownsQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'breakdowns'],
    queryFn: () => request<BreakdownAnswer[]>('GET', paths.breakdowns(id)),
  });
