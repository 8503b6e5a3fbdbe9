import { addDays, dayBefore, earlierOf, endOfMonth, laterOf, type CivilDate } from '../dates/civil-date.js';
import {
  fiscalYearOf,
  periodOf,
  type BooksCalendar,
  type FiscalYear,
  type Period,
} from '../organisations/books-calendar.js';

/** Stands for the year of what lies before the first day; it sorts before every label. */
export const BEFORE_THE_YEARS = '';

/** A run of whole months within a year. */
export interface MonthsOfYear {
  readonly year: string;
  readonly first: Period;
  readonly last: Period;
}

/** Part of a month, or of what lies before the first day. */
export interface DaysOfPeriod {
  readonly year: string;
  readonly period: Period;
  /** Undefined for "from the beginning", before the first day only. */
  readonly from: CivilDate | undefined;
  readonly to: CivilDate;
}

/** A span of days, taken apart into what totals are kept of. */
export interface SpanParts {
  /** The labels of all whole years, in order. */
  readonly years: readonly string[];
  readonly months: readonly MonthsOfYear[];
  readonly days: readonly DaysOfPeriod[];
}

/**
 * Takes a span apart into as few whole years, whole months and parts of months as it has, so that what an account
 * received in it can be added up from few totals. The parts do not overlap and leave nothing out.
 *
 * @param from the first day, or undefined for everything up to the last
 * @param to the last day
 * @example spanParts({firstDay: d('2025-01-01'), fiscalYearStartMonth: 1}, undefined, d('2026-02-10'))
 * // → years ['', '2025'], months 2026-01 to 2026-01, days 2026-02-01 to 2026-02-10
 */
export function spanParts(calendar: BooksCalendar, from: CivilDate | undefined, to: CivilDate): SpanParts {
  const parts = { years: [] as string[], months: [] as MonthsOfYear[], days: [] as DaysOfPeriod[] };
  const eve = dayBefore(calendar.firstDay);
  if (from === undefined && to >= eve) parts.years.push(BEFORE_THE_YEARS);
  else if (from === undefined || from < calendar.firstDay) {
    const end = earlierOf(to, eve);
    if (from === undefined || from <= end)
      parts.days.push({ year: BEFORE_THE_YEARS, period: periodOf(calendar, end), from, to: end });
  }
  for (let at = laterOf(from ?? calendar.firstDay, calendar.firstDay); at <= to;) {
    const year = fiscalYearOf(calendar, at);
    const end = earlierOf(to, year.last);
    if (at === year.first && end === year.last) parts.years.push(year.label);
    else addMonthsAndDays(calendar, year, at, end, parts);
    at = addDays(year.last, 1);
  }
  return parts;
}

function addMonthsAndDays(
  calendar: BooksCalendar,
  year: FiscalYear,
  from: CivilDate,
  to: CivilDate,
  parts: { readonly months: MonthsOfYear[]; readonly days: DaysOfPeriod[] },
): void {
  let first: Period | undefined;
  let last: Period | undefined;
  for (let at = from; at <= to; at = addDays(endOfMonth(at), 1)) {
    const [period, end] = [periodOf(calendar, at), endOfMonth(at)];
    const whole = end <= to && (at === year.first || at.endsWith('-01'));
    if (!whole) parts.days.push({ year: year.label, period, from: at, to: earlierOf(to, end) });
    else [first, last] = [first ?? period, period];
  }
  if (first !== undefined && last !== undefined) parts.months.push({ year: year.label, first, last });
}
