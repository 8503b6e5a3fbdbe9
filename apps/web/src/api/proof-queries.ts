import { paths, withQuery } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** The proofs at a date. */
export const proofsQuery = (id: number, asAt: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'proofs', asAt],
    queryFn: () => api.get(withQuery(paths.proofs(id), { asAt })),
    // until every entry has been read for the first time
    refetchInterval: ({ state }) => (state.data?.reading ? 5_000 : false),
  });

/** The proofs of locked months as they stood when they were locked. */
export const lockedProofsQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'locked-proofs'],
    queryFn: () => api.get(paths.lockedProofs(id)),
    // those of a month that was just locked are kept within a minute
    refetchInterval: ({ state }) => (state.data?.some(({ keptAt }) => keptAt === null) ? 10_000 : false),
  });
