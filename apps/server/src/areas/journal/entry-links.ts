import { type CivilDate, entryNumber } from '@just-ledger/core';
import { and, eq, inArray, or } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { entry, entryCorrection } from '../../platform/database/schema.js';
import { isOneOf } from './posted-entries.js';
import { plansOf } from './reversal-plans.js';

/** What an entry has to do with others, by their numbers. */
export interface EntryLinks {
  readonly reverses: string | null;
  readonly reversedBy: string | null;
  /** The day on which it is to be reversed by itself, as long as it is not. */
  readonly reversesOn: CivilDate | null;
  readonly corrects: string | null;
  readonly correctedBy: string[];
}

/** The links of entries, by their places. */
export function entryLinks(
  db: Db,
  organisation: number,
  rows: readonly { readonly place: number; readonly reverses: number | null }[],
): (place: number) => EntryLinks {
  const places = rows.map(({ place }) => place);
  const isAmong = or(isOneOf(entryCorrection.place, places), isOneOf(entryCorrection.corrects, places));
  const corrections = db
    .select()
    .from(entryCorrection)
    .where(and(eq(entryCorrection.organisation, organisation), isAmong))
    .all();
  const reversals = db
    .select({ place: entry.place, reverses: entry.reverses })
    .from(entry)
    .where(and(eq(entry.organisation, organisation), isOneOf(entry.reverses, places)))
    .all();
  const others = [
    ...rows.flatMap(({ reverses }) => reverses ?? []),
    ...reversals.map(({ place }) => place),
    ...corrections.flatMap(({ place, corrects }) => [place, corrects]),
  ];
  const numbers = numbersOf(db, organisation, [...new Set(others)]);
  const numberOf = (place: number | null | undefined): string | null => numbers.get(place ?? 0) ?? null;
  const reversedBy = new Map(reversals.map((one) => [one.reverses, one.place]));
  const plans = plansOf(db, organisation, places);
  return (place) => ({
    reverses: numberOf(rows.find((row) => row.place === place)?.reverses),
    reversedBy: numberOf(reversedBy.get(place)),
    reversesOn: reversedBy.has(place) ? null : (plans.get(place)?.date ?? null),
    corrects: numberOf(corrections.find((one) => one.place === place)?.corrects),
    correctedBy: corrections.flatMap((one) => (one.corrects === place ? (numberOf(one.place) ?? []) : [])),
  });
}

function numbersOf(db: Db, organisation: number, places: readonly number[]): Map<number, string> {
  if (places.length === 0) return new Map();
  const rows = db
    .select({ place: entry.place, year: entry.year, number: entry.number })
    .from(entry)
    .where(and(eq(entry.organisation, organisation), inArray(entry.place, [...places])))
    .all();
  return new Map(rows.map(({ place, year, number }) => [place, entryNumber(year, number)]));
}
