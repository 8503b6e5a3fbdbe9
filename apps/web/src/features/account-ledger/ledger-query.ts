import { type AccountLedgerResponse, paths, withQuery } from '@just-ledger/contract';
import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import type { JournalFilter } from '../../api/journal-queries.js';
import { api } from '../../api/request.js';

/** Which lines of which account. */
export interface LedgerFilter extends JournalFilter {
  readonly account: string;
}

/** So many lines are looked at as a whole: side by side, or for what cancels. */
export const MOST_AT_ONCE = 2_000;

const STEP = 500;

/** The ledger of an account, page by page. */
export const ledgerQuery = (id: number, filter: LedgerFilter) =>
  infiniteQueryOptions({
    queryKey: ['organisation', String(id), 'account-ledger', filter],
    queryFn: ({ pageParam }) =>
      api.get(withQuery(paths.accountLedger(id), { ...filter, after: pageParam, limit: 200 })),
    initialPageParam: '',
    getNextPageParam: (page) => page.next ?? undefined,
  });

/** All of it, up to as many lines as are looked at as a whole. */
export const wholeLedgerQuery = (id: number, filter: LedgerFilter) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'account-ledger', 'whole', filter],
    queryFn: async () => {
      const rows: AccountLedgerResponse['rows'] = [];
      for (let after: string | null = ''; after !== null && rows.length < MOST_AT_ONCE + STEP;) {
        const page: AccountLedgerResponse = await api.get(
          withQuery(paths.accountLedger(id), { ...filter, after, limit: STEP }),
        );
        rows.push(...page.rows);
        after = page.next;
      }
      return rows;
    },
  });

/** What its lines come to. */
export const ledgerSumsQuery = (id: number, filter: LedgerFilter) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'account-ledger', 'sums', filter],
    queryFn: () => api.get(withQuery(paths.accountLedgerSums(id), { ...filter })),
  });

/** How its balance went. */
export const balancesQuery = (id: number, account: string, from: string, to: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'account-ledger', 'balances', account, from, to],
    queryFn: () => api.get(withQuery(paths.accountLedgerBalances(id), { account, from, to })),
  });
