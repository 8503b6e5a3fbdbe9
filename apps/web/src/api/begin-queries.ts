import { paths, type UnfinishedStartResponse } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { request } from './request.js';

/** A start that was left before its end. */
export const unfinishedStartQuery = queryOptions({
  queryKey: ['unfinished-start'],
  queryFn: () => request<UnfinishedStartResponse>('GET', paths.unfinishedStart),
  staleTime: 0,
});
