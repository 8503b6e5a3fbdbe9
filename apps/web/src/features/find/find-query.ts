import { paths, withQuery } from '@just-ledger/contract';
import { keepPreviousData, queryOptions } from '@tanstack/react-query';
import { api } from '../../api/request.js';

/** What of the books has some words, a number or an amount. */
export const findQuery = (id: number, text: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'find', text],
    queryFn: async () => ({ text, ...(await api.get(withQuery(paths.find(id), { text }))) }),
    enabled: text !== '',
    placeholderData: keepPreviousData,
  });

/** The latest entries of an account or a contact. */
export const latestOfQuery = (id: number, context: { readonly account?: string; readonly contact?: string }) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'journal', 'latest of', context],
    queryFn: () => api.get(withQuery(paths.entries(id), { ...context, limit: 6 })),
  });
