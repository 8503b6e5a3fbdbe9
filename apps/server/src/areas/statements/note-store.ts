import { type CivilDate, dayBefore, fiscalYearOf, type FiscalYear } from '@just-ledger/core';
import { and, asc, eq, isNull, or } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { note } from '../../platform/database/schema.js';
import type { Organisation } from '../organisations/organisation-store.js';

/** A note as it is kept. */
export type KeptNote = typeof note.$inferSelect;

/** The fiscal year of a day; of a day before these books, the first one. */
export function noteYear({ calendar }: Organisation, day: CivilDate): FiscalYear {
  return fiscalYearOf(calendar, day < calendar.firstDay ? calendar.firstDay : day);
}

/** The notes that are kept with a fiscal year, in the order in which they were written. */
export function notesOfYear(db: Db, organisation: number, year: string): KeptNote[] {
  return db
    .select()
    .from(note)
    .where(and(eq(note.organisation, organisation), eq(note.year, year)))
    .orderBy(asc(note.id))
    .all();
}

/** The notes that are on statements up to a day: those of its fiscal year, and those of just that day. */
export function notesUpTo(db: Db, organisation: Organisation, to: CivilDate): KeptNote[] {
  const { label } = noteYear(organisation, to);
  return db
    .select()
    .from(note)
    .where(
      and(
        eq(note.organisation, organisation.id),
        eq(note.year, label),
        or(isNull(note.lastDay), eq(note.lastDay, to)),
      ),
    )
    .orderBy(asc(note.id))
    .all();
}

/** The notes of the year before one that it has not itself. */
export function notesToTakeOver(db: Db, organisation: Organisation, year: FiscalYear): KeptNote[] {
  const { label } = noteYear(organisation, dayBefore(year.first));
  if (label === year.label) return [];
  const own = notesOfYear(db, organisation.id, year.label);
  return notesOfYear(db, organisation.id, label).filter(
    (earlier) =>
      earlier.lastDay === null &&
      !own.some(
        ({ statement, row, account, title }) =>
          statement === earlier.statement &&
          row === earlier.row &&
          account === earlier.account &&
          title === earlier.title,
      ),
  );
}
