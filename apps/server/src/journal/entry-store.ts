import type { EntriesAnswer, EntriesQuery, EntryAnswer, LineAnswer } from '@just-ledger/contract';
import {
  accountIn,
  entryNumber,
  formatAmount,
  minor,
  parseEntryNumber,
  safeParseAmount,
  type AccountId,
  type Chart,
  type CurrencyCode,
  type EntryLine,
  type PostedEntry,
  type RateQuote,
} from '@just-ledger/core';
import { and, desc, eq, gte, inArray, lt, lte, or, sql, type SQL } from 'drizzle-orm';
import { loadChart } from '../accounts/account-store.js';
import type { Db } from '../database/connection.js';
import { contact, entry, line, person } from '../database/schema.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { notFound, unprocessable } from '../problems/refusal.js';

type EntryRow = typeof entry.$inferSelect;
type LineRow = typeof line.$inferSelect;

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

/** A posted entry as core knows it, read from what was sealed. */
export function postedEntryOf(row: EntryRow): PostedEntry {
  const content = JSON.parse(row.content) as Omit<PostedEntry, 'lines'> & { v: number; lines: SealedLine[] };
  const { v, lines, ...head } = content;
  return { ...head, lines: lines.map(lineOf) };
}

/** Entries as they go over the wire, in the order given. */
export function entryAnswers(
  db: Db,
  of: Organisation,
  rows: readonly EntryRow[],
  chart = loadChart(db, of.id),
): EntryAnswer[] {
  if (rows.length === 0) return [];
  const places = rows.map((row) => row.place);
  const lines = groupedLines(db, of.id, places);
  const reversals = new Map(
    findEntries(db, of.id, inArray(entry.reverses, places)).map((row) => [
      row.reverses,
      entryNumber(row.year, row.number),
    ]),
  );
  const reversed = rows.flatMap((row) => (row.reverses === null ? [] : [row.reverses]));
  const originals = new Map(
    reversed.length === 0
      ? []
      : findEntries(db, of.id, inArray(entry.place, reversed)).map((row): [number, string] => [
          row.place,
          entryNumber(row.year, row.number),
        ]),
  );
  const people = new Map(
    db
      .select({ id: person.id, name: person.name })
      .from(person)
      .all()
      .map((one) => [one.id, one.name]),
  );
  return rows.map((row) => ({
    number: entryNumber(row.year, row.number),
    place: row.place,
    date: row.date,
    kind: row.kind,
    stage: row.stage,
    source: row.source,
    explanation: row.explanation,
    reference: row.reference,
    reverses: row.reverses === null ? null : (originals.get(row.reverses) ?? null),
    reversedBy: reversals.get(row.place) ?? null,
    postedAt: row.postedAt,
    postedBy: people.get(row.postedBy) ?? '',
    amount: formatAmount(minor(row.debit), of.baseCurrency),
    seal: row.seal,
    lines: (lines.get(row.place) ?? []).map((one) => lineAnswer(one, chart, of.baseCurrency)),
  }));
}

/** A page of the journal, newest first, with the count and debits of all that match. */
export function journalPage(db: Db, of: Organisation, query: EntriesQuery): EntriesAnswer {
  const conditions = entryConditions(db, of, query);
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
    entries: entryAnswers(db, of, shown),
    next: rows.length > limit && last ? `${last.date}.${last.place}` : null,
    count: sums?.count ?? 0,
    amount: formatAmount(minor(sums?.amount ?? 0), of.baseCurrency),
  };
}

/** The rows of all entries that match, oldest first. */
export function journalRows(db: Db, of: Organisation, query: EntriesQuery): EntryRow[] {
  return db
    .select()
    .from(entry)
    .where(and(...entryConditions(db, of, query)))
    .orderBy(entry.date, entry.place)
    .all();
}

