import type { AmountTermsRequest, RecurringEntryRequest } from '@just-ledger/contract';
import {
  type CivilDate,
  datesOfJournal,
  type Holidays,
  type JournalDates,
  type Occurrence,
  type Reckoning,
  type ScheduleVersion,
} from '@just-ledger/core';
import { and, asc, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { isRow } from '../../platform/database/next-id.js';
import {
  draft,
  draftEnd,
  entry,
  occurrence,
  recurringJournal,
  recurringVersion,
} from '../../platform/database/schema.js';
import { notFound } from '../../platform/problems/refusal.js';
import { withLabels } from '../journal/kept-lines.js';
import { holidaysOf } from '../organisations/holiday-store.js';
import { termsWithLabels } from './kept-terms.js';

export type RecurringRow = typeof recurringJournal.$inferSelect;
export type VersionRow = typeof recurringVersion.$inferSelect;

/** A recurring journal with its versions and the days on which nobody does business. */
export interface RecurringJournal {
  readonly row: RecurringRow;
  readonly versions: readonly VersionRow[];
  readonly dates: JournalDates;
  readonly holidays: Holidays;
}

/** What became of a date. */
export interface Settled {
  readonly state: 'posted' | 'skipped' | 'drafted';
  /** The place of its entry, and the entry’s number: also where a draft became it. */
  readonly entry: { readonly year: string; readonly number: number } | string | undefined;
  readonly reason: string | null;
  readonly draft: number | null;
  readonly isDiscarded: boolean;
  /** How its amounts were found, where that is kept. */
  readonly reckoning: Reckoning | null;
}

/** A recurring journal by its id. @throws {Refusal} 404 */
export function recurringJournalOf(db: Db, organisation: number, id: number): RecurringJournal {
  const where = isRow(recurringJournal, organisation, id);
  const row = db.select().from(recurringJournal).where(where).get();
  if (!row) throw notFound('recurring journal');
  return withVersions(db, row, holidaysOf(db, organisation));
}

/** All recurring journals, in the order of their names. */
export function recurringJournalsOf(db: Db, organisation: number): RecurringJournal[] {
  const holidays = holidaysOf(db, organisation);
  return db
    .select()
    .from(recurringJournal)
    .where(eq(recurringJournal.organisation, organisation))
    .orderBy(recurringJournal.name)
    .all()
    .map((row) => withVersions(db, row, holidays));
}

function withVersions(db: Db, row: RecurringRow, holidays: Holidays): RecurringJournal {
  const versions = db
    .select()
    .from(recurringVersion)
    .where(and(eq(recurringVersion.organisation, row.organisation), eq(recurringVersion.journal, row.id)))
    .orderBy(asc(recurringVersion.place))
    .all();
  const dates = {
    versions: inForce(versions),
    pauses: row.pauses,
    ...(row.endedOn !== null && { endedOn: row.endedOn }),
  };
  return { row, versions, dates, holidays };
}

/** The versions by their days: one that begins no later than an earlier one takes its place. */
function inForce(versions: readonly VersionRow[]): (ScheduleVersion & { readonly place: number })[] {
  return versions
    .filter((version) => !versions.some(({ place, from }) => place > version.place && from <= version.from))
    .map(({ from, schedule, place }) => ({ from, schedule, place }));
}

/** The version that makes a date. */
export function versionOf(journal: RecurringJournal, { version }: Occurrence): VersionRow {
  const meant = inForce(journal.versions)[version];
  const found = journal.versions.find((candidate) => candidate.place === meant?.place);
  if (!found) throw new Error(`Recurring journal ${journal.row.id} has a date without a version.`);
  return found;
}

/** The version that was made last. */
export function lastVersionOf({ row, versions }: RecurringJournal): VersionRow {
  const last = versions.at(-1);
  if (!last) throw new Error(`Recurring journal ${row.id} has no version.`);
  return last;
}

/** What a version posts, with the numbers and names that its accounts and contacts bear now. */
export function entryOfVersion(db: Db, { organisation, entry: kept }: VersionRow): RecurringEntryRequest {
  const { lines, ...said } = kept;
  return { ...said, lines: withLabels(db, organisation, lines) };
}

/** Where the amounts of a version come from, with the numbers that its accounts bear now. */
export function termsOfVersion(db: Db, { organisation, amounts }: VersionRow): AmountTermsRequest {
  return termsWithLabels(db, organisation, amounts);
}

/** What became of the dates of a journal, by nominal date. */
export function settledOf(db: Db, { organisation, id }: RecurringRow): Map<CivilDate, Settled> {
  const rows = db
    .select({ one: occurrence, year: entry.year, number: entry.number, became: draftEnd.entry, of: draft.state })
    .from(occurrence)
    .leftJoin(entry, and(eq(entry.organisation, occurrence.organisation), eq(entry.place, occurrence.entry)))
    .leftJoin(draftEnd, and(eq(draftEnd.organisation, occurrence.organisation), eq(draftEnd.id, occurrence.draft)))
    .leftJoin(draft, and(eq(draft.organisation, occurrence.organisation), eq(draft.id, occurrence.draft)))
    .where(and(eq(occurrence.organisation, organisation), eq(occurrence.journal, id)))
    .all();
  return new Map(
    rows.map(({ one, year, number, became, of }) => [
      one.date,
      {
        state: became !== null ? 'posted' : one.state,
        entry: year !== null && number !== null ? { year, number } : (became ?? undefined),
        reason: one.reason,
        draft: one.draft,
        isDiscarded: of === 'discarded',
        reckoning: one.reckoning,
      },
    ]),
  );
}

/** The dates that are due and not settled, in order. */
export function dueOccurrences(db: Db, journal: RecurringJournal, today: CivilDate): Occurrence[] {
  const settled = settledOf(db, journal.row);
  return datesOfJournal(journal.dates, today, journal.holidays).filter(({ nominal }) => !settled.has(nominal));
}
