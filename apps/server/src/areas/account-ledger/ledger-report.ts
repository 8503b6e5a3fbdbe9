import type { AccountLedgerQuery, AccountLedgerResponse, LedgerRowResponse } from '@just-ledger/contract';
import {
  type Account,
  type AccountId,
  accountLedger,
  accountTitle,
  besidesTax,
  type Chart,
  type CivilDate,
  countsFrom,
  dayBefore,
  entryNumber,
  formatAmount,
  minor,
  type Minor,
  ZERO,
} from '@just-ledger/core';
import { and, eq, ne, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { line } from '../../platform/database/schema.js';
import { unprocessable } from '../../platform/problems/refusal.js';
import { foreignBalances, loadChart } from '../accounts/account-store.js';
import { isOneOf } from '../journal/posted-entries.js';
import { flowsBetween } from '../ledger/flow-store.js';
import { type LineCursor, readLineCursor, writeLineCursor } from '../ledger/line-cursor.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportSpan } from '../organisations/report-dates.js';

interface FoundLine {
  readonly date: CivilDate;
  readonly amount: Minor;
  readonly entry: number;
  readonly place: number;
  readonly number: string;
  readonly explanation: string;
  readonly note: string | null;
  readonly contact: string | null;
  readonly document: string | null;
  readonly foreignAmount: number | null;
}

/** A page of an account's ledger with the balance after each line; without a limit the whole span. */
export function ledgerReport(
  db: Db,
  organisation: Organisation,
  query: AccountLedgerQuery,
  today: CivilDate,
  limit: number | undefined,
): AccountLedgerResponse {
  const chart = loadChart(db, organisation.id);
  const account = ledgerAccount(chart, query.account);
  const { from, to } = reportSpan(query, organisation, today);
  const after = query.after ? readLineCursor(query.after) : undefined;
  const found = linesAfter(
    db,
    organisation,
    account.id,
    after ?? { date: from, entry: 0, place: 0 },
    to,
    limit === undefined ? undefined : limit + 1,
  );
  const shown = limit === undefined ? found : found.slice(0, limit);
  const hasMore = shown.length < found.length;
  const last = shown.at(-1);
  const opening = after
    ? balanceBefore(db, organisation, account, after)
    : openingBalance(db, organisation, account, from);
  const until = hasMore && last ? last.date : to;
  const rows = accountLedger(account, organisation.calendar, opening, after?.date ?? from, shown, until);
  const opposite = oppositeAccounts(db, organisation, chart, account.id, shown);
  const write = (amount: Minor): string => formatAmount(amount, organisation.baseCurrency);
  const foreign = foreignSide(db, organisation, account, from, to, after);
  return {
    account: account.number,
    name: account.name,
    from,
    to,
    broughtForward: write(opening),
    rows: rows.map((row): LedgerRowResponse => {
      const amount = row.type === 'line' ? row.line.amount : row.amount;
      const there = foreign.row(row.type === 'line' ? row.line.foreignAmount : 0);
      const sides = {
        ...there,
        debit: amount > 0 ? write(amount) : null,
        credit: amount < 0 ? write(minor(-amount)) : null,
        balance: write(row.balance),
      };
      if (row.type === 'year-ended') {
        return {
          date: row.date,
          entry: '',
          explanation: 'Year ended, not closed',
          note: null,
          contact: null,
          document: null,
          opposite: '',
          ...sides,
        };
      }
      const { date, number, explanation, note, contact, document, entry } = row.line;
      return {
        date,
        entry: number,
        explanation,
        note,
        contact,
        document,
        opposite: opposite.get(entry) ?? '',
        ...sides,
      };
    }),
    closing: write(closingBalance(db, organisation, account, to)),
    currency: foreign.currency,
    foreignBroughtForward: foreign.broughtForward,
    foreignClosing: foreign.closing,
    next: hasMore && last ? writeLineCursor(last) : null,
  };
}

/** The account of a ledger by its number. @throws {Refusal} 422 */
export function ledgerAccount({ byNumber }: Chart, number: string): Account {
  const account = byNumber.get(number);
  if (!account) throw unprocessable('account-unknown', 'account', `There is no account ${number}.`);
  return account;
}

/** What an account kept in another currency holds there, line by line; nothing for all others. */
function foreignSide(
  db: Db,
  organisation: Organisation,
  { id, currency }: Account,
  from: CivilDate,
  to: CivilDate,
  after: LineCursor | undefined,
): Pick<AccountLedgerResponse, 'currency'> & {
  readonly broughtForward: string | null;
  readonly closing: string | null;
  readonly row: (amount: number | null) => Pick<LedgerRowResponse, 'foreignAmount' | 'foreignBalance'>;
} {
  if (currency === undefined || currency === organisation.baseCurrency) {
    const row = () => ({ foreignAmount: null, foreignBalance: null });
    return { currency: null, broughtForward: null, closing: null, row };
  }
  const write = (amount: number): string => formatAmount(minor(amount), currency);
  const upTo = (date: CivilDate): number => foreignBalances(db, organisation.id, [id], date).get(id) ?? 0;
  const opening = upTo(dayBefore(from));
  let balance = after ? upTo(dayBefore(after.date)) + foreignOfDay(db, organisation, id, after) : opening;
  return {
    currency,
    broughtForward: write(opening),
    closing: write(upTo(to)),
    row: (amount) => {
      balance += amount ?? 0;
      return { foreignAmount: write(amount ?? 0), foreignBalance: write(balance) };
    },
  };
}

/** What an account received in its own currency on the day of a cursor, up to it. */
function foreignOfDay(db: Db, books: Organisation, account: AccountId, cursor: LineCursor): number {
  return db.get<{ amount: number }>(sql`
    SELECT coalesce(sum(foreign_amount), 0) AS amount FROM line
    WHERE organisation = ${books.id} AND account = ${account} AND date = ${cursor.date}
      AND (entry < ${cursor.entry} OR (entry = ${cursor.entry} AND place <= ${cursor.place}))`).amount;
}

/** An account's balance before the first line of a day, within its year if it is temporary. */
export function openingBalance(db: Db, organisation: Organisation, account: Account, day: CivilDate): Minor {
  const start = countsFrom(account, organisation.calendar, day);
  return start === day ? ZERO : sumOfDays(db, organisation, account.id, start, dayBefore(day));
}

/** An account's balance at the end of a day, within its year if it is temporary. */
export function closingBalance(db: Db, organisation: Organisation, account: Account, day: CivilDate): Minor {
  return sumOfDays(db, organisation, account.id, countsFrom(account, organisation.calendar, day), day);
}

/** The balance after a line where a page ended. */
function balanceBefore(db: Db, books: Organisation, account: Account, cursor: LineCursor): Minor {
  const ofDay = db.get<{ amount: number }>(sql`
    SELECT coalesce(sum(amount), 0) AS amount FROM line
    WHERE organisation = ${books.id} AND account = ${account.id} AND date = ${cursor.date}
      AND (entry < ${cursor.entry} OR (entry = ${cursor.entry} AND place <= ${cursor.place}))`);
  return minor(openingBalance(db, books, account, cursor.date) + ofDay.amount);
}

/** Sums an account from one day to another. */
function sumOfDays(
  db: Db,
  organisation: Organisation,
  account: AccountId,
  from: CivilDate | undefined,
  to: CivilDate,
): Minor {
  const flows = flowsBetween(
    db,
    { organisation: organisation.id, calendar: organisation.calendar },
    from,
    to,
    account,
  );
  return minor(flows.reduce((sum, flow) => sum + flow.amount, 0));
}

function linesAfter(
  db: Db,
  organisation: Organisation,
  account: AccountId,
  after: LineCursor,
  to: CivilDate,
  limit: number | undefined,
): FoundLine[] {
  const rows = db.all<Omit<FoundLine, 'number'> & { year: string; serial: number }>(sql`
    SELECT l.date AS date, l.amount AS amount, l.entry AS entry, l.place AS place, e.year AS year, e.number AS serial,
      e.explanation AS explanation, l.note AS note, c.name AS contact, l.document AS document, l.foreign_amount AS foreignAmount
    FROM line AS l JOIN entry AS e ON e.organisation = l.organisation AND e.place = l.entry
      LEFT JOIN contact AS c ON c.organisation = l.organisation AND c.id = l.contact
    WHERE l.organisation = ${organisation.id} AND l.account = ${account} AND l.date >= ${after.date} AND l.date <= ${to}
      AND (l.date > ${after.date} OR l.entry > ${after.entry} OR (l.entry = ${after.entry} AND l.place > ${after.place}))
    ORDER BY l.date, l.entry, l.place LIMIT ${limit ?? -1}`);
  return rows.map(({ year, serial, ...row }) => ({ ...row, number: entryNumber(year, serial) }));
}

/** The other accounts of each entry: the one if there is one, else how many. */
function oppositeAccounts(
  db: Db,
  organisation: Organisation,
  chart: Chart,
  own: AccountId,
  lines: readonly FoundLine[],
): Map<number, string> {
  const entries = [...new Set(lines.map((line) => line.entry))];
  const others = db
    .selectDistinct({ entry: line.entry, account: line.account, taxSide: line.taxSide })
    .from(line)
    .where(and(eq(line.organisation, organisation.id), isOneOf(line.entry, entries), ne(line.account, own)))
    .all();
  const byEntry = new Map<number, (typeof others)[number][]>();
  for (const row of others) byEntry.set(row.entry, [...(byEntry.get(row.entry) ?? []), row]);
  return new Map([...byEntry].map(([entry, rows]) => [entry, titleOf(accountsBesidesTax(rows), chart)]));
}

/** Accounts once each, without those that only the tax of other lines goes to. */
export function accountsBesidesTax(
  lines: readonly { readonly account: AccountId; readonly taxSide: unknown }[],
): AccountId[] {
  return [...new Set(besidesTax(lines).map(({ account }) => account))];
}

/** The other accounts of an entry, as people read them: the one if there is one, else how many. */
export function titleOf(others: readonly AccountId[], chart: Chart): string {
  const [only] = others.length === 1 ? others.flatMap((id) => chart.byId.get(id) ?? []) : [];
  return only ? accountTitle(only) : `${others.length} accounts`;
}
