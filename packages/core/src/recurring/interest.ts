import type { CivilDate } from '../dates/civil-date.js';
import { minor, type Minor } from '../money/minor.js';
import { Exact, roundHalfAwayFromZero } from '../money/round.js';
import { type DayCount, partsOfYear } from './loan.js';

/** What a day brought to an account; minor units. */
export interface DayMoved {
  readonly date: CivilDate;
  readonly amount: Minor;
}

/**
 * Simple interest on what stands on an account from one day to another, rounded once at the end. What a day brings bears
 * interest from that day on; what stands is bounded by the days on which it moves.
 *
 * @param opening what stood at the end of the first day; minor units
 * @param moved what days after the first brought, in their order; what the last brings bears nothing yet
 * @param rate per cent a year, a plain decimal
 * @param months from the first day to the last where that is a whole period, for 30/360; 0 otherwise
 * @example interestOf(minor(1200000), [], {from: d('2026-11-30'), to: d('2026-12-31'), rate: '6', dayCount: '30/360', months: 1}) // → 6000
 */
export function interestOf(
  opening: Minor,
  moved: readonly DayMoved[],
  terms: {
    readonly from: CivilDate;
    readonly to: CivilDate;
    readonly rate: string;
    readonly dayCount: DayCount;
    readonly months: number;
  },
): Minor {
  const within = moved.filter(({ date }) => date > terms.from && date < terms.to);
  let interest = new Exact(0);
  let [since, balance] = [terms.from, opening as number];
  for (const { date, amount } of [...within, { date: terms.to, amount: minor(0) }]) {
    const { parts, per } = partsOfYear(terms.dayCount, since, date, within.length === 0 ? terms.months : 0);
    interest = interest.plus(
      new Exact(balance)
        .times(terms.rate)
        .times(parts)
        .dividedBy(per * 100),
    );
    [since, balance] = [date, balance + amount];
  }
  return roundHalfAwayFromZero(interest);
}
