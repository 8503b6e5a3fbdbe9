import { Decimal } from 'decimal.js';
import { minor, type Minor } from './minor.js';

/** Decimal arithmetic wide enough that no product of an amount and a rate is cut before it is rounded here. */
export const Exact = Decimal.clone({ precision: 60, rounding: Decimal.ROUND_HALF_UP });

/**
 * Rounds an exact number of minor units to a whole one, halves away from zero.
 * This is the only rounding of amounts in the product. Source: IEEE 754-2019, 4.3.1, roundTiesToAway.
 *
 * @param units minor units, exact
 * @throws {RangeError} if the result leaves the safe range
 * @example roundHalfAwayFromZero(new Exact('-0.5')) // → -1
 */
export function roundHalfAwayFromZero(units: Decimal): Minor {
  return minor(units.toDecimalPlaces(0, Decimal.ROUND_HALF_UP).toNumber());
}
