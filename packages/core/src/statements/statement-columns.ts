import {
  addDays,
  addMonths,
  type CivilDate,
  dayBefore,
  daysBetween,
  earlierOf,
  laterOf,
  yearBefore,
} from '../dates/civil-date.js';
import { groupsOf } from '../keyed/keyed.js';
import type { Minor } from '../money/minor.js';
import { Exact, roundHalfAwayFromZero } from '../money/round.js';
import { shortDate } from '../dates/month-names.js';
import {
  type BooksCalendar,
  daysOfPeriod,
  fiscalMonthOf,
  fiscalYearOf,
  periodName,
  periodsBetween,
  shortMonthName,
} from '../organisations/books-calendar.js';
import { type Checked, problem, refused, valid } from '../problems/problem.js';

/** A column of figures: the days that they are drawn of; a position is that of the last of them. */
export interface StatementColumn {
  /** Stable name, also at the head of a file: `amount` for the days that were asked for. */
  readonly key: string;
  readonly label: string;
  readonly from: CivilDate;
  readonly to: CivilDate;
}

/** The key of the column of the days that were asked for. */
export const MAIN_COLUMN = 'amount';

/** At most so many months stand across. */
export const MOST_MONTHS = 24;

/**
 * The columns of a statement, the days that were asked for being one of them.
 *
 * - left out: these days alone
 * - `years:2`: and the same days one and two years before (up to 9)
 * - `periods:2`: and the two spans before them that are as long, in months where they are whole, else in days (up to 12)
 * - `months`: each month in them, then all of them (up to {@link MOST_MONTHS})
 * - `year-to-date`: and their fiscal year up to their end
 *
 * @returns the columns in their order, or what is wrong with the choice, at `columns`
 * @example columnsOf(calendar, { from: d('2026-03-01'), to: d('2026-03-31') }, 'periods:1') // → March, February
 */
export function columnsOf(
  calendar: BooksCalendar,
  { from, to }: Days,
  choice: string | undefined,
): Checked<readonly StatementColumn[]> {
  const dated = { key: MAIN_COLUMN, label: shortDate(to), from, to };
  if (!choice) return valid([dated]);
  if (choice === 'months') return monthColumns(calendar, from, to);
  if (choice === 'year-to-date') return valid(yearToDate(calendar, from, to));
  const [, kind, count = '0'] = /^(years|periods):([1-9]|1[0-2])$/.exec(choice) ?? [];
  if (kind === undefined || (kind === 'years' && Number(count) > 9)) {
    const message = 'Columns are months, year-to-date, years:1 to years:9 or periods:1 to periods:12.';
    return refused([problem('columns', 'columns', message)]);
  }
  const columns: StatementColumn[] = [dated];
  for (let back = 1; back <= Number(count); back += 1) {
    const last = columns.at(-1) ?? dated;
    const before = (kind === 'years' ? daysYearBefore : periodBefore)(calendar, last);
    columns.push({
      key: `${kind === 'years' ? 'year' : 'period'}-before-${back}`,
      label: shortDate(before.to),
      ...before,
    });
  }
  return valid(columns);
}

interface Days {
  readonly from: CivilDate;
  readonly to: CivilDate;
}

/**
 * The span before another that is as long: in months of the fiscal year where it is made of whole ones, else in days.
 *
 * @example periodBefore(calendar, { from: d('2026-03-01'), to: d('2026-04-30') }) // → 2026-01-01 to 2026-02-28
 */
export function periodBefore(calendar: BooksCalendar, span: Days): Days {
  const { from, to } = span;
  if (isWhole(calendar, span)) return monthsBefore(calendar, span, periodsBetween(calendar, from, to).length);
  return { from: addDays(from, -daysBetween(from, to) - 1), to: dayBefore(from) };
}

/** The same days a year before; whole months stay whole, so that a February ends on its last day. */
export function daysYearBefore(calendar: BooksCalendar, span: Days): Days {
  return isWhole(calendar, span)
    ? monthsBefore(calendar, span, 12)
    : { from: yearBefore(span.from), to: yearBefore(span.to) };
}

function isWhole(calendar: BooksCalendar, { from, to }: Days): boolean {
  return (
    daysOfPeriod(calendar, fiscalMonthOf(calendar, from)).from === from &&
    daysOfPeriod(calendar, fiscalMonthOf(calendar, to)).to === to
  );
}

function monthsBefore(calendar: BooksCalendar, { from, to }: Days, months: number): Days {
  const begin = (date: CivilDate): CivilDate => addMonths(date, -months, calendar.fiscalYearStartDay);
  return { from: begin(from), to: dayBefore(begin(addDays(to, 1))) };
}

function monthColumns(calendar: BooksCalendar, from: CivilDate, to: CivilDate): Checked<readonly StatementColumn[]> {
  const months = periodsBetween(calendar, from, to);
  if (months.length > MOST_MONTHS) {
    const message = `Up to ${MOST_MONTHS} months stand across; these days touch ${months.length}.`;
    return refused([problem('columns-months', 'columns', message)]);
  }
  const columns = months.map((month): StatementColumn => {
    const days = daysOfPeriod(calendar, month);
    return {
      key: month,
      label: shortMonthName(calendar, month),
      from: laterOf(from, days.from),
      to: earlierOf(to, days.to),
    };
  });
  return valid([...columns, { key: MAIN_COLUMN, label: 'Total', from, to }]);
}

function yearToDate(calendar: BooksCalendar, from: CivilDate, to: CivilDate): StatementColumn[] {
  const months = periodsBetween(calendar, from, to);
  const [only] = months;
  const label = months.length === 1 && only ? periodName(calendar, only) : `To ${shortDate(to)}`;
  return [
    { key: MAIN_COLUMN, label, from, to },
    { key: 'year-to-date', label: 'Year to date', from: fiscalYearOf(calendar, to).first, to },
  ];
}

/**
 * By how much a figure differs from another, in per cent of the other's size, with one decimal.
 *
 * @returns undefined where the other is nothing
 * @example percentChange(minor(90), minor(-120)) // → '175.0'
 */
export function percentChange(now: Minor, before: Minor): string | undefined {
  if (before === 0) return undefined;
  const tenths = roundHalfAwayFromZero(new Exact(now).minus(before).div(Math.abs(before)).times(1000));
  return new Exact(tenths).div(10).toFixed(1);
}

/**
 * The columns of a position: of those that end on the same day one, with the first one's label.
 *
 * @example positionColumns(monthsAndTotal) // → the months, the last of them under the key `amount`
 */
export function positionColumns<Column extends StatementColumn>(columns: readonly Column[]): Column[] {
  return [...groupsOf(columns, ({ to }) => to).values()].flatMap((same) => {
    const [first] = same;
    const isMain = same.some(({ key }) => key === MAIN_COLUMN);
    return first ? [isMain ? { ...first, key: MAIN_COLUMN } : first] : [];
  });
}
