import { paths, withQuery } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** The proofs at a date. */
export const proofsQuery = (id: number, asAt: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'proofs', asAt],
    queryFn: () => api.get(withQuery(paths.proofs(id), { asAt })),
  });