function entryConditions(db: Db, of: Organisation, query: EntriesQuery): SQL[] {
  const conditions: (SQL | undefined)[] = [eq(entry.organisation, of.id)];
  if (query.from) conditions.push(gte(entry.date, query.from));
  if (query.to) conditions.push(lte(entry.date, query.to));
  if (query.kind) conditions.push(eq(entry.kind, query.kind));
  if (query.source) conditions.push(eq(entry.source, query.source));
  if (query.text) conditions.push(textCondition(of.id, query.text));
  const chart = loadChart(db, of.id);
  if (query.account) {
    const account = chart.byNumber.get(query.account);
    if (!account) throw unprocessable('account-unknown', 'account', `There is no account ${query.account}.`);
    conditions.push(hasLine(of.id, sql`line.account = ${account.id}`));
  }
  if (query.contact) {
    const name = query.contact;
    conditions.push(
      hasLine(
        of.id,
        sql`line.contact IN (SELECT id FROM contact WHERE organisation = ${of.id} AND (number = ${name} OR name = ${name} COLLATE NOCASE))`,
      ),
    );
  }
  if (query.amount) {
    const read = safeParseAmount(query.amount, of.baseCurrency);
    if (!read.ok) throw unprocessable('amount-not-an-amount', 'amount', `“${query.amount}” is not an amount.`);
    conditions.push(
      or(eq(entry.debit, read.amount), hasLine(of.id, sql`abs(line.amount) = ${Math.abs(read.amount)}`)),
    );
  }
  return conditions.filter((condition) => condition !== undefined);
}

function hasLine(organisation: number, condition: SQL): SQL {
  return sql`EXISTS (SELECT 1 FROM line WHERE line.organisation = ${organisation} AND line.entry = ${entry.place} AND ${condition})`;
}

function textCondition(organisation: number, text: string): SQL | undefined {
  const pattern = `%${text.replace(/[\\%_]/g, (mark) => `\\${mark}`)}%`;
  const number = parseEntryNumber(text);
  return or(
    sql`${entry.explanation} LIKE ${pattern} ESCAPE '\\'`,
    sql`${entry.reference} LIKE ${pattern} ESCAPE '\\'`,
    hasLine(organisation, sql`line.note LIKE ${pattern} ESCAPE '\\'`),
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
  return and(lte(entry.date, match[1]), or(lt(entry.date, match[1]), lt(entry.place, Number(match[2]))));
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

type LineWithContact = LineRow & { contactName: string | null };

function groupedLines(db: Db, organisation: number, places: readonly number[]): Map<number, LineWithContact[]> {
  const rows = db
    .select({ line, contactName: contact.name })
    .from(line)
    .leftJoin(contact, and(eq(contact.organisation, line.organisation), eq(contact.id, line.contact)))
    .where(and(eq(line.organisation, organisation), inArray(line.entry, [...places])))
    .orderBy(line.entry, line.place)
    .all();
  const byEntry = new Map<number, LineWithContact[]>();
  for (const row of rows) {
    const full = { ...row.line, contactName: row.contactName };
    const known = byEntry.get(full.entry);
    if (known) known.push(full);
    else byEntry.set(full.entry, [full]);
  }
  return byEntry;
}

function lineAnswer(row: LineWithContact, chart: Chart, currency: CurrencyCode): LineAnswer {
  const account = accountIn(chart, row.account as AccountId);
  const foreign = row.currency as CurrencyCode | null;
  return {
    account: account.number,
    accountName: account.name,
    debit: row.amount > 0 ? formatAmount(minor(row.amount), currency) : null,
    credit: row.amount < 0 ? formatAmount(minor(-row.amount), currency) : null,
    note: row.note,
    contact: row.contactName,
    currency: foreign,
    foreignAmount:
      foreign && row.foreignAmount !== null ? formatAmount(minor(Math.abs(row.foreignAmount)), foreign) : null,
    rate: row.rate,
    ratePerBase: row.ratePerBase,
    dueDate: row.dueDate,
    document: row.document,
    movement: row.movement || null,
  };
}

type SealedLine = Omit<EntryLine, 'foreign'> & {
  currency?: CurrencyCode;
  foreignAmount?: number;
  rate?: string;
  ratePerBase?: string;
};

function lineOf({ currency, foreignAmount, rate, ratePerBase, ...own }: SealedLine): EntryLine {
  if (currency === undefined || foreignAmount === undefined) return own;
  const quote = rate !== undefined ? { rate } : ratePerBase !== undefined ? { ratePerBase } : undefined;
  return { ...own, foreign: { currency, amount: minor(foreignAmount), ...(quote && { quote: quote as RateQuote }) } };
}
