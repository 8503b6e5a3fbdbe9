import { type BooksCalendar, type CivilDate, endOfMonth, partsOf } from '@just-ledger/core';

/**
 * How sums by period answer for any day: whole periods up to one, and the lines within the period of the day that are added
 * to them, or taken off again where that is the shorter way.
 */
export interface PartOfMonth {
  /** The last period that counts as a whole. */
  readonly whole: number;
  /** The period whose lines are read. */
  readonly period: number;
  /** The first and the last day of them. */
  readonly from: string;
  readonly to: string;
  /** Whether they are added or taken off. */
  readonly sign: 1 | -1;
}

/** Up to this day lines are added. A little under half of a month: the period before has to be looked up besides. */
const ADDED_TO = 12;

/** @example partOfMonth(calendar, parseCivilDate('2027-03-31')).whole // → 202703 */
export function partOfMonth({ firstDay }: BooksCalendar, asAt: CivilDate): PartOfMonth {
  // all that lies before the first day is one period
  if (asAt < firstDay) return { whole: -1, period: 0, from: '', to: asAt, sign: 1 };
  const { year, month, day } = partsOf(asAt);
  const period = year * 100 + month;
  const end = endOfMonth(asAt);
  if (day <= ADDED_TO) return { whole: period - 1, period, from: '', to: asAt, sign: 1 };
  return { whole: period, period, from: `${asAt}~`, to: end, sign: -1 };
}
