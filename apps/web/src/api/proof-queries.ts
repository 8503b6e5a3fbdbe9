import { paths, type ProofsResponse } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { request, withQuery } from './request.js';

/** The proofs at a date. */
export const proofsQuery = (id: number, asAt: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'proofs', asAt],
    queryFn: () => request<ProofsResponse>('GET', withQuery(paths.proofs(id), { asAt })),
  });
