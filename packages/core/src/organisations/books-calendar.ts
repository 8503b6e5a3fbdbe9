import {
  EARLIEST_YEAR,
  addDays,
  addMonths,
  civilDate,
  dayBefore,
  laterOf,
  parseCivilDate,
  partsOf,
  type CivilDate,
} from '../dates/civil-date.js';
import { MONTH_NAMES, longDate } from '../dates/month-names.js';
import { onceFor } from '../keyed/once-for.js';

/** When fiscal years begin; their months begin on the same day of each month. */
export interface YearStart {
  /** 1 for January to 12 for December. */
  readonly fiscalYearStartMonth: number;
  /** 1 to 31; where a month is shorter, its last day. */
  readonly fiscalYearStartDay: number;
}

/** What fixes every year and month of an organisation's books. */
export interface BooksCalendar extends YearStart {
  /** The first day of the first fiscal year here; any day, so that the first year may be short. */
  readonly firstDay: CivilDate;
}

/** A fiscal year: its label is the calendar year in which it ends. */
export interface FiscalYear {
  readonly label: string;
  readonly first: CivilDate;
  readonly last: CivilDate;
}

/** A month of a fiscal year, named `YYYY-MM` by the day on which it begins, or what lies before the first day. */
export type Period = string & { readonly __brand: 'Period' };

/** A month by its name, `YYYY-MM`: one of the calendar, or of a fiscal year that begins within it. */
export type Month = Period & { readonly __month: true };

/** The one period before the first day: opening entries and their reversals only. */
export const BROUGHT_FORWARD = 'brought-forward' as Period;

/**
 * The fiscal year a date belongs to; dates before the first day belong to the first year (entries there are numbered
 * with it) although they lie outside its span.
 *
 * @example fiscalYearOf({firstDay: d('2025-04-06'), fiscalYearStartMonth: 4, fiscalYearStartDay: 6}, d('2026-04-05')).label // → '2026'
 */
export function fiscalYearOf(calendar: BooksCalendar, date: CivilDate): FiscalYear {
  const begun = yearBegunIn(calendar, laterOf(date, calendar.firstDay));
  const last = dayBefore(beginIn(calendar, begun + 1));
  return { label: last.slice(0, 4), first: laterOf(beginIn(calendar, begun), calendar.firstDay), last };
}

/**
 * The first day of the fiscal year a date lies in, also before the books begin; none is earlier than 1 January 1900.
 *
 * @example fiscalYearBegin({fiscalYearStartMonth: 4, fiscalYearStartDay: 1}, d('2025-02-28')) // → '2024-04-01'
 */
export function fiscalYearBegin(start: YearStart, date: CivilDate): CivilDate {
  return beginIn(start, yearBegunIn(start, date));
}

/** The calendar year in which the fiscal year of a date begins. */
function yearBegunIn(start: YearStart, date: CivilDate): number {
  const { year } = partsOf(date);
  return date >= beginIn(start, year) ? year : year - 1;
}

/** The day on which the fiscal year begins that begins in a calendar year. */
function beginIn(start: YearStart, year: number): CivilDate {
  if (year < EARLIEST_YEAR) return civilDate(EARLIEST_YEAR, 1, 1);
  const known = beginsOf(start);
  const begin =
    known.get(year) ?? addMonths(civilDate(year, start.fiscalYearStartMonth, 1), 0, start.fiscalYearStartDay);
  known.set(year, begin);
  return begin;
}

/** The first days of fiscal years that were asked for, by year: reports ask for the same ones again and again. */
const beginsOf = onceFor<YearStart, Map<number, CivilDate>>(() => new Map());

/** The year after. @example nextFiscalYear(calendar, year2026).label // → '2027' */
export function nextFiscalYear(calendar: BooksCalendar, year: FiscalYear): FiscalYear {
  return fiscalYearOf(calendar, addDays(year.last, 1));
}

/**
 * The year with a label, if the books have it.
 *
 * @param label the calendar year in which it ends
 * @example findFiscalYear(calendar, '1999') // → undefined when the books begin later
 */
