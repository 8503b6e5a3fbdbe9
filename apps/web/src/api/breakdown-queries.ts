import { paths } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** All breakdowns with their values. */
export const breakdownsQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'breakdowns'],
    queryFn: () => api.get(paths.breakdowns(id)),
  });
