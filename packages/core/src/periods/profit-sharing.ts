import type { AccountId } from '../accounts/account.js';
import { addDays, addMonths, dayBefore, daysBetween, type CivilDate } from '../dates/civil-date.js';
import { minor, type Minor } from '../money/minor.js';
import type { Percent } from '../money/percent.js';
import { Exact, roundHalfAwayFromZero } from '../money/round.js';

/** What a partner agreed to get: a salary for a year, and a weight in what is left. */
export interface PartnerShare {
  readonly account: AccountId;
  /** Minor units, for twelve months. */
  readonly salary: Minor;
  /** A whole number; of all weights one at least is above zero. */
  readonly weight: number;
}

/** How partners share the result from a day on: salaries, then interest on capital, then the rest by weight. */
export interface ProfitSharing {
  readonly from: CivilDate;
  /** Per cent a year, on the capital at the year's start; what is paid in during the year bears none. */
  readonly interest: Percent;
  readonly partners: readonly PartnerShare[];
}

/** What a partner is given of a whole year before the rest is shared; minor units. */
export interface YearlyGift {
  readonly salary: Minor;
  readonly interest: Minor;
}

/** The sharing that holds for a span: the last one agreed from a day no later than its first. */
export function sharingOn(sharings: readonly ProfitSharing[], first: CivilDate): ProfitSharing | undefined {
  return sharings
    .filter(({ from }) => from <= first)
    .reduce<ProfitSharing | undefined>(
      (last, sharing) => (last === undefined || sharing.from > last.from ? sharing : last),
      undefined,
    );
}

/**
 * What each partner is given of a whole year before the rest is shared: the salary, and the interest on the capital, both
 * rounded half away from zero. A capital that is overdrawn bears none.
 *
 * Common practice; the order of salaries, interest and rest follows Weygandt, Kimmel, Kieso, Accounting Principles, ch. 12.
 *
 * @param capitals at the year's start; minor units, credit positive
 * @example yearlyGifts(sharing, new Map([[king, minor(2_800_000)]])).get(king) // → {salary: 840000, interest: 280000}
 */
export function yearlyGifts(
  { interest, partners }: ProfitSharing,
  capitals: ReadonlyMap<AccountId, Minor>,
): Map<AccountId, YearlyGift> {
  return new Map(
    partners.map(({ account, salary }) => {
      const capital = Math.max(capitals.get(account) ?? 0, 0);
      return [
        account,
        { salary, interest: roundHalfAwayFromZero(new Exact(capital).times(interest).dividedBy(100)) },
      ];
    }),
  );
}

/**
 * The part of a yearly gift that falls on a span within a fiscal year, by days of its twelve months: what has run up to
 * the last day less what had before the first, so that the parts of a year add up to it.
 *
 * @param last the year's last day
 * @returns 0 for a span that ends before it begins
 * @example giftOf({salary: minor(840_000), interest: ZERO}, {first: jan1, last: dec31}, dec31) // → 840000
 */
export function giftOf(
  { salary, interest }: YearlyGift,
  span: { readonly first: CivilDate; readonly last: CivilDate },
  last: CivilDate,
): Minor {
  if (span.first > span.last) return minor(0);
  const begin = addMonths(addDays(last, 1), -12);
  const whole = daysBetween(begin, last) + 1;
  const upTo = (date: CivilDate): number => {
    const days = Math.max(0, daysBetween(begin, date) + 1);
    return [salary, interest].reduce(
      (sum, amount) => sum + roundHalfAwayFromZero(new Exact(amount).times(days).dividedBy(whole)),
      0,
    );
  };
  return minor(upTo(span.last) - upTo(dayBefore(span.first)));
}