export function findFiscalYear(calendar: BooksCalendar, label: string): FiscalYear | undefined {
  if (!/^(19\d\d|2\d\d\d)$/.test(label)) return undefined;
  const endsWithIt = calendar.fiscalYearStartMonth === 1 && calendar.fiscalYearStartDay === 1;
  const last = dayBefore(beginIn(calendar, Number(label) + (endsWithIt ? 1 : 0)));
  return last < calendar.firstDay ? undefined : fiscalYearOf(calendar, last);
}

/** The last day the books take: the end of the year after today's. */
export function horizonOf(calendar: BooksCalendar, today: CivilDate): CivilDate {
  return nextFiscalYear(calendar, fiscalYearOf(calendar, today)).last;
}

/** All years from the first to the one after today's, in order. */
export function fiscalYears(calendar: BooksCalendar, today: CivilDate): FiscalYear[] {
  const years = [fiscalYearOf(calendar, calendar.firstDay)];
  const horizon = horizonOf(calendar, today);
  for (let year = years[0]; year && year.last < horizon;) {
    year = nextFiscalYear(calendar, year);
    years.push(year);
  }
  return years;
}

/** The month of the calendar that a date lies in. @example monthOf(parseCivilDate('2026-02-14')) // → '2026-02' */
export function monthOf(date: CivilDate): Month {
  return date.slice(0, 7) as Month;
}

/**
 * The month of a fiscal year that a date lies in, also before the books begin.
 *
 * @example fiscalMonthOf({fiscalYearStartMonth: 4, fiscalYearStartDay: 6}, d('2026-05-05')) // → '2026-04'
 */
export function fiscalMonthOf({ fiscalYearStartDay }: YearStart, date: CivilDate): Month {
  const hasBegun = date >= addMonths(date, 0, fiscalYearStartDay);
  // before January 1900 there is no day to begin on
  return monthOf(hasBegun || date < `${EARLIEST_YEAR}-02` ? date : addMonths(date, -1));
}

/** The period a date lies in: `brought-forward`, or its month. */
export function periodOf(calendar: BooksCalendar, date: CivilDate): Period {
  return date < calendar.firstDay ? BROUGHT_FORWARD : fiscalMonthOf(calendar, date);
}

/**
 * The first and the last day of a month, whole also where the books begin within it.
 *
 * @example daysOfPeriod({fiscalYearStartMonth: 4, fiscalYearStartDay: 6}, '2026-04') // → {from: '2026-04-06', to: '2026-05-05'}
 */
export function daysOfPeriod(
  { fiscalYearStartDay }: YearStart,
  period: Period,
): { readonly from: CivilDate; readonly to: CivilDate } {
  const month = parseCivilDate(`${period}-01`);
  return {
    from: addMonths(month, 0, fiscalYearStartDay),
    to: dayBefore(addMonths(month, 1, fiscalYearStartDay)),
  };
}

/** A period from outside, if the books have it. @example findPeriod(calendar, '2026-13', today) // → undefined */
export function findPeriod(calendar: BooksCalendar, text: string, today: CivilDate): Period | undefined {
  if (text === BROUGHT_FORWARD) return BROUGHT_FORWARD;
  return /^\d{4}-\d\d$/.test(text) &&
    periodsBetween(calendar, calendar.firstDay, horizonOf(calendar, today)).includes(text as Month)
    ? (text as Month)
    : undefined;
}

/** The months that a span touches, in order. @example periodsBetween(calendar, d('2026-01-31'), d('2026-02-01')) // → two */
export function periodsBetween(start: YearStart, from: CivilDate, to: CivilDate): Month[] {
  const periods: Month[] = [];
  const last = fiscalMonthOf(start, to);
  let date = parseCivilDate(`${fiscalMonthOf(start, from)}-01`);
  for (; monthOf(date) <= last; date = addMonths(date, 1)) periods.push(monthOf(date));
  return periods;
}

/** The months of a fiscal year. */
export function periodsOf(start: YearStart, year: FiscalYear): Month[] {
  return periodsBetween(start, year.first, year.last);
}

