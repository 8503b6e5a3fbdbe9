import { paths, withQuery } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** The papers that belong to nothing yet, all of them, or those that were discarded. */
export const attachmentsQuery = (id: number, state: 'waiting' | 'all' | 'discarded') =>
  queryOptions({
    queryKey: ['organisation', String(id), 'attachments', state],
    queryFn: () => api.get(withQuery(paths.attachments(id), { state })),
  });

/** One paper. */
export const attachmentQuery = (id: number, paper: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'attachment', paper],
    queryFn: () => api.get(paths.attachment(id, paper)),
  });
