import { paths, withQuery } from '@just-ledger/contract';
import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

type Ledger = 'receivables' | 'payables';

/** Aged balances at a date, by contact, page by page. */
export const agedBalancesQuery = (id: number, ledger: Ledger, asAt: string) =>
  infiniteQueryOptions({
    queryKey: ['organisation', String(id), 'aged-balances', ledger, asAt],
    queryFn: ({ pageParam }) => api.get(withQuery(paths.agedBalances(id), { ledger, asAt, after: pageParam })),
    initialPageParam: '',
    getNextPageParam: (page) => page.next ?? undefined,
  });

/** The open documents behind them, page by page, of one contact or of all. */
export const openItemsQuery = (id: number, ledger: Ledger, asAt: string, contact?: string) =>
  infiniteQueryOptions({
    queryKey: ['organisation', String(id), 'open-items', ledger, asAt, contact ?? ''],
    queryFn: ({ pageParam }) => api.get(withQuery(paths.openItems(id), { ledger, asAt, contact, after: pageParam })),
    initialPageParam: '',
    getNextPageParam: (page) => page.next ?? undefined,
  });

/** What passed between the organisation and a contact, page by page. */
export const statementOfAccountQuery = (id: number, contact: string, from: string, to: string) =>
  infiniteQueryOptions({
    queryKey: ['organisation', String(id), 'statement-of-account', contact, from, to],
    queryFn: ({ pageParam }) =>
      api.get(withQuery(paths.statementOfAccount(id), { contact, from, to, after: pageParam, limit: 200 })),
    initialPageParam: '',
    getNextPageParam: (page) => page.next ?? undefined,
  });

/** What lines on an account can name; on a control account, of a contact. */
export const accountDetailQuery = (id: number, account: string, contact: string, asAt: string, document = '') =>
  queryOptions({
    queryKey: ['organisation', String(id), 'account-detail', account, contact, asAt, document],
    queryFn: () => api.get(withQuery(paths.accountDetail(id), { account, contact, asAt, document })),
  });
