import type { EntriesQuery, EntriesResponse, EntryResponse, LineResponse } from '@just-ledger/contract';
import {
  accountIn,
  type Books,
  type ContactId,
  type EntryLine,
  entryNumber,
  formatAmount,
  minor,
  parseEntryNumber,
  type PostedEntry,
  safeParseAmount,
  valueNames,
  zip,
} from '@just-ledger/core';
import { and, desc, eq, or, sql, type SQL } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { contact, entry, person } from '../../platform/database/schema.js';
import { notFound, unprocessable } from '../../platform/problems/refusal.js';
import { loadChart } from '../accounts/account-store.js';
import { loadBreakdowns } from '../breakdowns/breakdown-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { type EntryRow, isOneOf, postedEntriesOf } from './posted-entries.js';

/** The row of an entry by its number. @throws {Refusal} 404 */
export function entryRowOf(db: Db, organisation: number, number: string): EntryRow {
  const parsed = parseEntryNumber(number);
  const row =
    parsed && findEntryRow(db, organisation, and(eq(entry.year, parsed.year), eq(entry.number, parsed.number)));
  if (!row) throw notFound('entry');
  return row;
}

/** The number of the entry that reverses one, if any. */
export function reversalNumberOf(db: Db, organisation: number, place: number): string | undefined {
  const row = findEntryRow(db, organisation, eq(entry.reverses, place));
  return row && entryNumber(row.year, row.number);
}

/** What an entry's answer says beyond the entry itself. */
export interface EntryRemarks {
  readonly seal: string;
  readonly postedBy: string;
  /** The number of the entry it reverses. */
  readonly reverses: string | null;
  /** The number of the entry that reverses it. */
  readonly reversedBy: string | null;
}

/** An entry as it goes over the wire. */
export function entryResponse(
  posted: PostedEntry,
  remarks: EntryRemarks,
  books: Pick<Books, 'baseCurrency' | 'chart' | 'breakdowns'>,
  contactName: (id: ContactId) => string | null,
): EntryResponse {
  const amount = posted.lines.reduce((sum, line) => sum + Math.max(line.amount, 0), 0);
  return {
    number: entryNumber(posted.year, posted.number),
    place: posted.place,
    date: posted.date,
    kind: posted.kind,
    stage: posted.stage,
    source: posted.source,
    explanation: posted.explanation,
    reference: posted.reference ?? null,
    postedAt: posted.postedAt,
    amount: formatAmount(minor(amount), books.baseCurrency),
    ...remarks,
    lines: posted.lines.map((line) => lineResponse(line, books, contactName)),
  };
}

/** Entries as they go over the wire, in the order given. */
export function entryAnswers(
  db: Db,
  organisation: Organisation,
  rows: readonly EntryRow[],
  chart = loadChart(db, organisation.id),
): EntryResponse[] {
  if (rows.length === 0) return [];
  const reversed = rows.flatMap((row) => (row.reverses === null ? [] : [row.reverses]));
  const originals = numbersBy(
    (row) => row.place,
    reversed.length === 0 ? [] : findEntries(db, organisation.id, isOneOf(entry.place, reversed)),
  );
  const reversals = numbersBy(
    (row) => row.reverses,
    findEntries(
      db,
      organisation.id,
      isOneOf(
        entry.reverses,
        rows.map((row) => row.place),
      ),
    ),
  );
  const people = new Map(
    db
      .select({ id: person.id, name: person.name })
      .from(person)
      .all()
      .map((one) => [one.id, one.name]),
  );
  const posted = postedEntriesOf(db, organisation.id, rows);
  const contactName = contactNames(db, organisation.id, posted);
  const books = { baseCurrency: organisation.baseCurrency, chart, breakdowns: loadBreakdowns(db, organisation.id) };
  return zip(rows, posted).map(([row, entry]) =>
    entryResponse(
      entry,
      {
        seal: row.seal,
        postedBy: people.get(row.postedBy) ?? '',
        reverses: originals.get(row.reverses) ?? null,
        reversedBy: reversals.get(row.place) ?? null,
      },
      books,
      contactName,
    ),
  );
}

