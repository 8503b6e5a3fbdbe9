import type { EntriesQuery, EntriesSumsResponse } from '@just-ledger/contract';
import { addDays, dayBefore, formatAmount, groupsOf, minor } from '@just-ledger/core';
import { and, type SQL, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { entry } from '../../platform/database/schema.js';
import { derivedTo } from '../../platform/derived/derived-to.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { countEntries, type EntryCount, wholeMonths } from '../periods/entry-counts.js';
import { type EntrySum, entrySumOfMonths, entrySums } from './entry-sums.js';
import { weighed, weighedByNature } from './entry-weights.js';
import { amongPlaces, FEW, type Found, foundIn, having, type Span } from './journal-found.js';
import { type JournalSearch, searchOf } from './journal-search.js';

/** How many entries match, and what their debits come to. */
export function journalSums(db: Db, books: Organisation, query: EntriesQuery): EntriesSumsResponse {
  const search = searchOf(db, books, query);
  const found = foundIn(db, books.id, search);
  return sumsOf(books, found ? sumOfFound(db, books, search, found) : added(countsOf(db, books, search, -1).counts));
}

/** Sums as they go over the wire. */
export function sumsOf({ baseCurrency }: Organisation, { entries, debit }: EntrySum): EntriesSumsResponse {
  return { count: entries, amount: formatAmount(minor(debit), baseCurrency) };
}

/**
 * What entries come to by month, kind and source, less those that are left out for what became of them.
 *
 * @param most so many are taken off; if more are left out, or only some of all are meant, it is not exact. -1 for all
 */
export function countsOf(
  db: Db,
  books: Organisation,
  search: JournalSearch,
  most: number,
): { readonly counts: EntryCount[]; readonly isExact: boolean } {
  const { from, to, source, kind, standing } = search;
  const counts = countEntries(db, books.id, from, to).filter(
    (count) =>
      (kind === undefined || count.kind === kind) &&
      (source === undefined || count.source === source) &&
      (standing.kinds?.includes(count.kind) ?? true) &&
      (standing.sources?.includes(count.source) ?? true),
  );
  if (standing.conditions.length === 0) return { counts, isExact: true };
  const leftOut = standing.among ? [] : standing.leftOut(most < 0 ? most : most + 1);
  if (standing.among || (most >= 0 && leftOut.length > most)) return { counts, isExact: false };
  const keyOf = (count: Pick<EntryCount, 'month' | 'kind' | 'source'>): string =>
    `${count.month} ${count.kind} ${count.source}`;
  const deducted = groupsOf(countPlaces(db, books.id, search, leftOut), keyOf);
  const left = counts.flatMap((count) => {
    const { entries, debit } = added(deducted.get(keyOf(count)) ?? []);
    return entries === count.entries
      ? []
      : [{ ...count, entries: count.entries - entries, debit: count.debit - debit }];
  });
  return { counts: left, isExact: true };
}

/**
 * What entries of some places come to by month, kind and source, perhaps in several parts.
 *
 * @param few so many are looked up one by one; more are added up from what is derived
 */
export function countPlaces(
  db: Db,
  organisation: number,
  span: Span,
  places: readonly number[],
  few = FEW,
): EntryCount[] {
  if (places.length > few) {
    const { counts, rest } = weighedByNature(db, organisation, span, places);
    return [...counts, ...rowsCounted(db, organisation, span, rest)];
  }
  return rowsCounted(db, organisation, span, places);
}

function rowsCounted(db: Db, organisation: number, span: Span, places: readonly number[]): EntryCount[] {
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

/** What several sums come to. */
export function added(sums: readonly EntrySum[]): EntrySum {
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
      finder.beside().filter((index) => index > derived),
    ),
    ...parts.map((part) => sumOfPlaces(db, books.id, part, finder.inMonth(part.from.slice(0, 7)))),
  ]);
}

/**
 * What entries of some places come to within a span.
 *
 * @param few so many are looked up one by one; more are added up from what is derived
 */
export function sumOfPlaces(
  db: Db,
  organisation: number,
  span: Span,
  places: readonly number[],
  having: readonly SQL[] = [],
  few = FEW,
): EntrySum {
  if (having.length === 0 && places.length > few) {
    const { sum, rest } = weighed(db, organisation, span, places);
    return rest.length === 0 ? sum : added([sum, sumOfPlaces(db, organisation, span, rest, having, rest.length)]);
  }
  const sum = db
    .select({ entries: sql<number>`count(*)`, debit: sql<number>`coalesce(sum(${entry.debit}), 0)` })
    .from(entry)
    .where(and(...amongPlaces(organisation, span, places), ...having))
    .get();
  return sum ?? { entries: 0, debit: 0 };
}
