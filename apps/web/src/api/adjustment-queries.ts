import { paths, withQuery } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** What schedules of adjusting entries make in some days, and what is still due from before. */
export const adjustmentsQuery = (id: number, from: string, to: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'adjustments', from, to],
    queryFn: () => api.get(withQuery(paths.adjustments(id), { from, to })),
  });

/** What the books call for in some days, and nothing makes. */
export const lackingAdjustmentsQuery = (id: number, from: string, to: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'adjustments', from, to, 'lacking'],
    queryFn: () => api.get(withQuery(paths.lackingAdjustments(id), { from, to })),
  });
