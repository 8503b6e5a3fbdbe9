import { addDays, daysBetween, daysInMonth, earlierOf, partsOf, type CivilDate } from '../dates/civil-date.js';
import { minor, type Minor } from '../money/minor.js';
import { Exact, roundHalfAwayFromZero } from '../money/round.js';

/** What an amount is spread by. */
export const SPREAD_MEASURES = ['occurrences', 'months', 'days'] as const;

/** One of {@link SPREAD_MEASURES}. */
export type SpreadMeasure = (typeof SPREAD_MEASURES)[number];

/** An amount that several dates take their parts of. */
export interface Spread {
  /** Minor units; may be negative. */
  readonly total: Minor;
  readonly by: SpreadMeasure;
  /** By months or days: the first and the last day that the amount is for. */
  readonly first?: CivilDate | undefined;
  readonly last?: CivilDate | undefined;
}

/** So many parts has a month in which any number of its days is a whole one: lcm(28, 29, 30, 31). */
const PARTS_OF_MONTH = 377_580;

/**
 * The parts of an amount, one a date: each is the difference of two rounded running totals, so that it is within one
 * unit of its share and the last carries nothing odd (common practice). By occurrences, all have the same share. By
 * days, each date takes the days since the date before, its own included. By months, each month of the span weighs the
 * same and its days weigh equally within it. The last date reaches the end of the span, wherever it lies.
 *
 * @param dates in order
 * @returns minor units, as many as there are dates; together the total
 * @example spreadParts({total: minor(70000), by: 'occurrences'}, sevenDates) // → seven times 10000
 */
export function spreadParts({ total, by, first, last }: Spread, dates: readonly CivilDate[]): Minor[] {
  const whole = by === 'occurrences' || !first || !last ? dates.length : measured(first, last, by);
  const upTo = (index: number, date: CivilDate): number => {
    if (index === dates.length - 1) return whole;
    if (by === 'occurrences' || !first || !last) return index + 1;
    return date < first ? 0 : measured(first, earlierOf(date, last), by);
  };
  let before = 0;
  return dates.map((date, index) => {
    const now: number = roundHalfAwayFromZero(new Exact(total).times(upTo(index, date)).dividedBy(whole));
    const part = minor(now - before);
    before = now;
    return part;
  });
}

/** How much lies from one day to another, both included: days, or parts of months. */
function measured(first: CivilDate, last: CivilDate, by: 'months' | 'days'): number {
  if (by === 'days') return daysBetween(first, last) + 1;
  let parts = 0;
  for (let date = first; date <= last;) {
    const { year, month, day } = partsOf(date);
    const days = daysInMonth(year, month);
    const end = earlierOf(addDays(date, days - day), last);
    parts += ((daysBetween(date, end) + 1) * PARTS_OF_MONTH) / days;
    date = addDays(end, 1);
  }
  return parts;
}
