import type { AccountDetailQuery, AccountDetailResponse } from '@just-ledger/contract';
import {
  type Account,
  accountDetail,
  type CivilDate,
  documentKey,
  formatAmount,
  openItems,
  opensDocument,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { unprocessable } from '../../platform/problems/refusal.js';
import { loadChart } from '../accounts/account-store.js';
import { contactNamed } from '../contacts/contact-named.js';
import { controlLines } from '../open-items/control-lines.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportDate } from '../organisations/report-dates.js';
import { laterLines } from './later-lines.js';
import { readSomeTrays } from './tray-rows.js';

const NOTHING: AccountDetailResponse = { of: null, items: [], settled: [] };

/** What lines on an account can name: open documents of a contact, or assets or stock that were taken on. */
export function accountDetailReport(
  db: Db,
  organisation: Organisation,
  query: AccountDetailQuery,
  today: CivilDate,
): AccountDetailResponse {
  const asAt = reportDate(query.asAt, 'asAt', organisation, today, today);
  const account = loadChart(db, organisation.id).byNumber.get(query.account);
  if (!account) throw unprocessable('account-unknown', 'account', `There is no account ${query.account}.`);
  return account.control
    ? openDocuments(db, organisation, account, query.contact, asAt)
    : things(db, organisation, account, asAt);
}

function openDocuments(
  db: Db,
  organisation: Organisation,
  account: Account,
  contact: string | undefined,
  asAt: CivilDate,
): AccountDetailResponse {
  if (!contact?.trim()) return { of: 'documents', items: [], settled: [] };
  const lines = controlLines(db, organisation.id, [account.id], asAt, contactNamed(db, organisation.id, contact).id);
  const items = openItems(lines).filter(({ document, isPayment }) => document !== undefined && !isPayment);
  const open = new Set(items.map(({ document }) => documentKey(document ?? '')));
  const settled = new Map(
    lines.filter(opensDocument).flatMap(({ document, documentDate, date, entry }) => {
      const key = documentKey(document ?? '');
      return key === '' || open.has(key) ? [] : [[key, { name: document ?? '', date: documentDate ?? date, entry }]];
    }),
  );
  return {
    of: 'documents',
    items: items.map(({ document = '', open: amount, dueDate, foreign }) => ({
      name: document,
      amount: formatAmount(amount, organisation.baseCurrency),
      dueDate,
      currency: foreign?.currency ?? null,
      foreignAmount: foreign ? formatAmount(foreign.open, foreign.currency) : null,
    })),
    settled: [...settled.values()],
  };
}

function things(db: Db, organisation: Organisation, account: Account, asAt: CivilDate): AccountDetailResponse {
  if (account.element !== 'asset' || account.role === 'cash') return NOTHING;
  const { trays } = readSomeTrays(db, organisation.id, ['asset-classes', 'assets', 'stock']);
  for (const tray of ['assets', 'stock'] as const) {
    const facts = trays[tray].facts.filter(({ lines }) => lines.some((line) => line.account === account.id));
    if (facts.length === 0) continue;
    const later = laterLines(db, { organisation: organisation.id, accounts: [account.id], asAt });
    const { items } = accountDetail(facts, later);
    return {
      of: tray,
      items: items
        .filter((item) => item.account === account.id)
        .map(({ name, amount }) => ({
          name,
          amount: formatAmount(amount, organisation.baseCurrency),
          dueDate: null,
          currency: null,
          foreignAmount: null,
        })),
      settled: [],
    };
  }
  return NOTHING;
}
