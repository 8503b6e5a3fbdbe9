import { accountTitle } from '../accounts/account.js';
import { groupsOf } from '../keyed/keyed.js';
import { longDate } from '../dates/month-names.js';
import { isFarOut, usualAmounts } from '../journal/usual-amounts.js';
import { ZERO, type Minor } from '../money/minor.js';
import { findingId, type Finding } from './finding.js';
import type { ReviewedAmount } from './review-basis.js';

/** So many of one side of an account are told, and so many of all; the farthest out first. */
const [MOST_OF_ONE, MOST_OF_ALL] = [3, 20];
/** From so many other amounts it can be told that none of them is round. */
const ENOUGH = 12;
/** This part of them may be whole tens all the same. */
const HARDLY_ANY = 0.05;

/** So many others of nearly the same size make a habit of their own, … */
const OTHERS = 2;
/** … where no one is larger than another by more than this factor. */
const NEARLY = 1.25;

/**
 * Amounts far out of what an account usually sees on that side, by its own history of two years at most.
 * An amount of which there are others like it is none: an account may have two habits. See {@link usualAmounts} for the measure: a modified z-score of the logarithms beyond 3.5.
 *
 * @param sides amounts of one side of one account each, neither cash nor control, in any order
 * @returns the farthest of all first, twenty at most and three of one side of an account
 */
export function farOut(sides: readonly (readonly ReviewedAmount[])[]): Finding[] {
  return sides
    .flatMap(farOutOfSide)
    .sort((a, b) => b.away - a.away)
    .slice(0, MOST_OF_ALL)
    .map(({ finding }) => finding);
}

function farOutOfSide(amounts: readonly ReviewedAmount[]): { finding: Finding; away: number }[] {
  const usual = usualAmounts(amounts.map(({ amount }) => amount));
  if (!usual) return [];
  const sorted = Float64Array.from(amounts, ({ amount }) => amount).sort();
  const away = ({ amount }: ReviewedAmount): number => Math.abs(Math.log(amount / usual.median));
  return amounts
    .filter((amount) => amount.isAsked && isFarOut(amount.amount, usual) && !isHabit(amount.amount, sorted))
    .sort((a, b) => away(b) - away(a))
    .slice(0, MOST_OF_ONE)
    .map((amount) => ({
      away: away(amount),
      finding: {
        id: findingId('far-out', amount.account.id, amount.place),
        type: 'far-out',
        title: `${accountTitle(amount.account)}: far out of what is usual`,
        evidence: [
          { amount: amount.amount },
          ` in ${amount.number} of ${longDate(amount.date)}; the middle one of ${usual.lines} is `,
          { amount: usual.median },
        ],
        account: amount.account.id,
        entries: [amount.place],
      },
    }));
}

function isHabit(amount: number, sorted: Float64Array): boolean {
  const [least, most] = [amount / NEARLY, amount * NEARLY];
  const first = firstFrom(sorted, least);
  // the one itself is among them
  return first + OTHERS < sorted.length && (sorted[first + OTHERS] ?? Infinity) <= most;
}

/** The place of the first number that is not smaller, in numbers in their order. */
function firstFrom(sorted: Float64Array, least: number): number {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if ((sorted[middle] ?? Infinity) < least) low = middle + 1;
    else high = middle;
  }
  return low;
}

/**
 * Whole hundreds on an account whose amounts are hardly ever even whole tens: an estimate, perhaps, that was never set
 * right.
 *
 * @param amounts of one side of one account, neither cash nor control, in any order
 * @param unit minor units in one of the currency
 */
export function roundAmounts(amounts: readonly ReviewedAmount[], unit: number): Finding[] {
  const isWhole = ({ amount }: ReviewedAmount, step: number): boolean => amount % (step * unit) === 0;
  const round = amounts.filter((amount) => isWhole(amount, 100));
  const tens = amounts.filter((amount) => isWhole(amount, 10)).length;
  const others = amounts.length - round.length;
  if (others < ENOUGH || tens > Math.max(1, amounts.length * HARDLY_ANY)) return [];
  return round
    .filter(({ isAsked }) => isAsked)
    .slice(0, MOST_OF_ONE)
    .map((reviewedAmount) => ({
      id: findingId('round-amount', reviewedAmount.account.id, reviewedAmount.place),
      type: 'round-amount',
      title: `${accountTitle(reviewedAmount.account)}: a round amount`,
      evidence: [
        { amount: reviewedAmount.amount },
        ` in ${reviewedAmount.number} of ${longDate(reviewedAmount.date)}; of ${others} others ${tens - round.length === 0 ? 'none is' : `${tens - round.length} are`} whole tens`,
      ],
      account: reviewedAmount.account.id,
      entries: [reviewedAmount.place],
    }));
}

/** From so many amounts it can be told that they are always the same, … */
const ENOUGH_SAME = 6;
/** … where this part of them is. */
const NEARLY_ALL = 0.9;

/**
 * An amount on an account that otherwise always sees the same one: two digits changed places in the rent, perhaps.
 *
 * @param amounts of one side of one account, neither cash nor control, in any order
 */
export function differing(amounts: readonly ReviewedAmount[]): Finding[] {
  const counts = new Map<Minor, number>();
  for (const { amount } of amounts) counts.set(amount, (counts.get(amount) ?? 0) + 1);
  const [usual, times] = [...counts].reduce((most, counted) => (counted[1] > most[1] ? counted : most), [ZERO, 0]);
  if (times < ENOUGH_SAME || times < amounts.length * NEARLY_ALL) return [];
  return amounts
    .filter((amount) => amount.isAsked && amount.amount !== usual)
    .slice(0, MOST_OF_ONE)
    .map((amount) => ({
      id: findingId('differs', amount.account.id, amount.place),
      type: 'differs',
      title: `${accountTitle(amount.account)}: not the amount that it always is`,
      evidence: [
        { amount: amount.amount },
        ` in ${amount.number} of ${longDate(amount.date)}; ${times} of ${amounts.length} times `,
        { amount: usual },
      ],
      account: amount.account.id,
      entries: [amount.place],
    }));
}

/** Amounts of an account by their side. */
export function bySide(amounts: readonly ReviewedAmount[]): ReviewedAmount[][] {
  return [...groupsOf(amounts, ({ side }) => side).values()];
}
