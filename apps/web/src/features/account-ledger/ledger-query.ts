import { type AccountLedgerResponse, paths, withQuery } from '@just-ledger/contract';
import { infiniteQueryOptions } from '@tanstack/react-query';
import { api } from '../../api/request.js';
import { assertPrintable } from '../../ui/print-limit.js';

/** The ledger of an account, page by page. */
export const ledgerQuery = (id: number, account: string, from: string, to: string) =>
  infiniteQueryOptions({
    queryKey: ['organisation', String(id), 'account-ledger', account, from, to],
    queryFn: ({ pageParam }) =>
      api.get(withQuery(paths.accountLedger(id), { account, from, to, after: pageParam, limit: 200 })),
    initialPageParam: '',
    getNextPageParam: (page) => page.next ?? undefined,
  });

/** All pages of a ledger, whatever of them the screen has loaded. */
export async function wholeLedger(organisation: number, account: string, from: string, to: string) {
  const pages: AccountLedgerResponse[] = [];
  let after: string | undefined = '';
  do {
    const path = paths.accountLedger(organisation);
    const page: AccountLedgerResponse = await api.get(withQuery(path, { account, from, to, after, limit: 500 }));
    pages.push(page);
    assertPrintable(
      pages.reduce((count, { rows }) => count + rows.length, 0),
      'lines',
    );
    after = page.next ?? undefined;
  } while (after !== undefined);
  return pages;
}
