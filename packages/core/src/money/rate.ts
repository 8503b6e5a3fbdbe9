import { exponentOf, type CurrencyCode } from './currency.js';
import { Exact, roundHalfAwayFromZero } from './round.js';
import { minor, type Minor } from './minor.js';

/** An exchange rate as given: exact decimal text, above zero. */
export type Rate = string & { readonly __brand: 'Rate' };

/** Which way a rate was quoted: base units for one foreign unit, or foreign units for one base unit. */
export type RateQuote = { readonly rate: Rate } | { readonly ratePerBase: Rate };

/** The quote that two kept figures tell, the first before the second; undefined if neither is there. */
export function quoteOf(rate: Rate | null, ratePerBase: Rate | null): RateQuote | undefined {
  if (rate !== null) return { rate };
  return ratePerBase === null ? undefined : { ratePerBase };
}

/** Whether a text is a positive plain decimal. @example isRate('1.0845') // → true */
export function isRate(text: string): text is Rate {
  return /^\d{1,12}(\.\d{1,12})?$/.test(text) && !new Exact(text).isZero();
}

/**
 * Takes a rate from outside.
 *
 * @throws {RangeError} if it is not a positive plain decimal
 * @example parseRate('0.92') // → '0.92'
 */
export function parseRate(text: string): Rate {
  if (!isRate(text)) throw new RangeError(`${text} is not a rate above zero`);
  return text;
}

/**
 * The base amount of a foreign one. A rate is used as it was quoted, never inverted: with `ratePerBase` the amount
 * is divided by it.
 *
 * @param foreign minor units of the foreign currency
 * @returns minor units of the base currency, rounded half away from zero
 * @example baseAmount(minor(10000), USD, EUR, {rate: parseRate('0.92')}) // → 9200
 */
export function baseAmount(foreign: Minor, from: CurrencyCode, base: CurrencyCode, quote: RateQuote): Minor {
  const shifted = new Exact(foreign).times(new Exact(10).pow(exponentOf(base) - exponentOf(from)));
  const exact = 'rate' in quote ? shifted.times(quote.rate) : shifted.dividedBy(quote.ratePerBase);
  return roundHalfAwayFromZero(exact);
}

/**
 * How far a base amount may lie from the computed one because the rate was written with few decimals:
 * half a unit in the rate's last place, carried through, plus one minor unit for rounding.
 *
 * @returns minor units of the base currency, at least 1
 * @example rateTolerance(minor(10000), USD, EUR, {rate: parseRate('0.92')}) // → 51
 */
export function rateTolerance(foreign: Minor, from: CurrencyCode, base: CurrencyCode, quote: RateQuote): Minor {
  const text = 'rate' in quote ? quote.rate : quote.ratePerBase;
  const halfUnit = new Exact(10).pow(-(text.split('.')[1]?.length ?? 0)).dividedBy(2);
  const rounded = (rate: InstanceType<typeof Exact>): InstanceType<typeof Exact> => {
    const shifted = new Exact(Math.abs(foreign)).times(new Exact(10).pow(exponentOf(base) - exponentOf(from)));
    return 'rate' in quote ? shifted.times(rate) : shifted.dividedBy(rate);
  };
  const given = new Exact(text);
  return minor(Math.ceil(rounded(given.plus(halfUnit)).minus(rounded(given)).abs().toNumber()) + 1);
}

/**
 * The rate that a foreign amount and its base amount come to, for reading only: neither was computed with it.
 *
 * @returns base units for one foreign unit, six significant digits; undefined if either amount is zero
 * @example impliedRate(minor(10000), USD, minor(9200), EUR) // → '0.92'
 */
export function impliedRate(
  foreign: Minor,
  from: CurrencyCode,
  amount: Minor,
  base: CurrencyCode,
): string | undefined {
  if (foreign === 0 || amount === 0) return undefined;
  const shifted = new Exact(foreign).times(new Exact(10).pow(exponentOf(base) - exponentOf(from)));
  return new Exact(amount).dividedBy(shifted).abs().toSignificantDigits(6).toFixed();
}
