import { type BreakdownResponse, paths } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { request } from './request.js';

/** All breakdowns with their values. */
export const breakdownsQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'breakdowns'],
    queryFn: () => request<BreakdownResponse[]>('GET', paths.breakdowns(id)),
  });
