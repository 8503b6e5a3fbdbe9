import type { FiscalYearsResponse, PeriodResponse } from '@just-ledger/contract';
import {
  BROUGHT_FORWARD,
  type CivilDate,
  dayBefore,
  daysOfPeriod,
  earlierOf,
  FIRST_PREVIOUS_SEAL,
  fiscalMonthOf,
  type FiscalYear,
  fiscalYears,
  horizonOf,
  laterOf,
  type Period,
  periodName,
  periodsOf,
  yearName,
} from '@just-ledger/core';
import { and, count, desc, eq, gte } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { entry, periodClosing, periodLock, person, yearClosing } from '../../platform/database/schema.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { closingsWithin } from '../ledger/ledger-view.js';
import { countEntries, type EntryCount } from './entry-counts.js';

/** How far the chain has come: kept with each lock and closing. */
export function chainEnd(db: Db, organisation: number): { entries: number; seal: string } {
  const last = db
    .select({ place: entry.place, seal: entry.seal })
    .from(entry)
    .where(eq(entry.organisation, organisation))
    .orderBy(desc(entry.place))
    .limit(1)
    .get();
  return { entries: last?.place ?? 0, seal: last?.seal ?? FIRST_PREVIOUS_SEAL };
}

/** The labels of the years that are closed. */
export function closedYears(db: Db, organisation: number): Set<string> {
  const rows = db
    .select({ year: yearClosing.year })
    .from(yearClosing)
    .where(eq(yearClosing.organisation, organisation))
    .all();
  return new Set(rows.map((row) => row.year));
}

/** The periods that a year's closing locked, and nobody before it. */
export function periodsLockedBy(db: Db, organisation: number, year: string): Period[] {
  return db
    .select({ period: periodLock.period })
    .from(periodLock)
    .where(and(eq(periodLock.organisation, organisation), eq(periodLock.closing, year)))
    .all()
    .map(({ period }) => period);
}

/** All years and months of the books, with their activity and locks. */
export function fiscalYearsResponse(db: Db, organisation: Organisation, today: CivilDate): FiscalYearsResponse {
  const counts = entriesByPeriod(db, organisation);
  const closed = closedYears(db, organisation.id);
  const view = { organisation: organisation.id, calendar: organisation.calendar };
  const closings = closingsWithin(db, view, organisation.calendar.firstDay, horizonOf(organisation.calendar, today));
  const locks = new Map(
    db
      .select({ lock: periodLock, by: person.name })
      .from(periodLock)
      .leftJoin(person, eq(person.id, periodLock.lockedBy))
      .where(eq(periodLock.organisation, organisation.id))
      .all()
      .map((row) => [row.lock.period, { ...row.lock, by: row.by }]),
  );
  const beingClosed = new Map(
    db
      .select({ period: periodClosing.period, at: periodClosing.begunAt, by: person.name })
      .from(periodClosing)
      .innerJoin(person, eq(person.id, periodClosing.begunBy))
      .where(eq(periodClosing.organisation, organisation.id))
      .all()
      .map(({ period, ...closing }) => [period, closing]),
  );
  const answer = (period: Period, from: CivilDate | null, to: CivilDate): PeriodResponse => {
    const lock = locks.get(period);
    return {
      period,
      name: periodName(organisation.calendar, period),
      from,
      to,
      entries: counts.get(period) ?? 0,
      locked: lock !== undefined,
      lockedAt: lock?.lockedAt ?? null,
      lockedBy: lock?.by ?? null,
      lockedEntries: lock?.entries ?? null,
      lockedSeal: lock?.seal ?? null,
      closing: beingClosed.get(period) ?? null,
    };
  };
  const month = (period: Period, year: FiscalYear): PeriodResponse => {
    const { from, to } = daysOfPeriod(organisation.calendar, period);
    return answer(period, laterOf(from, year.first), earlierOf(to, year.last));
  };
  return {
    broughtForward: answer(BROUGHT_FORWARD, null, dayBefore(organisation.calendar.firstDay)),
    years: fiscalYears(organisation.calendar, today).map((year) => ({
      year: year.label,
      name: yearName(year),
      from: year.first,
      to: year.last,
      closed: closed.has(year.label),
      closings: closings.filter((date) => date >= year.first && date < year.last),
      periods: periodsOf(organisation.calendar, year).map((period) => month(period, year)),
    })),
    today,
  };
}

/** How many entries each period has; those of the month of the first day that are dated before it were brought forward. */
function entriesByPeriod(db: Db, { id, calendar }: Organisation): Map<string, number> {
  const { firstDay, fiscalYearStartDay } = calendar;
  const before = countEntries(db, id, undefined, dayBefore(firstDay));
  const periods = new Map<string, number>([[BROUGHT_FORWARD, sumOfEntries(before)]]);
  const add = (period: string, entries: number): void =>
    void periods.set(period, (periods.get(period) ?? 0) + entries);
  if (fiscalYearStartDay === 1) for (const { month, entries } of countEntries(db, id, firstDay)) add(month, entries);
  else for (const { date, entries } of entriesByDay(db, id, firstDay)) add(fiscalMonthOf(calendar, date), entries);
  return periods;
}

/** How many entries each day has from one on: what is counted by months of the calendar does not tell those of other months. */
function entriesByDay(db: Db, organisation: number, from: CivilDate): { date: CivilDate; entries: number }[] {
  return db
    .select({ date: entry.date, entries: count() })
    .from(entry)
    .where(and(eq(entry.organisation, organisation), gte(entry.date, from)))
    .groupBy(entry.date)
    .all();
}

function sumOfEntries(counts: readonly EntryCount[]): number {
  return counts.reduce((sum, { entries }) => sum + entries, 0);
}
