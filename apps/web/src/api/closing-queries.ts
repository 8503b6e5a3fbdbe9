import { paths, withQuery } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** What is left to be done in each month of a year. */
export const toDoQuery = (id: number, year: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'to-do', year],
    queryFn: () => api.get(paths.toDo(id, year)),
  });

/** How partners share the result, the earliest agreement first. */
export const sharingQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'sharing'],
    queryFn: () => api.get(paths.sharing(id)),
  });

/** The closing entries of a year as they would be, or of what has run of it until a day. */
export const rehearsalQuery = (id: number, year: string, form: string, until?: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'closing', year, form, until],
    queryFn: () => api.get(withQuery(paths.closing(id, year), { form, until })),
  });
