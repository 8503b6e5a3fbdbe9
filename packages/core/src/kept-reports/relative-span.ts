import { addMonths, type CivilDate, dayBefore, parseCivilDate } from '../dates/civil-date.js';
import { isKeyOf } from '../keyed/keyed.js';
import {
  type BooksCalendar,
  daysOfPeriod,
  fiscalMonthOf,
  fiscalYearOf,
  type FiscalYear,
  fiscalYears,
  monthOf,
  periodsBetween,
} from '../organisations/books-calendar.js';

/** Spans of days that go on with time, as people choose them. */
export const RELATIVE_SPANS = {
  'month-to-date': 'this month so far',
  'last-month': 'last month',
  'quarter-to-date': 'this quarter so far',
  'last-quarter': 'last quarter',
  'year-to-date': 'year to date',
  'last-year': 'last year',
  'last-closed-year': 'last closed year',
} as const;

/** A key of {@link RELATIVE_SPANS}. */
export type RelativeSpan = keyof typeof RELATIVE_SPANS;

/** Whether a text names a relative span. */
export function isRelativeSpan(text: string): text is RelativeSpan {
  return isKeyOf(RELATIVE_SPANS, text);
}

/** The first and the last day of a span. */
export interface DaysOfSpan {
  readonly from: CivilDate;
  readonly to: CivilDate;
}

/** Months in a quarter of a fiscal year. */
const QUARTER = 3;

/**
 * The days of a relative span as they are today. Months and quarters are those of the fiscal year; before the first day
 * of the books there are none.
 *
 * @param closed the labels of the years that are closed
 * @returns undefined where there are no such days: no year is closed yet, the books began this month
 * @example daysOfSpan('last-month', calendar, d('2027-01-18'), closed) // → { from: '2026-12-01', to: '2026-12-31' }
 */
export function daysOfSpan(
  span: RelativeSpan,
  calendar: BooksCalendar,
  today: CivilDate,
  closed: ReadonlySet<string>,
): DaysOfSpan | undefined {
  const year = fiscalYearOf(calendar, today);
  switch (span) {
    case 'month-to-date':
      return within(calendar, { from: monthBegin(calendar, today, 0), to: today });
    case 'last-month':
      return within(calendar, before(monthBegin(calendar, today, -1), monthBegin(calendar, today, 0)));
    case 'quarter-to-date':
      return within(calendar, { from: quarterBegin(calendar, today, 0), to: today });
    case 'last-quarter':
      return within(calendar, before(quarterBegin(calendar, today, -1), quarterBegin(calendar, today, 0)));
    case 'year-to-date':
      return within(calendar, { from: year.first, to: today });
    case 'last-year':
      return yearDays(yearsBefore(calendar, today).at(-1));
    case 'last-closed-year':
      return yearDays(
        fiscalYears(calendar, today)
          .filter(({ label }) => closed.has(label))
          .at(-1),
      );
    default:
      return span satisfies never;
  }
}

function yearsBefore(calendar: BooksCalendar, today: CivilDate): FiscalYear[] {
  const { first } = fiscalYearOf(calendar, today);
  return fiscalYears(calendar, today).filter(({ last }) => last < first);
}

function yearDays(year: FiscalYear | undefined): DaysOfSpan | undefined {
  return year && { from: year.first, to: year.last };
}

/** The days from one day up to the day before another. */
function before(from: CivilDate, next: CivilDate): DaysOfSpan {
  return { from, to: dayBefore(next) };
}

/** A span without the days before the books begin; undefined where nothing is left. */
function within({ firstDay }: BooksCalendar, { from, to }: DaysOfSpan): DaysOfSpan | undefined {
  if (to < firstDay) return undefined;
  return { from: from < firstDay ? firstDay : from, to };
}

/** The first day of the month of a fiscal year that a day lies in, or of one some months from it. */
function monthBegin(calendar: BooksCalendar, day: CivilDate, months: number): CivilDate {
  const month = parseCivilDate(`${fiscalMonthOf(calendar, day)}-01`);
  return daysOfPeriod(calendar, monthOf(addMonths(month, months))).from;
}

/** The first day of the quarter of a fiscal year that a day lies in, or of one some quarters from it. */
function quarterBegin(calendar: BooksCalendar, day: CivilDate, quarters: number): CivilDate {
  const begin = { ...calendar, firstDay: parseCivilDate('1900-01-01') };
  const year = fiscalYearOf(begin, day);
  const since = periodsBetween(calendar, year.first, day).length - 1;
  return monthBegin(calendar, day, quarters * QUARTER - (since % QUARTER));
}
