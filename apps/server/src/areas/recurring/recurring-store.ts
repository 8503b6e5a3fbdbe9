import type { OccurrenceResponse, RecurringEntryRequest, RecurringJournalResponse } from '@just-ledger/contract';
import {
  addDays,
  addMonths,
  type CivilDate,
  entryNumber,
  fiscalYearOf,
  formatAmount,
  minor,
  occurrences,
  occurrencesOf,
  safeParseAmount,
  type Schedule,
  scheduleWords,
} from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { isRow } from '../../platform/database/next-id.js';
import { entry, occurrence, recurringJournal } from '../../platform/database/schema.js';
import { notFound } from '../../platform/problems/refusal.js';
import { withLabels } from '../journal/kept-lines.js';
import type { Organisation } from '../organisations/organisation-store.js';

export type RecurringRow = typeof recurringJournal.$inferSelect;

/** A recurring journal by its id. @throws {Refusal} 404 */
export function recurringRowOf(db: Db, organisation: number, id: number): RecurringRow {
  const where = isRow(recurringJournal, organisation, id);
  const row = db.select().from(recurringJournal).where(where).get();
  if (!row) throw notFound('recurring journal');
  return row;
}

/** All recurring journals, in the order of their names. */
export function recurringRows(db: Db, organisation: number): RecurringRow[] {
  return db
    .select()
    .from(recurringJournal)
    .where(eq(recurringJournal.organisation, organisation))
    .orderBy(recurringJournal.name)
    .all();
}

/** What a recurring journal posts, with the numbers and names that its accounts and contacts bear now. */
export function entryOfJournal(db: Db, { organisation, entry: kept }: RecurringRow): RecurringEntryRequest {
  const { lines, ...entry } = kept;
  return { ...entry, lines: withLabels(db, organisation, lines) };
}

/** When a recurring journal falls due; one that has been ended falls due no more after that day. */
export function scheduleOf(row: RecurringRow): Schedule {
  const kept = row.schedule as unknown as Schedule;
  if (!row.endedOn) return kept;
  const ended = row.endedOn;
  return { ...kept, until: kept.until !== undefined && kept.until < ended ? kept.until : ended };
}

/** The dates that are due and not yet posted or skipped, in order. */
export function dueDates(db: Db, row: RecurringRow, today: CivilDate): CivilDate[] {
  const settled = settledDates(db, row);
  return occurrencesOf(scheduleOf(row), settled, today, today).flatMap((one) =>
    one.state === 'due' ? [one.date] : [],
  );
}

/** A recurring journal as it goes over the wire: its dates in the fiscal year of a day, and everything that is due. */
export function recurringResponse(
  db: Db,
  organisation: Organisation,
  row: RecurringRow,
  today: CivilDate,
  shown: CivilDate,
): RecurringJournalResponse {
  const rows = occurrenceRows(db, row);
  const year = fiscalYearOf(organisation.calendar, shown);
  const to = year.last > today ? year.last : today;
  const settled = new Map(rows.map(({ one }) => [one.date, one.state]));
  const details = new Map(
    rows.map(({ one, year: label, number }) => [
      one.date,
      { one, entry: label === null || number === null ? null : entryNumber(label, number) },
    ]),
  );
  const schedule = scheduleOf(row);
  const dates = occurrencesOf(schedule, settled, today, to)
    .filter(({ date, state }) => state === 'due' || (date >= year.first && date <= year.last))
    .map(({ date, state }): OccurrenceResponse => {
      const known = details.get(date);
      return { date, state, entry: known?.entry ?? null, reason: known?.one.reason ?? null };
    });
  const request = entryOfJournal(db, row);
  return {
    id: row.id,
    name: row.name,
    schedule: row.schedule,
    scheduleWords: scheduleWords(schedule),
    entry: request,
    amount: debitsOf(request, organisation),
    endedOn: row.endedOn,
    occurrences: dates,
    next: occurrences(schedule, addMonths(today, 150))
      .filter((date) => date >= addDays(today, 1))
      .slice(0, 12),
    version: row.version,
  };
}

function settledDates(db: Db, row: RecurringRow): Map<string, 'posted' | 'skipped'> {
  return new Map(occurrenceRows(db, row).map(({ one }) => [one.date, one.state]));
}

function occurrenceRows(db: Db, row: RecurringRow) {
  return db
    .select({ one: occurrence, year: entry.year, number: entry.number })
    .from(occurrence)
    .leftJoin(entry, and(eq(entry.organisation, occurrence.organisation), eq(entry.place, occurrence.entry)))
    .where(and(eq(occurrence.organisation, row.organisation), eq(occurrence.journal, row.id)))
    .all();
}

function debitsOf(request: RecurringEntryRequest, organisation: Organisation): string {
  const debits = request.lines.map((line) => safeParseAmount(line.debit || '0', organisation.baseCurrency));
  return formatAmount(
    minor(debits.reduce((sum, read) => sum + (read.ok ? read.amount : 0), 0)),
    organisation.baseCurrency,
  );
}
