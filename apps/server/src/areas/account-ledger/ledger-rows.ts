import type { AccountLedgerQuery, AccountLedgerResponse } from '@just-ledger/contract';
import type { CivilDate } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { filteredLedger, isFiltered } from './filtered-ledger.js';
import { ledgerReport } from './ledger-report.js';

/** So many entries of a filtered ledger are read at a time. */
const STEP = 500;

/** A page of the ledger of an account, filtered or with its balances. */
export function ledgerPageOf(
  db: Db,
  books: Organisation,
  query: AccountLedgerQuery,
  today: CivilDate,
): AccountLedgerResponse {
  const limit = query.limit ?? 200;
  return isFiltered(query)
    ? filteredLedger(db, books, query, today, limit)
    : ledgerReport(db, books, query, today, limit);
}

/** The whole ledger of an account for a span, filtered or with its balances. */
export function wholeLedger(
  db: Db,
  books: Organisation,
  { after: _, limit: __, ...query }: AccountLedgerQuery,
  today: CivilDate,
): AccountLedgerResponse {
  if (!isFiltered(query)) return ledgerReport(db, books, query, today, undefined);
  const first = filteredLedger(db, books, query, today, STEP);
  const rows = [...first.rows];
  for (let after = first.next; after !== null;) {
    const page = filteredLedger(db, books, { ...query, after }, today, STEP);
    rows.push(...page.rows);
    after = page.next;
  }
  return { ...first, rows, next: null };
}

/** The columns of a ledger file that hold amounts. */
export const LEDGER_FILE_AMOUNTS = ['debit', 'credit', 'balance', 'foreign_amount', 'foreign_balance'];

/** A ledger as the rows of its file, the headings first, then what was brought forward. */
export function ledgerFileRows(ledger: AccountLedgerResponse): string[][] {
  const there = (...cells: (string | null)[]): string[] =>
    ledger.currency === null ? [] : [ledger.currency, ...cells.map((cell) => cell ?? '')];
  const broughtForward = [ledger.from, '', 'brought forward', '', '', '', ledger.broughtForward];
  return [
    [
      ...['date', 'entry', 'explanation', 'note', 'debit', 'credit', 'balance'],
      ...(ledger.currency === null ? [] : ['currency', 'foreign_amount', 'foreign_balance']),
    ],
    [...broughtForward, ...there('', ledger.foreignBroughtForward)],
    ...ledger.rows.map((row) => [
      row.date,
      row.entry,
      row.explanation,
      row.note ?? '',
      row.debit ?? '',
      row.credit ?? '',
      row.balance ?? '',
      ...there(row.foreignAmount, row.foreignBalance),
    ]),
  ];
}
