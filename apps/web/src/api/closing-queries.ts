import { paths, withQuery } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** The closing entries of a year as they would be. */
export const rehearsalQuery = (id: number, year: string, form: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'closing', year, form],
    queryFn: () => api.get(withQuery(paths.closing(id, year), { form })),
  });