/**
 * A period as people read it.
 *
 * @example periodName(fromFirst, '2026-09') // → 'September 2026'
 * @example periodName(fromSixth, '2026-09') // → '6 September to 5 October 2026'
 */
export function periodName(start: YearStart, period: Period): string {
  if (period === BROUGHT_FORWARD) return 'brought forward';
  const { from, to } = daysOfPeriod(start, period);
  if (start.fiscalYearStartDay === 1) return monthName(monthOf(from));
  const isOneYear = from.slice(0, 4) === to.slice(0, 4);
  return `${isOneYear ? longDate(from).slice(0, -5) : longDate(from)} to ${longDate(to)}`;
}

/** Whether a text names a period: a month of the books, or what was brought forward. A year is none. @example isPeriod('2026') // → false */
export function isPeriod(text: string): text is Period {
  return text === BROUGHT_FORWARD || /^\d{4}-\d{2}$/.test(text);
}

/** What a lock or a closing is of, within a sentence: a month, a year, what was brought forward. @example lockedName(calendar, '2026-09') // → 'September 2026' */
export function lockedName(start: YearStart, text: string): string {
  if (text === BROUGHT_FORWARD) return 'what was brought forward';
  return isPeriod(text) ? periodName(start, text) : text;
}

/** A month at the head of a column: when it begins. @example shortMonthName(fromSixth, '2026-09') // → '6 Sep' */
export function shortMonthName({ fiscalYearStartDay }: YearStart, month: Month): string {
  const name = monthName(month).slice(0, 3);
  return fiscalYearStartDay === 1 ? name : `${fiscalYearStartDay} ${name}`;
}

/** A month of the calendar as people read it. @example monthName('2026-09') // → 'September 2026' */
export function monthName(month: Month): string {
  return `${MONTH_NAMES[Number(month.slice(5, 7)) - 1]} ${month.slice(0, 4)}`;
}

/** When fiscal years begin, in words. @example yearStartName({fiscalYearStartMonth: 4, fiscalYearStartDay: 6}) // → '6 April' */
export function yearStartName({ fiscalYearStartMonth, fiscalYearStartDay }: YearStart): string {
  const month = MONTH_NAMES[fiscalYearStartMonth - 1] ?? '';
  return fiscalYearStartDay === 1 ? month : `${fiscalYearStartDay} ${month}`;
}

/** A fiscal year as people read it. @example yearName(year) // → '2025–26', or '2026' for a calendar year */
export function yearName(year: FiscalYear): string {
  const begun = year.first.slice(0, 4);
  return begun === year.label ? year.label : `${begun}–${year.label.slice(2)}`;
}

/**
 * The date line of a statement for a span.
 *
 * @example spanLine(calendar, d('2025-04-01'), d('2026-03-31')) // → 'for the year ended 31 March 2026'
 */
export function spanLine(calendar: BooksCalendar, from: CivilDate, to: CivilDate): string {
  const year = fiscalYearOf(calendar, to);
  const periods = periodsBetween(calendar, from, to);
  if (year.first === from && year.last === to && periods.length === 12) return `for the year ended ${longDate(to)}`;
  const [first, last] = [fiscalMonthOf(calendar, from), fiscalMonthOf(calendar, to)];
  if (from === daysOfPeriod(calendar, first).from && to === daysOfPeriod(calendar, last).to) {
    const months = periods.length;
    if (months === 1) return `for the month ended ${longDate(to)}`;
    return months <= 24
      ? `for the ${COUNT_WORDS[months] ?? months} months ended ${longDate(to)}`
      : `${longDate(from)} to ${longDate(to)}`;
  }
  return `from ${longDate(from)} to ${longDate(to)}`;
}

const COUNT_WORDS: Readonly<Record<number, string>> = {
  2: 'two',
  3: 'three',
  4: 'four',
  5: 'five',
  6: 'six',
  7: 'seven',
  8: 'eight',
  9: 'nine',
  10: 'ten',
  11: 'eleven',
  12: 'twelve',
};
