import { paths, withQuery } from '@just-ledger/contract';
import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** Papers page by page, the latest first: those that belong to nothing yet, all of them, or those that were discarded. */
export const attachmentsQuery = (id: number, state: 'waiting' | 'all' | 'discarded') =>
  infiniteQueryOptions({
    queryKey: ['organisation', String(id), 'attachments', state],
    queryFn: ({ pageParam }) => api.get(withQuery(paths.attachments(id), { state, after: pageParam || undefined })),
    initialPageParam: 0,
    getNextPageParam: (page) => page.next ?? undefined,
  });

/** How many papers belong to nothing yet. */
export const waitingPapersQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'attachments', 'count'],
    queryFn: async () => (await api.get(withQuery(paths.attachments(id), { state: 'waiting', limit: 1 }))).count,
  });

/** One paper. */
export const attachmentQuery = (id: number, paper: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'attachment', paper],
    queryFn: () => api.get(paths.attachment(id, paper)),
  });
