import type {
  AccountLedgerQuery,
  AccountLedgerResponse,
  LedgerRowResponse,
  LineResponse,
} from '@just-ledger/contract';
import { type CivilDate, formatAmount, minor, parseAmount } from '@just-ledger/core';
import { and, eq, or, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { contact } from '../../platform/database/schema.js';
import { loadChart } from '../accounts/account-store.js';
import { journalPage, journalPlaces } from '../journal/journal-page.js';
import { amountOf, contactsNamed } from '../journal/journal-search.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportSpan } from '../organisations/report-dates.js';
import { closingBalance, ledgerAccount, openingBalance, titleOf } from './ledger-report.js';

/** Before all entries that there can be. */
const BEGINNING = '1900-01-01.0';

/** Whether lines are asked for by more than their account and dates. */
export function isFiltered({
  account: _,
  from: _from,
  to: _to,
  limit: _limit,
  after: _after,
  ...filter
}: AccountLedgerQuery): boolean {
  return Object.values(filter).some((value) => value !== undefined && value !== '');
}

/**
 * A page of the lines of an account in the entries that match. A line has to have the amount that is asked for itself, and
 * where it names a contact, that one. There is no balance after each, as what lies between is left out.
 */
export function filteredLedger(
  db: Db,
  books: Organisation,
  query: AccountLedgerQuery,
  today: CivilDate,
  limit: number,
): AccountLedgerResponse {
  const chart = loadChart(db, books.id);
  const account = ledgerAccount(chart, query.account);
  const { from, to } = reportSpan(query, books, today);
  const { after, ...filter } = query;
  const page = journalPage(db, books, { ...filter, from, to, before: after || BEGINNING, limit });
  const isMeant = meantLines(db, books, query);
  return {
    account: account.number,
    name: account.name,
    from,
    to,
    broughtForward: formatAmount(openingBalance(db, books, account, from), books.baseCurrency),
    rows: [...page.entries].reverse().flatMap((entry) => {
      const others = new Set(entry.lines.flatMap((line) => chart.byNumber.get(line.account)?.id ?? []));
      others.delete(account.id);
      return entry.lines
        .filter((line) => line.account === account.number && isMeant(line))
        .map((line): LedgerRowResponse => ({
          date: entry.date,
          entry: entry.number,
          explanation: entry.explanation,
          note: line.note,
          contact: line.contact,
          document: line.document,
          opposite: others.size === 0 ? '' : titleOf([...others], chart),
          debit: line.debit,
          credit: line.credit,
          balance: null,
          foreignAmount: null,
          foreignBalance: null,
        }));
    }),
    closing: formatAmount(closingBalance(db, books, account, to), books.baseCurrency),
    currency: null,
    foreignBroughtForward: null,
    foreignClosing: null,
    next: page.previous,
  };
}

/** Whether a line of an entry that matches is one that is meant. */
function meantLines(db: Db, books: Organisation, query: AccountLedgerQuery): (line: LineResponse) => boolean {
  const names = query.contact ? contactNamesMeant(db, books.id, query.contact) : undefined;
  const range = amountsMeant(books, query);
  return (line) => {
    const amount = parseAmount(line.debit ?? line.credit ?? '0', books.baseCurrency);
    return (
      (names === undefined || line.contact === null || names.has(line.contact)) &&
      (range === undefined || (amount >= range.least && amount <= range.most))
    );
  };
}

function contactNamesMeant(db: Db, organisation: number, named: string): Set<string> {
  const isNamed = or(eq(contact.number, named), sql`${contact.name} = ${named} COLLATE NOCASE`);
  const rows = db
    .select({ name: contact.name })
    .from(contact)
    .where(and(eq(contact.organisation, organisation), isNamed))
    .all();
  return new Set(rows.map(({ name }) => name));
}

function amountsMeant(
  books: Organisation,
  { amount, amountFrom, amountTo }: AccountLedgerQuery,
): { readonly least: number; readonly most: number } | undefined {
  const read = (text: string | undefined, path: string, otherwise: number): number =>
    text ? amountOf(books, text, path) : otherwise;
  if (amount) return { least: read(amount, 'amount', 0), most: read(amount, 'amount', 0) };
  if (!amountFrom && !amountTo) return undefined;
  return {
    least: read(amountFrom, 'amountFrom', 0),
    most: read(amountTo, 'amountTo', Number.MAX_SAFE_INTEGER),
  };
}

/** What lines of an account come to; minor units. */
export interface LedgerSums {
  readonly lines: number;
  readonly debit: number;
  readonly credit: number;
}

/** What the lines of an account come to that are asked for, whatever page of them. */
export function ledgerSums(db: Db, books: Organisation, query: AccountLedgerQuery, today: CivilDate): LedgerSums {
  const account = ledgerAccount(loadChart(db, books.id), query.account);
  const { from, to } = reportSpan(query, books, today);
  const sums = `SELECT count(*) AS lines, coalesce(sum(max(amount, 0)), 0) AS debit, coalesce(-sum(min(amount, 0)), 0) AS credit
    FROM line WHERE organisation = @organisation AND account = @account`;
  const of = { organisation: books.id, account: account.id };
  if (!isFiltered(query)) {
    const all = db.$client.prepare<object, LedgerSums>(`${sums} AND date BETWEEN @from AND @to`);
    return all.get({ ...of, from, to }) as LedgerSums;
  }
  const { after: _, limit: __, ...filter } = query;
  const places = JSON.stringify(journalPlaces(db, books, { ...filter, from, to }));
  const range = amountsMeant(books, query);
  const contacts = query.contact ? JSON.stringify(contactsNamed(db, books.id, query.contact)) : null;
  const found = db.$client.prepare<object, LedgerSums>(
    `${sums} AND entry IN (SELECT value FROM json_each(@places)) AND abs(amount) BETWEEN @least AND @most
      AND (@contacts IS NULL OR contact IS NULL OR contact IN (SELECT value FROM json_each(@contacts)))`,
  );
  return found.get({
    ...of,
    places,
    contacts,
    least: range?.least ?? 0,
    most: range?.most ?? minor(Number.MAX_SAFE_INTEGER),
  }) as LedgerSums;
}
