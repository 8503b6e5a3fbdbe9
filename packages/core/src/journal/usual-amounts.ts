import { minor, type Minor } from '../money/minor.js';

/** What an account usually sees on one side. */
export interface UsualAmounts {
  /** How many amounts this is drawn from. */
  readonly lines: number;
  /** The middle one; of two in the middle what lies between them by the same factor. */
  readonly median: Minor;
  /** Below and above these an amount is far out. */
  readonly from: Minor;
  readonly to: Minor;
}

/** From fewer amounts nothing is said. */
export const ENOUGH_AMOUNTS = 8;

/** So many modified z-scores from the median is far out. */
const FAR_OUT = 3.5;
/** What makes the median absolute deviation comparable with a standard deviation, where amounts are spread normally. */
const TO_SIGMA = 0.6745;
/** Amounts that hardly differ are taken to spread by a tenth, so that a rent that rises is nothing unusual. */
const LEAST_SPREAD = Math.log(1.1);

/**
 * What an account usually sees, by its own history: amounts whose modified z-score is 3.5 or less. The score is taken of
 * the logarithms, since amounts of money spread by factors: as many are twice as large as are half as large.
 *
 * Source: Iglewicz and Hoaglin, How to Detect and Handle Outliers (1993), as the NIST/SEMATECH handbook 1.3.5.17 has it;
 * from memory. The logarithm and the least spread of a tenth are ours.
 *
 * @param amounts of one side, in minor units, all positive, in any order
 * @returns undefined where there are too few of them
 * @example usualAmounts(Array(12).fill(minor(80_000))) // → {lines: 12, median: 80000, from: 48786, to: 131184}
 */
export function usualAmounts(amounts: readonly Minor[]): UsualAmounts | undefined {
  if (amounts.length < ENOUGH_AMOUNTS) return undefined;
  const logs = amounts.map((amount) => Math.log(amount));
  const middle = medianOf(logs);
  const spread = Math.max(LEAST_SPREAD, medianOf(logs.map((log) => Math.abs(log - middle))));
  const away = (FAR_OUT * spread) / TO_SIGMA;
  const most = Math.log(Number.MAX_SAFE_INTEGER);
  return {
    lines: amounts.length,
    median: minor(Math.round(Math.exp(middle))),
    from: minor(Math.floor(Math.exp(middle - away))),
    to: minor(Math.ceil(Math.min(Math.exp(Math.min(middle + away, most)), Number.MAX_SAFE_INTEGER))),
  };
}

/** Whether an amount is far out of what is usual. @param amount in minor units, positive */
export function isFarOut(amount: Minor, usual: Pick<UsualAmounts, 'from' | 'to'>): boolean {
  return amount < usual.from || amount > usual.to;
}

/** The middle of some numbers, of two in the middle what lies halfway; 0 of none. @example medianOf([1, 5, 2]) // → 2 */
export function medianOf(numbers: readonly number[]): number {
  const sorted = Float64Array.from(numbers).sort();
  const half = Math.floor(sorted.length / 2);
  const upper = sorted[half] ?? 0;
  return sorted.length % 2 === 1 ? upper : ((sorted[half - 1] ?? 0) + upper) / 2;
}
