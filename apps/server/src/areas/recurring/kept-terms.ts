import type { AmountTermsRequest } from '@just-ledger/contract';
import type { AccountId, Chart } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { loadChart } from '../accounts/account-store.js';

/** Where accounts stand in the terms of amounts. */
const ACCOUNTS = [
  ['share', 'account'],
  ['depreciation', 'expense'],
  ['depreciation', 'accumulated'],
  ['loan', 'account'],
  ['loan', 'interestAccount'],
  ['loan', 'paymentAccount'],
  ['target', 'account'],
  ['target', 'against'],
] as const;

type Terms = Partial<Record<string, Record<string, unknown>>>;

/** The terms of amounts with the ids of the accounts they name: a number is only a label, which may change. */
export function termsWithIds(request: AmountTermsRequest, chart: Chart): Record<string, unknown> {
  const { amounts = 'fixed', share, spread, depreciation, loan, target } = request;
  const terms = {
    ...(amounts === 'share-of-balance' && { share }),
    ...(amounts === 'spread' && { spread }),
    ...(amounts === 'depreciation' && { depreciation }),
    ...(amounts === 'loan' && { loan }),
    ...(amounts === 'target' && { target }),
  } as Terms;
  const ids = ACCOUNTS.flatMap(([part, field]) => {
    const number = terms[part]?.[field];
    const id = typeof number === 'string' ? chart.byNumber.get(number.trim())?.id : undefined;
    return id === undefined ? [] : [[`${part}.${field}`, id] as const];
  });
  return { amounts, ...terms, ids: Object.fromEntries(ids) };
}

/** The terms of amounts with the numbers that their accounts bear now. */
export function termsWithLabels(db: Db, organisation: number, kept: Record<string, unknown>): AmountTermsRequest {
  const { ids = {}, ...terms } = kept as Terms & { ids?: Record<string, AccountId> };
  const chart = loadChart(db, organisation);
  const labelled: Terms = { ...terms };
  for (const [part, field] of ACCOUNTS) {
    const id = ids[`${part}.${field}`];
    const number = id === undefined ? undefined : chart.byId.get(id)?.number;
    if (number !== undefined && labelled[part]) labelled[part] = { ...labelled[part], [field]: number };
  }
  return labelled as AmountTermsRequest;
}