/** The names of the contacts that entries mention. */
export function contactNames(
  db: Db,
  organisation: number,
  posted: readonly PostedEntry[],
): (id: ContactId) => string | null {
  const ids = new Set(posted.flatMap((entry) => entry.lines.flatMap((line) => line.contact ?? [])));
  if (ids.size === 0) return () => null;
  const rows = db
    .select({ id: contact.id, name: contact.name })
    .from(contact)
    .where(and(eq(contact.organisation, organisation), isOneOf(contact.id, [...ids])))
    .all();
  const names = new Map(rows.map((row) => [row.id, row.name]));
  return (id) => names.get(id) ?? null;
}

function numbersBy(key: (row: EntryRow) => number | null, rows: readonly EntryRow[]): Map<number | null, string> {
  return new Map(rows.map((row) => [key(row), entryNumber(row.year, row.number)]));
}

/** A page of the journal, newest first, with the count and debits of all that match. */
export function journalPage(db: Db, organisation: Organisation, query: EntriesQuery): EntriesResponse {
  const conditions = entryConditions(db, organisation, query);
  const limit = query.limit ?? 100;
  const rows = db
    .select()
    .from(entry)
    .where(and(...conditions, cursorCondition(query.after)))
    .orderBy(desc(entry.date), desc(entry.place))
    .limit(limit + 1)
    .all();
  const shown = rows.slice(0, limit);
  const last = shown.at(-1);
  const sums = db
    .select({ count: sql<number>`count(*)`, amount: sql<number>`coalesce(sum(${entry.debit}), 0)` })
    .from(entry)
    .where(and(...conditions))
    .get();
  return {
    entries: entryAnswers(db, organisation, shown),
    next: rows.length > limit && last ? `${last.date}.${last.place}` : null,
    count: sums?.count ?? 0,
    amount: formatAmount(minor(sums?.amount ?? 0), organisation.baseCurrency),
  };
}

/** The rows of all entries that match, oldest first. */
export function journalRows(db: Db, organisation: Organisation, query: EntriesQuery): EntryRow[] {
  return db
    .select()
    .from(entry)
    .where(and(...entryConditions(db, organisation, query)))
    .orderBy(entry.date, entry.place)
    .all();
}

function entryConditions(db: Db, books: Organisation, query: EntriesQuery): SQL[] {
  const conditions: (SQL | undefined)[] = [eq(entry.organisation, books.id)];
  if (query.from) conditions.push(sql`${entry.date} >= ${query.from}`);
  if (query.to) conditions.push(sql`${entry.date} <= ${query.to}`);
  if (query.kind) conditions.push(sql`${entry.kind} = ${query.kind}`);
  if (query.source) conditions.push(sql`${entry.source} = ${query.source}`);
  if (query.text) conditions.push(textCondition(books.id, query.text));
  const chart = loadChart(db, books.id);
  if (query.account) {
    const account = chart.byNumber.get(query.account);
    if (!account) throw unprocessable('account-unknown', 'account', `There is no account ${query.account}.`);
    conditions.push(sql`${entry.place} IN (SELECT line.entry FROM line INDEXED BY line_account
      WHERE line.organisation = ${books.id} AND line.account = ${account.id}
        AND line.date >= ${query.from || '0000-01-01'} AND line.date <= ${query.to || '9999-12-31'})`);
  }
  if (query.contact) {
    const name = query.contact;
    conditions.push(
      hasLine(
        books.id,
        sql`line.contact IN (SELECT id FROM contact WHERE organisation = ${books.id} AND (number = ${name} OR name = ${name} COLLATE NOCASE))`,
      ),
    );
  }
  if (query.amount) {
    const read = safeParseAmount(query.amount, books.baseCurrency);
    if (!read.ok) throw unprocessable('amount-not-an-amount', 'amount', `“${query.amount}” is not an amount.`);
    conditions.push(
      or(eq(entry.debit, read.amount), hasLine(books.id, sql`abs(line.amount) = ${Math.abs(read.amount)}`)),
    );
  }
  return conditions.filter((condition) => condition !== undefined);
}

