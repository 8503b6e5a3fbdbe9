import { eq, type SQL, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { entry } from '../../platform/database/schema.js';
import { JournalFinder, type JournalSearch } from './journal-search.js';
import { isOneOf } from './posted-entries.js';

/** So many entries are sorted and added up at once; more are read month by month. */
export const FEW = 2_000;

/** The days that are asked for. */
export type Span = Pick<JournalSearch, 'from' | 'to'>;

/** What is looked for by its place; undefined where entries are read by their dates. */
export type Found = Pick<JournalFinder, 'upTo' | 'all' | 'inMonth'> & {
  readonly finder?: JournalFinder;
  /** Whether a page of it is met sooner by its dates. */
  readonly isByDate?: boolean;
};

/** What a search has to look up by its place, if it has. */
export function foundIn(db: Db, organisation: number, search: JournalSearch, most = FEW): Found | undefined {
  const { among } = search.standing;
  const few = among?.(most + 1);
  const isFew = few !== undefined && few.length <= most;
  if (search.terms.length > 0) {
    const finder = new JournalFinder(db, organisation, search);
    // what is meant lies among a few: each of these is looked up, and not all that is found gone through
    if (isFew) return ofPlaces(finder.among(few));
    return {
      upTo: (most) => finder.upTo(most),
      all: () => finder.all(),
      inMonth: (month) => finder.inMonth(month),
      finder,
    };
  }
  if (!among || !few) return undefined;
  if (isFew) return ofPlaces(few);
  // of many the latest are soon met by their dates
  const places = (): number[] => among(-1);
  return { upTo: (limit) => (few.length > limit ? undefined : few), all: places, inMonth: places, isByDate: true };
}

/** A few that are known. */
function ofPlaces(places: number[]): Found {
  const all = (): number[] => places;
  return { upTo: (limit) => (places.length > limit ? undefined : places), all, inMonth: all };
}

/** Entries of some books within a span, by their dates. */
export function within(organisation: number, { from, to }: Span): SQL[] {
  return [
    eq(entry.organisation, organisation),
    ...(from ? [sql`${entry.date} >= ${from}`] : []),
    ...(to ? [sql`${entry.date} <= ${to}`] : []),
  ];
}

/** Entries of some places within a span: each is looked up by its place (the plus keeps the index of dates out of it). */
export function amongPlaces(organisation: number, { from, to }: Span, places: readonly number[]): SQL[] {
  return [
    eq(entry.organisation, organisation),
    isOneOf(entry.place, places),
    ...(from ? [sql`+${entry.date} >= ${from}`] : []),
    ...(to ? [sql`+${entry.date} <= ${to}`] : []),
  ];
}

/** What rows have to be beside their dates and places: of a kind and a source, and what became of them since. */
export function having({ source, kind, standing }: JournalSearch): SQL[] {
  return [
    ...(kind ? [sql`${entry.kind} = ${kind}`] : []),
    ...(source ? [sql`${entry.source} = ${source}`] : []),
    ...standing.conditions,
  ];
}
