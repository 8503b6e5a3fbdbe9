import {
  type CivilDate,
  ENTRY_KINDS,
  ENTRY_SOURCES,
  type EntryKind,
  type EntrySource,
  parseCivilDate,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import type { EntryCount } from '../periods/entry-counts.js';
import { EntryNumbers } from './entry-numbers.js';
import type { EntrySum } from './entry-sums.js';

/** Of each entry its day, its debits, its kind and source. */
const WIDTH = 3;

/**
 * The day, the debits, the kind and source of each entry by its place, close together: many are added up without looking
 * up each.
 */
const weights = new EntryNumbers({
  name: 'entry-weights',
  version: 2,
  table: 'entry_weight',
  as: 'float64',
  width: WIDTH,
  read: ({ $client }, { organisation, after, upTo }) =>
    $client
      .prepare<[number, number, number], { date: CivilDate; debit: number; kind: EntryKind; source: EntrySource }>(
        'SELECT date, debit, kind, source FROM entry WHERE organisation = ? AND place > ? AND place <= ? ORDER BY place',
      )
      .all(organisation, after, upTo)
      .flatMap(({ date, debit, kind, source }) => [numberOfDay(date), debit, natureOf(kind, source)]),
});

export const entryWeights = weights.derivation;

/** A day as a number that is greater the later it is: 20270118. */
function numberOfDay(date: CivilDate): number {
  return Number(date.replaceAll('-', ''));
}

function numbersOfDays({ from, to }: Days): { readonly from: number; readonly to: number } {
  return {
    from: from === undefined ? -Infinity : numberOfDay(from),
    to: to === undefined ? Infinity : numberOfDay(to),
  };
}

/** The month of a day as {@link numberOfDay} writes it. */
function monthOfDay(day: number): string {
  const month = Math.floor(day / 100);
  return `${Math.floor(month / 100)}-${String(month % 100).padStart(2, '0')}`;
}

/** Kind and source as a number: their places in core's lists, to which new ones are added at the end. */
function natureOf(kind: EntryKind, source: EntrySource): number {
  return ENTRY_KINDS.indexOf(kind) * NATURES + ENTRY_SOURCES.indexOf(source);
}

/** There are fewer sources than this. */
const NATURES = 100;

/** The days that are asked for. */
interface Days {
  readonly from?: CivilDate | undefined;
  readonly to?: CivilDate | undefined;
}

/** What entries of some places come to within a span, as far as it is derived; and the places that are not. */
export function weighed(
  db: Db,
  organisation: number,
  days: Days,
  places: readonly number[],
): { readonly sum: EntrySum; readonly rest: readonly number[] } {
  let [entries, debit] = [0, 0];
  const rest = weighEach(db, organisation, days, places, ({ debit: weight }) => {
    entries += 1;
    debit += weight;
  });
  return { sum: { entries, debit }, rest };
}

/** The same by month, kind and source. */
export function weighedByNature(
  db: Db,
  organisation: number,
  days: Days,
  places: readonly number[],
): { readonly counts: EntryCount[]; readonly rest: readonly number[] } {
  const sums = new Map<number, { entries: number; debit: number }>();
  const rest = weighEach(db, organisation, days, places, ({ day, debit: weight, nature }) => {
    const key = Math.floor(day / 100) * NATURES * NATURES + nature;
    const sum = sums.get(key);
    if (sum) {
      sum.entries += 1;
      sum.debit += weight;
    } else sums.set(key, { entries: 1, debit: weight });
  });
  const counts = [...sums].flatMap(([key, sum]): EntryCount[] => {
    const nature = key % (NATURES * NATURES);
    const kind = ENTRY_KINDS[Math.floor(nature / NATURES)];
    const source = ENTRY_SOURCES[nature % NATURES];
    const month = monthOfDay(Math.floor(key / (NATURES * NATURES)) * 100);
    return kind && source ? [{ month, kind, source, ...sum }] : [];
  });
  return { counts, rest };
}

/** Of which kinds and sources entries are meant. */
interface Natures {
  readonly kinds: readonly EntryKind[];
  readonly sources: readonly EntrySource[];
}

/** An entry by its place, with its day. */
export interface DatedEntry {
  readonly place: number;
  readonly date: CivilDate;
}

/** Entries of some kinds and sources within a span, in the order of their places. */
export function entriesOfNature(
  db: Db,
  organisation: number,
  days: { readonly from: CivilDate; readonly to: CivilDate },
  { kinds, sources }: Natures,
): DatedEntry[] {
  const numbers = weights.of(db, organisation);
  const meant = new Set(kinds.flatMap((kind) => sources.map((source) => natureOf(kind, source))));
  const { from, to } = numbersOfDays(days);
  const dateOf = datesOfNumbers();
  const entries: DatedEntry[] = [];
  for (const { first, count, numbers: row } of numbers.inRows()) {
    for (let index = 0; index < count; index += 1) {
      const day = row[index * WIDTH] ?? 0;
      if (day < from || day > to || !meant.has(row[index * WIDTH + 2] ?? -1)) continue;
      entries.push({ place: first + index, date: dateOf(day) });
    }
  }
  const since = entriesSince(db).all({
    organisation,
    upTo: numbers.upTo,
    ...days,
    kinds: JSON.stringify(kinds),
    sources: JSON.stringify(sources),
  });
  return [...entries, ...since];
}

/** What nothing is derived of yet; where much is not, it is found by its days. */
const entriesSince = oncePerConnection(({ $client }) =>
  $client.prepare<object, DatedEntry>(
    `SELECT place, date FROM entry WHERE organisation = @organisation AND place > @upTo AND date BETWEEN @from AND @to
      AND kind IN (SELECT value FROM json_each(@kinds)) AND source IN (SELECT value FROM json_each(@sources)) ORDER BY place`,
  ),
);

/** Dates of days as {@link numberOfDay} writes them: each is written once. */
function datesOfNumbers(): (day: number) => CivilDate {
  const written = new Map<number, CivilDate>();
  return (day) => {
    const known = written.get(day);
    if (known !== undefined) return known;
    const date = parseCivilDate(`${monthOfDay(day)}-${String(day % 100).padStart(2, '0')}`);
    written.set(day, date);
    return date;
  };
}

/** Which entries of some places are dated within a span, as far as it is derived; and the places that are not. */
export function datedWithin(
  db: Db,
  organisation: number,
  days: Days,
  places: readonly number[],
): { readonly within: readonly number[]; readonly rest: readonly number[] } {
  const within: number[] = [];
  const rest = weighEach(db, organisation, days, places, ({ position }) => within.push(position));
  return { within, rest };
}

/** An entry as its numbers tell it. */
interface Weight {
  readonly position: number;
  readonly day: number;
  readonly debit: number;
  readonly nature: number;
}

/** Looks at the numbers of entries within a span. @returns the places whose numbers are not derived */
function weighEach(
  db: Db,
  organisation: number,
  days: Days,
  places: readonly number[],
  add: (weight: Weight) => void,
): number[] {
  const numbers = weights.of(db, organisation);
  const { from, to } = numbersOfDays(days);
  return numbers.lookAt(places, (position, row, start) => {
    const [day, debit, nature] = [row[start] ?? 0, row[start + 1] ?? 0, row[start + 2] ?? 0];
    if (day >= from && day <= to) add({ position, day, debit, nature });
  });
}
