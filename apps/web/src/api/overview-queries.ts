import { paths } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** Where every organisation stands. */
export const overviewQuery = queryOptions({
  queryKey: ['overview'],
  queryFn: () => api.get(paths.overview),
});
