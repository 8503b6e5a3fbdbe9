/**
 * An amount in whole minor units of its currency (cents for the euro), debit positive where a side is meant.
 * Every value is a safe integer; make one with {@link minor}, never by a cast.
 */
export type Minor = number & { readonly __brand: 'Minor' };

/**
 * Checks that a number is a whole amount that addition keeps exact.
 *
 * @param units minor units
 * @throws {RangeError} if it is fractional or beyond ±(2^53 − 1)
 * @example minor(1250) // → 1250, that is 12.50 in euro
 */
export function minor(units: number): Minor {
  if (!Number.isSafeInteger(units))
    throw new RangeError(`amount must be a whole number of minor units, got ${units}`);
  return (units === 0 ? 0 : units) as Minor;
}

/** Nothing, in any currency. */
export const ZERO = minor(0);

/**
 * Adds amounts of one currency.
 *
 * @returns the sum in minor units; zero for none
 * @throws {RangeError} as soon as a partial sum leaves the safe range
 * @example sumOf([minor(10), minor(-4)]) // → 6
 */
export function sumOf(amounts: Iterable<Minor>): Minor {
  let total = 0;
  for (const amount of amounts) total = minor(total + amount);
  return minor(total);
}

/** Adds two amounts in minor units. @throws {RangeError} beyond the safe range */
export function add(a: Minor, b: Minor): Minor {
  return minor(a + b);
}

/** Takes the second amount from the first, in minor units. @throws {RangeError} beyond the safe range */
export function subtract(a: Minor, b: Minor): Minor {
  return minor(a - b);
}

/** The same amount on the other side. @example negated(minor(5)) // → -5 */
export function negated(amount: Minor): Minor {
  return minor(-amount);
}
