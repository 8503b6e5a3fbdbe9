import { type AccountLedgerResponse, paths, withQuery } from '@just-ledger/contract';
import { infiniteQueryOptions } from '@tanstack/react-query';
import { api } from '../../api/request.js';
import { printablePages } from '../../ui/print-limit.js';

/** The ledger of an account, page by page. */
export const ledgerQuery = (id: number, account: string, from: string, to: string) =>
  infiniteQueryOptions({
    queryKey: ['organisation', String(id), 'account-ledger', account, from, to],
    queryFn: ({ pageParam }) =>
      api.get(withQuery(paths.accountLedger(id), { account, from, to, after: pageParam, limit: 200 })),
    initialPageParam: '',
    getNextPageParam: (page) => page.next ?? undefined,
  });

/** All pages of a ledger. */
export function wholeLedger(organisation: number, account: string, from: string, to: string) {
  return printablePages<AccountLedgerResponse>(
    (after) => api.get(withQuery(paths.accountLedger(organisation), { account, from, to, after, limit: 500 })),
    ({ rows }) => rows.length,
    'lines',
  );
}
