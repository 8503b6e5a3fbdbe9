import type {
  AccountLedgerQuery,
  AccountLedgerResponse,
  LedgerRowResponse,
  LineResponse,
} from '@just-ledger/contract';
import { type CivilDate, formatAmount, parseAmount } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { loadChart } from '../accounts/account-store.js';
import { journalPage, journalPlaces } from '../journal/journal-page.js';
import { FEW } from '../journal/journal-found.js';
import { amountOf, contactsNamed } from '../journal/journal-search.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportSpan } from '../organisations/report-dates.js';
import { accountsBesidesTax, closingBalance, ledgerAccount, openingBalance, titleOf } from './ledger-report.js';

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
  const meant = meantOf(db, books, query);
  return {
    account: account.number,
    name: account.name,
    from,
    to,
    broughtForward: formatAmount(openingBalance(db, books, account, from), books.baseCurrency),
    rows: [...page.entries].reverse().flatMap((entry) => {
      const others = accountsBesidesTax(
        entry.lines.flatMap(({ account: number, taxSide }) => {
          const id = chart.byNumber.get(number)?.id;
          return id === undefined || id === account.id ? [] : [{ account: id, taxSide }];
        }),
      );
      return entry.lines
        .filter((line) => line.account === account.number && isMeant(meant, line, books))
        .map((line): LedgerRowResponse => ({
          date: entry.date,
          entry: entry.number,
          explanation: entry.explanation,
          note: line.note,
          contact: line.contact,
          document: line.document,
          opposite: others.length === 0 ? '' : titleOf(others, chart),
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

/** What a line has to have itself: an amount within these, and where it names a contact, one of these. Minor units. */
interface Meant {
  readonly least: number;
  readonly most: number;
  readonly contacts: ReturnType<typeof contactsNamed> | undefined;
}

function meantOf(db: Db, books: Organisation, query: AccountLedgerQuery): Meant {
  const { amount, amountFrom = amount, amountTo = amount, contact } = query;
  return {
    least: amountFrom ? amountOf(books, amountFrom, 'amountFrom') : 0,
    most: amountTo ? amountOf(books, amountTo, 'amountTo') : Number.MAX_SAFE_INTEGER,
    contacts: contact ? contactsNamed(db, books.id, contact) : undefined,
  };
}

function isMeant({ least, most, contacts }: Meant, line: LineResponse, { baseCurrency }: Organisation): boolean {
  const amount = parseAmount(line.debit ?? line.credit ?? '0', baseCurrency);
  const isOfContact = !contacts || line.contact === null || contacts.some(({ name }) => name === line.contact);
  return isOfContact && amount >= least && amount <= most;
}

/** What lines of an account come to; minor units. */
export interface LedgerSums {
  readonly lines: number;
  readonly debit: number;
  readonly credit: number;
}

const NO_LINES: LedgerSums = { lines: 0, debit: 0, credit: 0 };

/**
 * What the lines of an account come to that are asked for, whatever page of them.
 *
 * @param few of so many entries the lines are looked up; of more all lines of the account are read
 */
export function ledgerSums(
  db: Db,
  books: Organisation,
  query: AccountLedgerQuery,
  today: CivilDate,
  few = FEW,
): LedgerSums {
  const account = ledgerAccount(loadChart(db, books.id), query.account);
  const { from, to } = reportSpan(query, books, today);
  const sums = `SELECT count(*) AS lines, coalesce(sum(max(amount, 0)), 0) AS debit, coalesce(-sum(min(amount, 0)), 0) AS credit
    FROM line WHERE organisation = @organisation AND account = @account`;
  const asked = { organisation: books.id, account: account.id };
  if (!isFiltered(query)) {
    const all = db.$client.prepare<object, LedgerSums>(`${sums} AND date BETWEEN @from AND @to`);
    return all.get({ ...asked, from, to }) ?? NO_LINES;
  }
  const { after: _, limit: __, ...filter } = query;
  const places = journalPlaces(db, books, { ...filter, from, to });
  const { least, most, contacts } = meantOf(db, books, query);
  const isMeant = `abs(amount) BETWEEN @least AND @most
    AND (@contacts IS NULL OR contact IS NULL OR contact IN (SELECT value FROM json_each(@contacts)))`;
  const among = contacts ? JSON.stringify(contacts.map(({ id }) => id)) : null;
  if (places.length <= few) {
    const found = db.$client.prepare<object, LedgerSums>(
      `${sums} AND entry IN (SELECT value FROM json_each(@places)) AND ${isMeant}`,
    );
    return found.get({ ...asked, places: JSON.stringify(places), least, most, contacts: among }) ?? NO_LINES;
  }
  // in one text each for their entries and amounts
  const lists = db.$client
    .prepare<object, readonly [string, string]>(
      `SELECT json_group_array(entry), json_group_array(amount) FROM line
      WHERE organisation = @organisation AND account = @account AND date BETWEEN @from AND @to AND ${isMeant}`,
    )
    .raw()
    .get({ ...asked, from, to, least, most, contacts: among });
  const [entries = [], amounts = []] = (lists ?? []).map((list) => JSON.parse(list) as number[]);
  return sumsAmong(new Set(places), entries, amounts);
}

/** What the amounts of lines come to whose entries are among some. */
function sumsAmong(places: ReadonlySet<number>, entries: readonly number[], amounts: readonly number[]): LedgerSums {
  let [lines, debit, credit] = [0, 0, 0];
  entries.forEach((entry, index) => {
    if (!places.has(entry)) return;
    const amount = amounts[index] ?? 0;
    lines += 1;
    debit += Math.max(amount, 0);
    credit -= Math.min(amount, 0);
  });
  return { lines, debit, credit };
}
