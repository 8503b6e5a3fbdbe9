import { paths, withQuery } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** What a second reader would ask about some days. */
export const findingsQuery = (id: number, from: string, to: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'findings', from, to],
    queryFn: () => api.get(withQuery(paths.findings(id), { from, to })),
  });

/** So long what was found is told elsewhere without being looked for again, in milliseconds. */
const A_WHILE = 120_000;

/**
 * The same, as it is told beside other things: books are not read through again after each posting, only once in a
 * while, and whenever the findings themselves are looked at.
 */
export const toldFindingsQuery = (id: number, from: string, to: string) =>
  queryOptions({
    ...findingsQuery(id, from, to),
    queryKey: toldFindingsKey(id, from, to),
    staleTime: A_WHILE,
  });

export const toldFindingsKey = (id: number, from: string, to: string) => ['told findings', String(id), from, to];
