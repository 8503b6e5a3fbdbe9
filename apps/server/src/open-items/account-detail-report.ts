import type { AccountDetailAnswer, AccountDetailQuery } from '@just-ledger/contract';
import {
  accountDetail,
  documentKey,
  formatAmount,
  openItems,
  opensDocument,
  type Account,
  type CivilDate,
} from '@just-ledger/core';
import { loadChart } from '../accounts/account-store.js';
import type { Db } from '../database/connection.js';
import { reportDate } from '../ledger/ledger-span.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { unprocessable } from '../problems/refusal.js';
import { laterLines } from '../take-on/later-lines.js';
import { readSomeTrays } from '../take-on/take-on-store.js';
import { contactNamed } from './contact-named.js';
import { controlLines } from './control-lines.js';

const NOTHING: AccountDetailAnswer = { of: null, items: [], settled: [] };

/** What lines on an account can name: open documents of a contact, or assets or stock that were taken on. */
export function accountDetailReport(
  db: Db,
  of: Organisation,
  query: AccountDetailQuery,
  today: CivilDate,
): AccountDetailAnswer {
  const asAt = reportDate(query.asAt, 'asAt', of, today, today);
  const account = loadChart(db, of.id).byNumber.get(query.account);
  if (!account) throw unprocessable('account-unknown', 'account', `There is no account ${query.account}.`);
  return account.control ? openDocuments(db, of, account, query.contact, asAt) : things(db, of, account, asAt);
}

function openDocuments(
  db: Db,
  of: Organisation,
  account: Account,
  contact: string | undefined,
  asAt: CivilDate,
): AccountDetailAnswer {
  if (!contact?.trim()) return { of: 'documents', items: [], settled: [] };
  const lines = controlLines(db, of.id, [account.id], asAt, contactNamed(db, of.id, contact).id);
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
      amount: formatAmount(amount, of.baseCurrency),
      dueDate,
      currency: foreign?.currency ?? null,
      foreignAmount: foreign ? formatAmount(foreign.open, foreign.currency) : null,
    })),
    settled: [...settled.values()],
  };
}

function things(db: Db, of: Organisation, account: Account, asAt: CivilDate): AccountDetailAnswer {
  if (account.element !== 'asset' || account.role === 'cash') return NOTHING;
  const { trays } = readSomeTrays(db, of.id, ['asset-classes', 'assets', 'stock']);
  for (const tray of ['assets', 'stock'] as const) {
    const facts = trays[tray].facts.filter(({ lines }) => lines.some((line) => line.account === account.id));
    if (facts.length === 0) continue;
    const later = laterLines(db, { organisation: of.id, accounts: [account.id], asAt });
    const { items } = accountDetail(facts, later);
    return {
      of: tray,
      items: items
        .filter((item) => item.account === account.id)
        .map(({ name, amount }) => ({
          name,
          amount: formatAmount(amount, of.baseCurrency),
          dueDate: null,
          currency: null,
          foreignAmount: null,
        })),
      settled: [],
    };
  }
  return NOTHING;
}
