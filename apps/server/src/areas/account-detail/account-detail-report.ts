import type { AccountDetailQuery, AccountDetailResponse, UsedDocumentResponse } from '@just-ledger/contract';
import {
  type Account,
  accountDetail,
  type CivilDate,
  documentKey,
  formatAmount,
  opensDocument,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { unprocessable } from '../../platform/problems/refusal.js';
import { loadChart } from '../accounts/account-store.js';
import { contactNamed } from '../contacts/contact-named.js';
import { controlAccounts, type OpenItemsAt } from '../open-items/open-documents.js';
import { linesOfDocument } from '../open-items/open-items-at.js';
import { type ListedItem, openListOf } from '../open-items/open-lists.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportDate } from '../organisations/report-dates.js';
import { laterLines } from './later-lines.js';
import { readSomeTrays } from './tray-rows.js';

const NOTHING: AccountDetailResponse = { of: null, items: [], count: 0, used: null };

/** So many open documents are told at a time. */
const SHOWN = 100;

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
    ? openDocuments(db, organisation, account, query, asAt)
    : detailItems(db, organisation, account, asAt);
}

/** Open documents whose number has in it what was typed, and whether just that one is settled already. */
function openDocuments(
  db: Db,
  organisation: Organisation,
  account: Account,
  { contact, document: typed = '' }: AccountDetailQuery,
  asAt: CivilDate,
): AccountDetailResponse {
  if (!contact?.trim()) return { ...NOTHING, of: 'documents' };
  const asked: OpenItemsAt = {
    organisation: organisation.id,
    accounts: controlAccounts(db, organisation.id).filter(({ id }) => id === account.id),
    asAt,
    contacts: [contactNamed(db, organisation.id, contact).id],
  };
  const key = documentKey(typed);
  const { items, read } = openListOf(db, asked);
  const keyOf = ({ document = '' }: ListedItem): string => documentKey(document);
  const open = items.filter(({ document, item }) => document !== undefined && !item?.isPayment);
  const isTyped = (listedItem: ListedItem): boolean => keyOf(listedItem) === key;
  const matching = open.filter((listedItem) => keyOf(listedItem).includes(key));
  const [typedOnes, others] = [matching.filter(isTyped), matching.filter((listedItem) => !isTyped(listedItem))];
  const shown = [...read(typedOnes), ...read(others.slice(0, Math.max(SHOWN - typedOnes.length, 0)))];
  return {
    of: 'documents',
    items: shown.map(({ document = '', open: amount, dueDate, foreign }) => ({
      name: document,
      amount: formatAmount(amount, organisation.baseCurrency),
      dueDate,
      currency: foreign?.currency ?? null,
      foreignAmount: foreign ? formatAmount(foreign.open, foreign.currency) : null,
    })),
    count: open.length,
    used: key === '' || typedOnes.length > 0 ? null : usedDocument(db, asked, typed),
  };
}

/** The last line that opened a document of a contact with a number. */
function usedDocument(db: Db, asked: OpenItemsAt, typed: string): UsedDocumentResponse | null {
  const last = linesOfDocument(db, asked, typed).filter(opensDocument).at(-1);
  return last ? { name: last.document ?? '', date: last.documentDate ?? last.date, entry: last.entry } : null;
}

function detailItems(db: Db, organisation: Organisation, account: Account, asAt: CivilDate): AccountDetailResponse {
  if (account.element !== 'asset' || account.role === 'cash') return NOTHING;
  const { trays } = readSomeTrays(db, organisation.id, ['asset-classes', 'assets', 'stock']);
  for (const tray of ['assets', 'stock'] as const) {
    const facts = trays[tray].facts.filter(({ lines }) => lines.some((line) => line.account === account.id));
    if (facts.length === 0) continue;
    const later = laterLines(db, { organisation: organisation.id, accounts: [account.id], asAt });
    const { items } = accountDetail(facts, later);
    const own = items.filter((item) => item.account === account.id);
    return {
      of: tray,
      items: own.map(({ name, amount }) => ({
        name,
        amount: formatAmount(amount, organisation.baseCurrency),
        dueDate: null,
        currency: null,
        foreignAmount: null,
      })),
      count: own.length,
      used: null,
    };
  }
  return NOTHING;
}
