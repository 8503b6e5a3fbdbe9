import { type AmountMarks, displayAmount, PLAIN_MARKS } from './amount.js';
import { type CurrencyCode, exponentOf } from './currency.js';
import { minor, type Minor } from './minor.js';

/** To what figures of a report may be rounded. */
export const ROUNDINGS = ['units', 'thousands'] as const;

/** One of {@link ROUNDINGS}. */
export type Rounding = (typeof ROUNDINGS)[number];

/** What a figure is rounded to, in minor units. @example roundingUnit('EUR', 'thousands') // → 100000 */
export function roundingUnit(currency: CurrencyCode, rounding: Rounding): Minor {
  return minor(10 ** exponentOf(currency) * (rounding === 'thousands' ? 1000 : 1));
}

/** A figure that was rounded as people read it, without what it has no more. @example displayRounded(minor(1250000), 'EUR', 'thousands') // → '12' */
export function displayRounded(
  amount: Minor,
  currency: CurrencyCode,
  rounding: Rounding,
  marks: AmountMarks = PLAIN_MARKS,
): string {
  const scale = rounding === 'thousands' ? 1000 : 1;
  const text = displayAmount(minor(Math.trunc(amount / scale)), currency, marks);
  return text.replace(/[.,]\d+(?=\)?$)/, (decimals) => (exponentOf(currency) === 0 ? decimals : ''));
}

/** What a report that is rounded says of it. @example roundingWords('EUR', 'thousands') // → 'in thousands of EUR' */
export function roundingWords(currency: CurrencyCode, rounding: Rounding): string {
  return rounding === 'thousands' ? `in thousands of ${currency}` : `in whole ${currency}`;
}
