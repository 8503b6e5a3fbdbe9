import { paths, type StandingResponse } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { request } from './request.js';

/** Where every organisation stands. */
export const overviewQuery = queryOptions({
  queryKey: ['overview'],
  queryFn: () => request<StandingResponse[]>('GET', paths.overview),
});
