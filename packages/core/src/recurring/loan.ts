import {
  addMonths,
  civilDate,
  daysBetween,
  daysInMonth,
  earlierOf,
  partsOf,
  type CivilDate,
} from '../dates/civil-date.js';
import { minor, type Minor } from '../money/minor.js';
import { Exact, roundHalfAwayFromZero } from '../money/round.js';

/**
 * How the time between two instalments is counted for interest. 30/360: twelve months of thirty days, the last day of
 * a month being its thirtieth. Actual/365: days over 365. Actual/actual: days over 365, those in a leap year over 366
 * (ISDA 2006 definitions, section 4.16).
 */
export const DAY_COUNTS = ['30/360', 'actual/365', 'actual/actual'] as const;

/** One of {@link DAY_COUNTS}. */
export type DayCount = (typeof DAY_COUNTS)[number];

/** What stays the same from one instalment to the next: all of it, or the principal in it. */
export const REPAYMENTS = ['level', 'level-principal'] as const;

/** One of {@link REPAYMENTS}. */
export type Repayment = (typeof REPAYMENTS)[number];

/** What a loan's instalments follow from. */
export interface Loan {
  /** What is owed on {@link drawn}; minor units, above zero. */
  readonly principal: Minor;
  /** Per cent a year, a plain decimal. */
  readonly rate: string;
  readonly dayCount: DayCount;
  readonly repayment: Repayment;
  /** The day from which interest runs. */
  readonly drawn: CivilDate;
}

/** One instalment of a loan; minor units. */
export interface Instalment {
  readonly date: CivilDate;
  readonly payment: Minor;
  readonly interest: Minor;
  readonly principal: Minor;
  /** What is owed afterwards; zero after the last. */
  readonly balance: Minor;
}

/**
 * The instalments of a loan. Interest of each period is drawn from the rounded balance and rounded. A level instalment
 * is rounded once; a level principal in each row; the last clears the balance (common practice).
 *
 * @param dates the nominal dates, in order; the last clears the loan
 * @param months from one date to the next, or 0 where it goes by weeks
 * @example instalments({principal: minor(1200000), rate: '6', dayCount: '30/360', repayment: 'level-principal', drawn}, twelveDates, 1)[0]
 * // → {payment: 106000, interest: 6000, principal: 100000, balance: 1100000, …}
 */
export function instalments(loan: Loan, dates: readonly CivilDate[], months: number): Instalment[] {
  const level = levelPayment(loan, dates, months);
  const even = roundHalfAwayFromZero(new Exact(loan.principal).dividedBy(dates.length));
  let [balance, since]: [Minor, CivilDate] = [loan.principal, loan.drawn];
  return dates.map((date, index) => {
    const { parts, per } = partsOfYear(loan.dayCount, since, date, months);
    const interest = roundHalfAwayFromZero(
      new Exact(balance)
        .times(loan.rate)
        .times(parts)
        .dividedBy(per * 100),
    );
    const wanted = loan.repayment === 'level' ? level - interest : even;
    const principal = index === dates.length - 1 ? balance : minor(Math.min(wanted, balance));
    balance = minor(balance - principal);
    since = date;
    return { date, payment: minor(principal + interest), interest, principal, balance };
  });
}

/** The level instalment: principal times rate, divided by one less the discount of all periods. */
function levelPayment({ principal, rate }: Loan, dates: readonly CivilDate[], months: number): Minor {
  const [first, second] = dates;
  const years =
    months > 0 || !first || !second
      ? new Exact(Math.max(months, 1)).dividedBy(12)
      : new Exact(daysBetween(first, second)).dividedBy(365);
  const perPeriod = new Exact(rate).dividedBy(100).times(years);
  if (perPeriod.isZero()) return roundHalfAwayFromZero(new Exact(principal).dividedBy(dates.length));
  const grown = perPeriod.plus(1).pow(dates.length);
  return roundHalfAwayFromZero(new Exact(principal).times(perPeriod).times(grown).dividedBy(grown.minus(1)));
}

/**
 * The part of a year from one date to a later one, as a fraction, so that nothing is cut before it is rounded.
 *
 * @param months how far nominal dates lie from each other: with 30/360 such a period is whole months, whatever the
 *   shorter months made of its days
 * @example partsOfYear('30/360', d('2027-01-31'), d('2027-02-28'), 1) // → {parts: 1, per: 12}
 */
export function partsOfYear(
  dayCount: DayCount,
  from: CivilDate,
  to: CivilDate,
  months: number,
): { readonly parts: number; readonly per: number } {
  switch (dayCount) {
    case '30/360': {
      const isPeriod = months > 0 && (addMonths(from, months) === to || addMonths(to, -months) === from);
      return isPeriod ? { parts: months, per: 12 } : { parts: days30(from, to), per: 360 };
    }
    case 'actual/365':
      return { parts: daysBetween(from, to), per: 365 };
    case 'actual/actual':
      return { parts: daysIn(from, to, 365) * 366 + daysIn(from, to, 366) * 365, per: 365 * 366 };
    default:
      return dayCount satisfies never;
  }
}

function days30(from: CivilDate, to: CivilDate): number {
  const [a, b] = [partsOf(from), partsOf(to)];
  const day = ({ year, month, day: dayOfMonth }: typeof a): number =>
    dayOfMonth === daysInMonth(year, month) ? 30 : Math.min(dayOfMonth, 30);
  return (b.year - a.year) * 360 + (b.month - a.month) * 30 + day(b) - day(a);
}

/** The days from one date to another that lie in years of some length; the first day counts, the last does not. */
function daysIn(from: CivilDate, to: CivilDate, length: 365 | 366): number {
  let days = 0;
  for (let date = from; date < to;) {
    const { year } = partsOf(date);
    const end = earlierOf(civilDate(year + 1, 1, 1), to);
    if ((daysInMonth(year, 2) === 29) === (length === 366)) days += daysBetween(date, end);
    date = end;
  }
  return days;
}
