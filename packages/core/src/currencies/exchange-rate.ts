import type { CivilDate } from '../dates/civil-date.js';
import type { CurrencyCode } from '../money/currency.js';
import type { Rate, RateQuote } from '../money/rate.js';
import { Exact } from '../money/round.js';

/** What a currency was worth on a day, as it was quoted. */
export interface ExchangeRate {
  readonly currency: CurrencyCode;
  readonly date: CivilDate;
  readonly quote: RateQuote;
}

/**
 * The rate that holds on a day: that of the day, else the last one before it.
 *
 * @param rates of one currency, the earliest first
 * @returns undefined before the first
 */
export function exchangeRateOn<T extends { readonly date: string }>(
  rates: readonly T[],
  date: string,
): T | undefined {
  return rates.findLast((rate) => rate.date <= date);
}

/** The text of a rate as it was quoted, whichever way. */
export function quotedRate(quote: RateQuote): Rate {
  return 'rate' in quote ? quote.rate : quote.ratePerBase;
}

/**
 * The other way round, for reading only: no amount is ever computed with it.
 *
 * @returns decimal text with six significant digits, without trailing zeros
 * @example inverseOf(parseRate('0.92')) // → '1.08696'
 */
export function inverseOf(rate: Rate): string {
  return new Exact(1).dividedBy(rate).toSignificantDigits(6).toFixed();
}

/**
 * Whether a rate lies so much nearer to the inverse of another that it was probably meant the other way round.
 *
 * @param given the rate just typed
 * @param usual one of the same currency, quoted the same way
 * @example seemsInverted(parseRate('1.18'), parseRate('0.85')) // → true
 */
export function seemsInverted(given: Rate, usual: Rate): boolean {
  const ratio = (a: InstanceType<typeof Exact>): InstanceType<typeof Exact> =>
    a.lessThan(1) ? new Exact(1).dividedBy(a) : a;
  const fromUsual = ratio(new Exact(given).dividedBy(usual));
  const fromInverse = ratio(new Exact(given).times(usual));
  return fromUsual.greaterThan('1.1') && fromInverse.lessThan(fromUsual);
}
