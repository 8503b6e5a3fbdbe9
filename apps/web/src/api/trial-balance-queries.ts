import { paths, withQuery } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** What some days brought otherwise than was known at a moment. */
export const changesQuery = (id: number, asked: Readonly<Record<string, string | undefined>>) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'changes', asked],
    queryFn: () => api.get(withQuery(paths.changes(id), asked)),
  });

/** A worksheet at a date. */
export const worksheetQuery = (id: number, asked: Readonly<Record<string, string | undefined>>) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'worksheet', asked],
    queryFn: () => api.get(withQuery(paths.worksheet(id), asked)),
  });
