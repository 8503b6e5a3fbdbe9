import { paths, withQuery } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** Aged balances at a date, with each document or in sums alone. */
export const agedBalancesQuery = (
  id: number,
  ledger: 'receivables' | 'payables',
  asAt: string,
  items: 'true' | 'false',
) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'aged-balances', ledger, asAt, items],
    queryFn: () => api.get(withQuery(paths.agedBalances(id), { ledger, asAt, items })),
  });

/** What passed between the organisation and a contact. */
export const statementOfAccountQuery = (id: number, contact: string, from: string, to: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'statement-of-account', contact, from, to],
    queryFn: () => api.get(withQuery(paths.statementOfAccount(id), { contact, from, to })),
  });

/** What lines on an account can name; on a control account, of a contact. */
export const accountDetailQuery = (id: number, account: string, contact: string, asAt: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'account-detail', account, contact, asAt],
    queryFn: () => api.get(withQuery(paths.accountDetail(id), { account, contact, asAt })),
  });
