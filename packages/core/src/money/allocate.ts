import { Exact, roundHalfAwayFromZero } from './round.js';
import { minor, type Minor } from './minor.js';

/**
 * Shares an amount out by weight so that the parts add up to it exactly: each part is its exact share cut towards
 * zero, and the units left over go to the largest remainders, ties to the earlier part.
 *
 * @param amount in minor units; may be negative
 * @param weights decimal strings or numbers, none negative, at least one above zero
 * @returns parts in minor units, in the order of the weights
 * @throws {RangeError} if there is no weight above zero, or one is negative
 * @example allocate(minor(5), [3, 7]) // → [2, 3]
 */
export function allocate(amount: Minor, weights: readonly (string | number)[]): Minor[] {
  const exact = weights.map((weight) => new Exact(weight));
  if (exact.some((weight) => weight.isNegative() && !weight.isZero())) throw new RangeError('a weight is negative');
  const whole = exact.reduce((sum, weight) => sum.plus(weight), new Exact(0));
  if (whole.isZero()) throw new RangeError('no weight is above zero');
  if (exact.length === 1) return [amount];

  const sign = amount < 0 ? -1 : 1;
  const shares = exact.map((weight) => new Exact(Math.abs(amount)).times(weight).dividedBy(whole));
  const parts = shares.map((share) => share.floor().toNumber());
  const left = Math.abs(amount) - parts.reduce((sum, part) => sum + part, 0);
  const byRemainder = shares
    .map((share, index) => ({ place: index, remainder: share.minus(share.floor()) }))
    .sort((a, b) => b.remainder.comparedTo(a.remainder) || a.place - b.place);
  for (const { place } of byRemainder.slice(0, left)) parts[place] = (parts[place] ?? 0) + 1;
  return parts.map((part) => minor(sign * part));
}

/**
 * Splits an amount into equal parts that add up to it exactly.
 *
 * @param amount in minor units; may be negative (a credit note)
 * @param parts how many, at least 1
 * @returns the parts, the odd units going to the first ones
 * @throws {RangeError} if `parts` is below 1
 * @example splitEvenly(minor(100), 3) // → [34, 33, 33]
 */
export function splitEvenly(amount: Minor, parts: number): Minor[] {
  if (!Number.isInteger(parts) || parts < 1) throw new RangeError(`parts must be at least 1, got ${parts}`);
  return allocate(amount, new Array<number>(parts).fill(1));
}

/**
 * The share of an amount that falls into one of several equal steps when the running total is rounded each time,
 * so that no step is off by more than one unit and all steps add up.
 *
 * @param amount in minor units
 * @param steps how many equal steps, at least 1
 * @param step which one, from 1
 * @example cumulativeStep(minor(100000), 12, 2) // → 8334, after 8333 for step 1
 */
export function cumulativeStep(amount: Minor, steps: number, step: number): Minor {
  if (!Number.isInteger(steps) || steps < 1) throw new RangeError(`steps must be at least 1, got ${steps}`);
  if (!Number.isInteger(step) || step < 1 || step > steps)
    throw new RangeError(`step ${step} is not one of ${steps}`);
  const upTo = (n: number): Minor => roundHalfAwayFromZero(new Exact(amount).times(n).dividedBy(steps));
  return minor(upTo(step) - upTo(step - 1));
}

/**
 * Rounds exact amounts so that together they make the rounded sum of them all: the units that are left over go to the
 * largest remainders, ties to the earlier one. Negating every amount negates the result.
 *
 * @param exact minor units, exact; of either sign
 * @param total what they are to make instead, where it was rounded on another way; within a few units of their sum
 * @returns minor units, each within one unit of its exact amount where no total is given
 * @example roundTogether([new Exact('6.6'), new Exact('6.6'), new Exact('6.6')]) // → [7, 7, 6], together 20
 */
export function roundTogether(exact: readonly InstanceType<typeof Exact>[], total?: Minor): Minor[] {
  const sum = exact.reduce((all, decimal) => all.plus(decimal), new Exact(0));
  const sign = sum.isNegative() ? -1 : 1;
  const amounts = exact.map((decimal) => decimal.times(sign));
  const parts = amounts.map((amount) => amount.floor().toNumber());
  const whole = total === undefined ? roundHalfAwayFromZero(sum.times(sign)) : sign * total;
  const left = whole - parts.reduce((all, part) => all + part, 0);
  const byRemainder = amounts
    .map((amount, index) => ({ place: index, remainder: amount.minus(amount.floor()) }))
    .sort((a, b) => b.remainder.comparedTo(a.remainder) || a.place - b.place);
  const taking = left > 0 ? byRemainder : byRemainder.toReversed();
  for (let unit = 0; unit < Math.abs(left) && taking.length > 0; unit += 1) {
    const { place } = taking[unit % taking.length] as { place: number };
    parts[place] = (parts[place] ?? 0) + Math.sign(left);
  }
  return parts.map((part) => minor(sign * part));
}
