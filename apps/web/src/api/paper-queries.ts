import { paths } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** The papers to gather, with what stands of each. */
export const papersQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'papers'],
    queryFn: () => api.get(paths.papers(id)),
  });
