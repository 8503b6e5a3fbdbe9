import type { EntriesQuery, EntriesResponse } from '@just-ledger/contract';
import { type CivilDate, endOfMonth, isCivilDate, parseCivilDate } from '@just-ledger/core';
import { and, type SQL, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { entry } from '../../platform/database/schema.js';
import { unprocessable } from '../../platform/problems/refusal.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { countEntries, type EntryCount } from '../periods/entry-counts.js';
import { entryAnswers } from './entry-store.js';
import type { EntrySum } from './entry-sums.js';
import { datedWithin } from './entry-weights.js';
import { amongPlaces, FEW, type Found, foundIn, having, type Span, within } from './journal-found.js';
import { type JournalSearch, searchOf } from './journal-search.js';
import { added, countsOf, sumOfPlaces, sumsOf } from './journal-sums.js';
import type { EntryRow } from './posted-entries.js';

/** Where a page ended, and in which direction the next one lies. */
interface Cursor {
  readonly date: CivilDate;
  readonly place: number;
  readonly isNewer: boolean;
}

/**
 * A page of the journal, newest first, that lies before or after the one that ended somewhere; with the count and debits of
 * all that match, where they are quickly had.
 *
 * @param most so many that are found are sorted at once; more are read month by month
 */
export function journalPage(db: Db, books: Organisation, query: EntriesQuery, most = FEW): EntriesResponse {
  const search = searchOf(db, books, query);
  const limit = query.limit ?? 100;
  const cursor = cursorOf(query);
  const found = foundIn(db, books.id, search, most);
  const { rows, sum } =
    found && !found.isByDate
      ? pageOfFound(db, books, search, found, cursor, limit + 1, most)
      : pageByDate(db, books, search, cursor, limit + 1);
  const hasMore = rows.length > limit;
  const shown = rows.slice(0, limit);
  if (cursor?.isNewer) shown.reverse();
  const cursorAt = (row: EntryRow | undefined): string | null => (row ? `${row.date}.${row.place}` : null);
  return {
    entries: entryAnswers(db, books, shown),
    next: hasMore || cursor?.isNewer ? cursorAt(shown.at(-1)) : null,
    previous: hasMore || cursor?.isNewer === false ? cursorAt(shown[0]) : null,
    ...(sum ? sumsOf(books, sum) : { count: null, amount: null }),
  };
}

/** The places of all entries that match, in no order. */
export function journalPlaces(db: Db, books: Organisation, query: EntriesQuery): number[] {
  const search = searchOf(db, books, query);
  const found = foundIn(db, books.id, search)?.all();
  const conditions = having(search);
  const placesWhere = (dated: readonly SQL[]): number[] =>
    db
      .select({ place: entry.place })
      .from(entry)
      .where(and(...dated, ...conditions))
      .all()
      .map(({ place }) => place);
  if (!found) return placesWhere(within(books.id, search));
  if (found.length <= FEW || conditions.length > 0) return placesWhere(amongPlaces(books.id, search, found));
  const { within: dated, rest } = datedWithin(db, books.id, search, found);
  return [...dated, ...placesWhere(amongPlaces(books.id, search, rest))];
}

/** The rows of all entries that match, oldest first. */
export function journalRows(db: Db, books: Organisation, query: EntriesQuery): EntryRow[] {
  const search = searchOf(db, books, query);
  const found = foundIn(db, books.id, search)?.all();
  return db
    .select()
    .from(entry)
    .where(and(...(found ? amongPlaces(books.id, search, found) : within(books.id, search)), ...having(search)))
    .orderBy(entry.date, entry.place)
    .all();
}

interface Page {
  readonly rows: EntryRow[];
  readonly sum?: EntrySum;
}

/** Entries by their date alone, and by kind and source: only months in which there are such entries are looked through. */
function pageByDate(
  db: Db,
  books: Organisation,
  search: JournalSearch,
  cursor: Cursor | undefined,
  limit: number,
): Page {
  const { counts, isExact } = countsOf(db, books, search, FEW);
  const sum = isExact ? added(counts) : undefined;
  const page = (span: Span, most: number): EntryRow[] =>
    rowsByDate(db, cursor, most, ...within(books.id, span), ...having(search));
  const isAny = search.kind === undefined && search.source === undefined && search.standing.conditions.length === 0;
  if (isAny) return { rows: page(search, limit), ...(sum && { sum }) };
  const rows: EntryRow[] = [];
  for (const month of monthsBeyond(cursor, counts)) {
    rows.push(...page(monthWithin(month, search), limit - rows.length));
    if (rows.length >= limit) break;
  }
  return { rows, ...(sum && { sum }) };
}

/** Entries that are found by what they have: all at once if they are few, else month by month. */
function pageOfFound(
  db: Db,
  books: Organisation,
  search: JournalSearch,
  found: Found,
  cursor: Cursor | undefined,
  limit: number,
  sorted: number,
): Page {
  const page = (places: readonly number[], span: Span, most: number): EntryRow[] =>
    db
      .select()
      .from(entry)
      .where(and(...amongPlaces(books.id, span, places), ...having(search), beyond(cursor, sql`+${entry.date}`)))
      // sorted after they are found: the order of an index would look through all of it
      .orderBy(
        cursor?.isNewer ? sql`+${entry.date}, +${entry.place}` : sql`+${entry.date} DESC, +${entry.place} DESC`,
      )
      .limit(most)
      .all();
  const pageByDates = (places: readonly number[], span: Span, most: number): EntryRow[] => {
    const isAmong = sql`+${entry.place} IN (SELECT value FROM json_each(${JSON.stringify(places)}))`;
    return rowsByDate(db, cursor, most, ...within(books.id, span), isAmong, ...having(search));
  };
  const few = found.upTo(sorted);
  if (few) return { rows: page(few, search, limit), sum: sumOfPlaces(db, books.id, search, few, having(search)) };
  const rows: EntryRow[] = [];
  const counts = countEntries(db, books.id, search.from, search.to);
  for (const month of monthsBeyond(cursor, counts)) {
    const places = found.inMonth(month);
    const most = limit - rows.length;
    const inMonth = counts.reduce((sum, count) => (count.month === month ? sum + count.entries : sum), 0);
    // of many in a month a page is soon met by their dates, of few all are looked up
    const isDense = places.length ** 2 > most * inMonth;
    rows.push(...(isDense ? pageByDates : page)(places, monthWithin(month, search), most));
    if (rows.length >= limit) break;
  }
  return { rows };
}

/** The first rows that lie beyond a page, in the order of the index of dates. */
function rowsByDate(db: Db, cursor: Cursor | undefined, limit: number, ...conditions: readonly SQL[]): EntryRow[] {
  return db
    .select()
    .from(entry)
    .where(and(...conditions, beyond(cursor)))
    .orderBy(cursor?.isNewer ? sql`${entry.date}, ${entry.place}` : sql`${entry.date} DESC, ${entry.place} DESC`)
    .limit(limit)
    .all();
}

/** The months of some counts in the order in which they are looked through, from the one in which the other page ended. */
function monthsBeyond(cursor: Cursor | undefined, counts: readonly EntryCount[]): string[] {
  const months = [...new Set(counts.map(({ month }) => month))].sort();
  if (!cursor) return months.reverse();
  const own = cursor.date.slice(0, 7);
  return cursor.isNewer ? months.filter((month) => month >= own) : months.reverse().filter((month) => month <= own);
}

/** The days of a month that lie within a span. */
function monthWithin(month: string, { from, to }: Span): { from: CivilDate; to: CivilDate } {
  const first = parseCivilDate(`${month}-01`);
  const last = endOfMonth(first);
  return { from: from !== undefined && from > first ? from : first, to: to !== undefined && to < last ? to : last };
}

function cursorOf({ after, before }: EntriesQuery): Cursor | undefined {
  const text = after || before;
  if (!text) return undefined;
  const [, date = '', sequence] = /^(\d{4}-\d\d-\d\d)\.(\d{1,15})$/.exec(text) ?? [];
  if (!isCivilDate(date))
    throw unprocessable('cursor', after ? 'after' : 'before', 'This is not where a page ended.');
  return { date, place: Number(sequence), isNewer: !after };
}

/** What lies beyond a page: earlier, or on its last day further down the chain; or the other way. */
function beyond(cursor: Cursor | undefined, column: SQL = sql`${entry.date}`): SQL | undefined {
  if (!cursor) return undefined;
  const { date, place } = cursor;
  if (cursor.isNewer) return sql`${column} >= ${date} AND (${column} > ${date} OR ${entry.place} > ${place})`;
  return sql`${column} <= ${date} AND (${column} < ${date} OR ${entry.place} < ${place})`;
}
