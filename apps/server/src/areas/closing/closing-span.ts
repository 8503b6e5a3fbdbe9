import {
  type CivilDate,
  daysOfPeriod,
  findFiscalYear,
  type FiscalYear,
  horizonOf,
  isCivilDate,
  longDate,
  type Period,
  periodsOf,
  problem,
  yearName,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { notFound, Refusal } from '../../platform/problems/refusal.js';
import { closingsWithin } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { closedYears } from '../periods/period-store.js';

/** What is closed: a fiscal year, or what has run of it up to the end of one of its periods. */
export interface ClosingSpan {
  readonly year: FiscalYear;
  /** The day of the closing entries. */
  readonly end: CivilDate;
  readonly isWhole: boolean;
  /** The periods up to it. */
  readonly periods: readonly Period[];
  /** As people name it. */
  readonly title: string;
}

/** Reads which year, or part of it, is to be closed. @throws {Refusal} 404 without the year; 422 where no period ends */
export function closingSpan(
  { calendar }: Organisation,
  label: string,
  until: string | undefined,
  today: CivilDate,
): ClosingSpan {
  const year = findFiscalYear(calendar, label);
  if (!year || year.last > horizonOf(calendar, today)) throw notFound('fiscal year');
  const periods = periodsOf(calendar, year);
  if (!until || until === year.last) return { year, end: year.last, isWhole: true, periods, title: yearName(year) };
  const index = periods.findIndex((period) => daysOfPeriod(calendar, period).to === until);
  if (!isCivilDate(until) || index === -1) {
    const message = `“${until}” is not the last day of a month of ${yearName(year)}.`;
    throw new Refusal(422, [problem('not-a-period-end', 'until', message)]);
  }
  const title = `${yearName(year)} up to ${longDate(until)}`;
  return { year, end: until, isWhole: false, periods: periods.slice(0, index + 1), title };
}

/** Whether it is closed already, by itself or by what reaches further. */
export function isClosed(db: Db, organisation: Organisation, { year, end, isWhole }: ClosingSpan): boolean {
  if (closedYears(db, organisation.id).has(year.label)) return true;
  const view = { organisation: organisation.id, calendar: organisation.calendar };
  return !isWhole && closingsWithin(db, view, end, year.last).length > 0;
}
