import type { EntriesQuery, EntriesResponse, EntriesSumsResponse } from '@just-ledger/contract';
import {
  addDays,
  type CivilDate,
  dayBefore,
  endOfMonth,
  formatAmount,
  isCivilDate,
  minor,
  parseCivilDate,
} from '@just-ledger/core';
import { and, eq, type SQL, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { keptUntilCommit } from '../../platform/database/kept-reading.js';
import { entry } from '../../platform/database/schema.js';
import { derivedTo } from '../../platform/derived/derived-to.js';
import { unprocessable } from '../../platform/problems/refusal.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { countEntries, type EntryCount, wholeMonths } from '../periods/entry-counts.js';
import { entryAnswers } from './entry-store.js';
import { type EntrySum, entrySumOfMonths, entrySums } from './entry-sums.js';
import { JournalFinder, type JournalSearch, searchOf } from './journal-search.js';
import { type EntryRow, isOneOf } from './posted-entries.js';

/** So many entries are sorted and added up at once; more are read month by month. */
const FEW = 2_000;

type Span = Pick<JournalSearch, 'from' | 'to'>;

/** Where a page ended, and in which direction the next one lies. */
interface Cursor {
  readonly date: CivilDate;
  readonly place: number;
  readonly isNewer: boolean;
}

/**
 * A page of the journal, newest first, that lies before or after the one that ended somewhere; with the count and debits of
 * all that match, where they are quickly had.
 */
export function journalPage(db: Db, books: Organisation, query: EntriesQuery): EntriesResponse {
  const search = searchOf(db, books, query);
  const limit = query.limit ?? 100;
  const cursor = cursorOf(query);
  const found = foundIn(db, books.id, search);
  const { rows, sum } = found
    ? pageOfFound(db, books, search, found, cursor, limit + 1)
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

/** How many entries match, and what their debits come to. */
export function journalSums(db: Db, books: Organisation, query: EntriesQuery): EntriesSumsResponse {
  return keptUntilCommit(db, `entries added up ${books.id} ${JSON.stringify(query)}`, () => {
    const search = searchOf(db, books, query);
    const found = foundIn(db, books.id, search);
    return sumsOf(books, found ? sumOfFound(db, books, search, found) : added(countsOf(db, books, search)));
  });
}

/** The places of all entries that match, in no order. */
export function journalPlaces(db: Db, books: Organisation, query: EntriesQuery): number[] {
  const search = searchOf(db, books, query);
  const found = foundIn(db, books.id, search)?.all();
  return db
    .select({ place: entry.place })
    .from(entry)
    .where(and(...(found ? amongPlaces(books.id, search, found) : within(books.id, search)), ...having(search)))
    .all()
    .map(({ place }) => place);
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

/** What is looked for by its place; undefined where entries are read by their dates. */
type Found = Pick<JournalFinder, 'upTo' | 'all' | 'inMonth'> & { readonly finder?: JournalFinder };

function foundIn(db: Db, organisation: number, search: JournalSearch): Found | undefined {
  if (search.terms.length > 0) {
    const finder = new JournalFinder(db, organisation, search);
    return {
      upTo: (most) => finder.upTo(most),
      all: () => finder.all(),
      inMonth: (month) => finder.inMonth(month),
      finder,
    };
  }
  const { among } = search.standing;
  // where what is meant lies among a few, these are looked at and no others
  return among && { upTo: among, all: among, inMonth: among };
}

function sumsOf({ baseCurrency }: Organisation, { entries, debit }: EntrySum): EntriesSumsResponse {
  return { count: entries, amount: formatAmount(minor(debit), baseCurrency) };
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
  const counts = countsOf(db, books, search);
  const sum = added(counts);
  const page = (span: Span, most: number): EntryRow[] =>
    db
      .select()
      .from(entry)
      .where(and(...within(books.id, span), ...having(search), beyond(cursor)))
      .orderBy(cursor?.isNewer ? sql`${entry.date}, ${entry.place}` : sql`${entry.date} DESC, ${entry.place} DESC`)
      .limit(most)
      .all();
  const isAny = search.kind === undefined && search.source === undefined && search.standing.conditions.length === 0;
  if (isAny) return { rows: page(search, limit), sum };
  const rows: EntryRow[] = [];
  for (const month of monthsBeyond(cursor, counts)) {
    rows.push(...page(monthWithin(month, search), limit - rows.length));
    if (rows.length >= limit) break;
  }
  return { rows, sum };
}

/** Entries that are found by what they have: all at once if they are few, else month by month. */
function pageOfFound(
  db: Db,
  books: Organisation,
  search: JournalSearch,
  found: Found,
  cursor: Cursor | undefined,
  limit: number,
): Page {
  const page = (places: readonly number[], month: string | undefined, most: number): EntryRow[] =>
    db
      .select()
      .from(entry)
      .where(
        and(
          ...amongPlaces(books.id, month === undefined ? search : monthWithin(month, search), places),
          ...having(search),
          beyond(cursor, sql`+${entry.date}`),
        ),
      )
      // sorted after they are found: the order of an index would look through all of it
      .orderBy(
        cursor?.isNewer ? sql`+${entry.date}, +${entry.place}` : sql`+${entry.date} DESC, +${entry.place} DESC`,
      )
      .limit(most)
      .all();
  const few = found.upTo(FEW);
  if (few) return { rows: page(few, undefined, limit), sum: sumOfPlaces(db, books.id, search, few, having(search)) };
  const rows: EntryRow[] = [];
  for (const month of monthsBeyond(cursor, countEntries(db, books.id, search.from, search.to))) {
    rows.push(...page(found.inMonth(month), month, limit - rows.length));
    if (rows.length >= limit) break;
  }
  return { rows };
}

/** What entries come to by month, kind and source, less those that are left out for what became of them. */
function countsOf(db: Db, books: Organisation, search: JournalSearch): EntryCount[] {
  const { from, to, source, kind, standing } = search;
  const counts = countEntries(db, books.id, from, to).filter(
    (count) =>
      (kind === undefined || count.kind === kind) &&
      (source === undefined || count.source === source) &&
      (standing.kinds?.includes(count.kind) ?? true) &&
      (standing.sources?.includes(count.source) ?? true),
  );
  const leftOut = standing.conditions.length === 0 ? [] : standing.leftOut();
  if (leftOut.length === 0) return counts;
  const keyOf = (count: Pick<EntryCount, 'month' | 'kind' | 'source'>): string =>
    `${count.month} ${count.kind} ${count.source}`;
  const less = new Map(countPlaces(db, books.id, search, leftOut).map((count) => [keyOf(count), count]));
  return counts.flatMap((count) => {
    const { entries, debit } = less.get(keyOf(count)) ?? { entries: 0, debit: 0 };
    return entries === count.entries
      ? []
      : [{ ...count, entries: count.entries - entries, debit: count.debit - debit }];
  });
}

function countPlaces(db: Db, organisation: number, span: Span, places: readonly number[]): EntryCount[] {
  const month = sql<string>`substr(${entry.date}, 1, 7)`;
  return db
    .select({
      month,
      kind: entry.kind,
      source: entry.source,
      entries: sql<number>`count(*)`,
      debit: sql<number>`sum(${entry.debit})`,
    })
    .from(entry)
    .where(and(...amongPlaces(organisation, span, places)))
    .groupBy(month, entry.kind, entry.source)
    .all();
}

function added(sums: readonly EntrySum[]): EntrySum {
  return {
    entries: sums.reduce((sum, { entries }) => sum + entries, 0),
    debit: sums.reduce((sum, { debit }) => sum + debit, 0),
  };
}

/** Of one account or contact whole months are added up already; all else is added up entry by entry. */
function sumOfFound(db: Db, books: Organisation, search: JournalSearch, found: Found): EntrySum {
  const { only, from, to } = search;
  const { finder } = found;
  const derived = derivedTo(db, entrySums, books.id);
  // what is neither added up nor beside the index would be left out
  if (only === undefined || finder === undefined || derived === 0 || derived < finder.indexed) {
    return sumOfPlaces(db, books.id, search, found.all(), having(search));
  }
  const { first, last } = wholeMonths(from, to);
  if (first > last) return sumOfPlaces(db, books.id, search, finder.all());
  const parts = [
    ...(from !== undefined && from < first ? [{ from, to: dayBefore(first) }] : []),
    ...(to !== undefined && to > last ? [{ from: addDays(last, 1), to }] : []),
  ];
  return added([
    entrySumOfMonths(db, books.id, only, first, last),
    sumOfPlaces(
      db,
      books.id,
      { from: first, to: last },
      finder.beside().filter((place) => place > derived),
    ),
    ...parts.map((part) => sumOfPlaces(db, books.id, part, finder.inMonth(part.from.slice(0, 7)))),
  ]);
}

function sumOfPlaces(
  db: Db,
  organisation: number,
  span: Span,
  places: readonly number[],
  having: readonly SQL[] = [],
): EntrySum {
  const sum = db
    .select({ entries: sql<number>`count(*)`, debit: sql<number>`coalesce(sum(${entry.debit}), 0)` })
    .from(entry)
    .where(and(...amongPlaces(organisation, span, places), ...having))
    .get();
  return sum ?? { entries: 0, debit: 0 };
}

function within(organisation: number, { from, to }: Span): SQL[] {
  return [
    eq(entry.organisation, organisation),
    ...(from ? [sql`${entry.date} >= ${from}`] : []),
    ...(to ? [sql`${entry.date} <= ${to}`] : []),
  ];
}

/** Entries of some places within a span: each is looked up by its place (the plus keeps the index of dates out of it). */
function amongPlaces(organisation: number, { from, to }: Span, places: readonly number[]): SQL[] {
  return [
    eq(entry.organisation, organisation),
    isOneOf(entry.place, places),
    ...(from ? [sql`+${entry.date} >= ${from}`] : []),
    ...(to ? [sql`+${entry.date} <= ${to}`] : []),
  ];
}

/** What rows have to be beside their dates and places: of a kind and a source, and what became of them since. */
function having({ source, kind, standing }: JournalSearch): SQL[] {
  return [
    ...(kind ? [sql`${entry.kind} = ${kind}`] : []),
    ...(source ? [sql`${entry.source} = ${source}`] : []),
    ...standing.conditions,
  ];
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
  const [, date = '', place] = /^(\d{4}-\d\d-\d\d)\.(\d{1,15})$/.exec(text) ?? [];
  if (!isCivilDate(date))
    throw unprocessable('cursor', after ? 'after' : 'before', 'This is not where a page ended.');
  return { date, place: Number(place), isNewer: !after };
}

/** What lies beyond a page: earlier, or on its last day further down the chain; or the other way. */
function beyond(cursor: Cursor | undefined, column: SQL = sql`${entry.date}`): SQL | undefined {
  if (!cursor) return undefined;
  const { date, place } = cursor;
  if (cursor.isNewer) return sql`${column} >= ${date} AND (${column} > ${date} OR ${entry.place} > ${place})`;
  return sql`${column} <= ${date} AND (${column} < ${date} OR ${entry.place} < ${place})`;
}
