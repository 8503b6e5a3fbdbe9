import {
  EARLIEST_YEAR,
  addDays,
  addMonths,
  civilDate,
  dayBefore,
  endOfMonth,
  laterOf,
  partsOf,
  type CivilDate,
} from '../dates/civil-date.js';
import { MONTH_NAMES, longDate } from '../dates/month-names.js';

/** What fixes every year and month of an organisation's books. */
export interface BooksCalendar {
  /** The first day of the first fiscal year here; any day, so that the first year may be short. */
  readonly firstDay: CivilDate;
  /** 1 for January to 12 for December. */
  readonly fiscalYearStartMonth: number;
}

/** A fiscal year: its label is the calendar year in which it ends. */
export interface FiscalYear {
  readonly label: string;
  readonly first: CivilDate;
  readonly last: CivilDate;
}

/** A month of a fiscal year, or what lies before the first day. */
export type Period = string & { readonly __brand: 'Period' };

/** The one period before the first day: opening entries and their reversals only. */
export const BROUGHT_FORWARD = 'brought-forward' as Period;

/**
 * The fiscal year a date belongs to; dates before the first day belong to the first year (entries there are numbered
 * with it) although they lie outside its span.
 *
 * @example fiscalYearOf({firstDay: d('2025-04-01'), fiscalYearStartMonth: 4}, d('2026-03-31')).label // → '2026'
 */
export function fiscalYearOf(calendar: BooksCalendar, date: CivilDate): FiscalYear {
  const begin = fiscalYearBegin(calendar, laterOf(date, calendar.firstDay));
  const last = dayBefore(addMonths(begin, 12));
  return { label: last.slice(0, 4), first: laterOf(begin, calendar.firstDay), last };
}

/**
 * The first day of the fiscal year a date lies in, also before the books begin; none is earlier than 1 January 1900.
 *
 * @example fiscalYearBegin({firstDay: d('2026-04-01'), fiscalYearStartMonth: 4}, d('2025-02-28')) // → '2024-04-01'
 */
export function fiscalYearBegin({ fiscalYearStartMonth }: BooksCalendar, date: CivilDate): CivilDate {
  const { year, month } = partsOf(date);
  const begun = month >= fiscalYearStartMonth ? year : year - 1;
  return civilDate(Math.max(begun, EARLIEST_YEAR), begun < EARLIEST_YEAR ? 1 : fiscalYearStartMonth, 1);
}

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
  const lastMonth = calendar.fiscalYearStartMonth === 1 ? 12 : calendar.fiscalYearStartMonth - 1;
  const last = endOfMonth(civilDate(Number(label), lastMonth, 1));
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

/** The month of a date as a period. @example monthOf(parseCivilDate('2026-02-14')) // → '2026-02' */
export function monthOf(date: CivilDate): Period {
  return date.slice(0, 7) as Period;
}

/** The period a date lies in: `brought-forward` or `YYYY-MM`. */
export function periodOf(calendar: BooksCalendar, date: CivilDate): Period {
  return date < calendar.firstDay ? BROUGHT_FORWARD : monthOf(date);
}

/** A period from outside, if the books have it. @example findPeriod(calendar, '2026-13', today) // → undefined */
export function findPeriod(calendar: BooksCalendar, text: string, today: CivilDate): Period | undefined {
  if (text === BROUGHT_FORWARD) return BROUGHT_FORWARD;
  return /^\d{4}-\d\d$/.test(text) &&
    periodsBetween(calendar.firstDay, horizonOf(calendar, today)).includes(text as Period)
    ? (text as Period)
    : undefined;
}

/** The months that a span touches, in order. @example periodsBetween(d('2026-01-31'), d('2026-02-01')) // → two */
export function periodsBetween(from: CivilDate, to: CivilDate): Period[] {
  const periods: Period[] = [];
  const start = partsOf(from);
  for (let at = civilDate(start.year, start.month, 1); at <= to; at = addMonths(at, 1)) periods.push(monthOf(at));
  return periods;
}

/** The months of a fiscal year. */
export function periodsOf(year: FiscalYear): Period[] {
  return periodsBetween(year.first, year.last);
}

/** A period as people read it. @example periodName('2026-09') // → 'September 2026' */
export function periodName(period: Period): string {
  if (period === BROUGHT_FORWARD) return 'brought forward';
  return `${MONTH_NAMES[Number(period.slice(5, 7)) - 1]} ${period.slice(0, 4)}`;
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
  if (year.first === from && year.last === to && addMonths(from, 12) > to && periodsOf(year).length === 12) {
    return `for the year ended ${longDate(to)}`;
  }
  if (from.endsWith('-01') && endOfMonth(to) === to) {
    const months = periodsBetween(from, to).length;
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
