import { paths } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** A start that was left before its end. */
export const unfinishedStartQuery = queryOptions({
  queryKey: ['unfinished-start'],
  queryFn: () => api.get(paths.unfinishedStart),
  staleTime: 0,
});
