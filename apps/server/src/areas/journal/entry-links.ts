import { type CivilDate, entryNumber } from '@just-ledger/core';
import { and, eq, isNotNull, or, type SQL, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import { draftEnd, entry, entryCorrection, occurrence, recurringJournal } from '../../platform/database/schema.js';
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
  /** The recurring journal that it is an occurrence of. */
  readonly recurringJournal: { readonly id: number; readonly name: string } | null;
}

/** The links of entries, by their places. */
export function entryLinks(
  db: Db,
  organisation: number,
  rows: readonly { readonly place: number; readonly reverses: number | null }[],
): (index: number) => EntryLinks {
  const places = rows.map(({ place }) => place);
  const given = { organisation, places: JSON.stringify(places) };
  const corrections = statements(db).corrections.all(given);
  const reversals = statements(db).reversals.all(given);
  const others = [
    ...rows.flatMap(({ reverses }) => reverses ?? []),
    ...reversals.map(({ place }) => place),
    ...corrections.flatMap(({ place, corrects }) => [place, corrects]),
  ];
  const numbers = numbersOf(db, organisation, [...new Set(others)]);
  const numberOf = (sequence: number | null | undefined): string | null => numbers.get(sequence ?? 0) ?? null;
  const reversedBy = new Map(reversals.map((reversal) => [reversal.reverses, reversal.place]));
  const plans = plansOf(db, organisation, places);
  const occurrences = [...statements(db).posted.all(given), ...statements(db).drafted.all(given)];
  const recurring = new Map(occurrences.map(({ place, ...journal }) => [place, journal]));
  return (index) => ({
    reverses: numberOf(rows.find((row) => row.place === index)?.reverses),
    reversedBy: numberOf(reversedBy.get(index)),
    reversesOn: reversedBy.has(index) ? null : (plans.get(index)?.date ?? null),
    corrects: numberOf(corrections.find((correction) => correction.place === index)?.corrects),
    correctedBy: corrections.flatMap((correction) =>
      correction.corrects === index ? (numberOf(correction.place) ?? []) : [],
    ),
    recurringJournal: recurring.get(index) ?? null,
  });
}

/** The number of an entry, as it is written. */
const NUMBER = sql`${entry.year} || '-' || printf('%04d', ${entry.number})`;

const statements = oncePerConnection((db) => {
  const organisation = sql.placeholder('organisation');
  const isGiven = (column: Parameters<typeof isOneOf>[0]): SQL => isOneOf(column, sql.placeholder('places'));
  const id = recurringJournal.id;
  const isOf = and(eq(recurringJournal.organisation, occurrence.organisation), eq(id, occurrence.journal));
  return {
    corrections: db
      .select()
      .from(entryCorrection)
      .where(
        and(
          eq(entryCorrection.organisation, organisation),
          or(isGiven(entryCorrection.place), isGiven(entryCorrection.corrects)),
        ),
      )
      .prepare(),
    reversals: db
      .select({ place: entry.place, reverses: entry.reverses })
      .from(entry)
      .where(and(eq(entry.organisation, organisation), isGiven(entry.reverses)))
      .prepare(),
    /** Occurrences of recurring journals that were posted at once, … */
    posted: db
      .select({ place: sql<number>`${occurrence.entry}`, id, name: recurringJournal.name })
      .from(occurrence)
      .innerJoin(recurringJournal, isOf)
      .where(and(eq(occurrence.organisation, organisation), isGiven(occurrence.entry)))
      .prepare(),
    /** … and such as were laid as a draft first. */
    drafted: db
      .select({ place: entry.place, id, name: recurringJournal.name })
      .from(occurrence)
      .innerJoin(recurringJournal, isOf)
      .innerJoin(draftEnd, and(eq(draftEnd.organisation, occurrence.organisation), eq(draftEnd.id, occurrence.draft)))
      .innerJoin(entry, and(eq(entry.organisation, occurrence.organisation), eq(draftEnd.entry, NUMBER)))
      .where(and(eq(occurrence.organisation, organisation), isNotNull(occurrence.draft), isGiven(entry.place)))
      .prepare(),
    numbers: db
      .select({ place: entry.place, year: entry.year, number: entry.number })
      .from(entry)
      .where(and(eq(entry.organisation, organisation), isGiven(entry.place)))
      .prepare(),
  };
});

/** The numbers of entries by their places. */
export function numbersOf(db: Db, organisation: number, places: readonly number[]): Map<number, string> {
  if (places.length === 0) return new Map();
  const rows = statements(db).numbers.all({ organisation, places: JSON.stringify(places) });
  return new Map(rows.map(({ place, year, number }) => [place, entryNumber(year, number)]));
}
