import { type ClosingRehearsalResponse, paths } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { request, withQuery } from './request.js';

/** The closing entries of a year as they would be. */
export const rehearsalQuery = (id: number, year: string, form: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'closing', year, form],
    queryFn: () => request<ClosingRehearsalResponse>('GET', withQuery(paths.closing(id, year), { form })),
  });
