import { paths, withQuery } from '@just-ledger/contract';
import type { SetUpSubject } from '@just-ledger/core';
import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** How many changes the server tells at once. */
const PAGE = 200;

/** Everything that became of the set-up, the latest first. */
export const setUpChangesQuery = (id: number, subject?: string) =>
  infiniteQueryOptions({
    queryKey: ['organisation', String(id), 'set-up-changes', subject ?? ''],
    queryFn: ({ pageParam }) =>
      api.get(withQuery(paths.setUpChanges(id), { subject, before: pageParam || undefined })),
    // 0 asks for the latest
    initialPageParam: 0,
    getNextPageParam: (last) => (last.length < PAGE ? undefined : last.at(-1)?.id),
  });

/** What became of one thing. */
export const trailOfQuery = (id: number, subject: SetUpSubject, object: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'set-up-changes', subject, object],
    queryFn: () => api.get(withQuery(paths.setUpChanges(id), { subject, object })),
  });