/** Whether an entry has such a line. Its own lines are looked up: any other way would read all of them for each entry. */
function hasLine(organisation: number, condition: SQL): SQL {
  return sql`EXISTS (SELECT 1 FROM line NOT INDEXED WHERE line.organisation = ${organisation} AND line.entry = ${entry.place} AND ${condition})`;
}

function textCondition(organisation: number, text: string): SQL | undefined {
  const pattern = `%${text.replace(/[\\%_]/g, (mark) => `\\${mark}`)}%`;
  const number = parseEntryNumber(text);
  return or(
    sql`${entry.explanation} LIKE ${pattern} ESCAPE '\\'`,
    sql`${entry.reference} LIKE ${pattern} ESCAPE '\\'`,
    hasLine(
      organisation,
      sql`(line.note LIKE ${pattern} ESCAPE '\\' OR line.document LIKE ${pattern} ESCAPE '\\' OR line.own_number LIKE ${pattern} ESCAPE '\\')`,
    ),
    hasLine(
      organisation,
      sql`line.contact IN (SELECT id FROM contact WHERE organisation = ${organisation} AND name LIKE ${pattern} ESCAPE '\\')`,
    ),
    number && and(eq(entry.year, number.year), eq(entry.number, number.number)),
  );
}

function cursorCondition(after: string | undefined): SQL | undefined {
  if (!after) return undefined;
  const match = /^(\d{4}-\d\d-\d\d)\.(\d{1,15})$/.exec(after);
  if (!match?.[1] || !match[2]) throw unprocessable('cursor', 'after', 'This is not where a page ended.');
  return sql`(${entry.date}, ${entry.place}) < (${match[1]}, ${Number(match[2])})`;
}

function findEntryRow(db: Db, organisation: number, condition: SQL | undefined): EntryRow | undefined {
  return db
    .select()
    .from(entry)
    .where(and(eq(entry.organisation, organisation), condition))
    .get();
}

function findEntries(db: Db, organisation: number, condition: SQL): EntryRow[] {
  return db
    .select()
    .from(entry)
    .where(and(eq(entry.organisation, organisation), condition))
    .all();
}

function lineResponse(
  line: EntryLine,
  books: Pick<Books, 'baseCurrency' | 'chart' | 'breakdowns'>,
  contactName: (id: ContactId) => string | null,
): LineResponse {
  const { baseCurrency: currency } = books;
  const { amount, foreign, contact, breakdowns } = line;
  const account = accountIn(books.chart, line.account);
  const quote: { rate?: string; ratePerBase?: string } = foreign?.quote ?? {};
  return {
    account: account.number,
    accountName: account.name,
    debit: amount > 0 ? formatAmount(amount, currency) : null,
    credit: amount < 0 ? formatAmount(minor(-amount), currency) : null,
    note: line.note ?? null,
    contact: contact === undefined ? null : contactName(contact),
    currency: foreign?.currency ?? null,
    foreignAmount: foreign ? formatAmount(minor(Math.abs(foreign.amount)), foreign.currency) : null,
    rate: quote.rate ?? null,
    ratePerBase: quote.ratePerBase ?? null,
    dueDate: line.dueDate ?? null,
    document: line.document ?? null,
    documentDate: line.documentDate ?? null,
    ownNumber: line.ownNumber ?? null,
    movement: line.movement ?? null,
    cashBasis: line.cashBasis ?? null,
    breakdowns: breakdowns ? valueNames(books.breakdowns, breakdowns) : null,
  };
}
