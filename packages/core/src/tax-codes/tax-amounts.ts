import { oppositeSide, type Side } from '../accounts/element.js';
import type { AccountId } from '../accounts/account.js';
import { subtract, minor, negated, add, sumOf, type Minor } from '../money/minor.js';
import { Exact, roundHalfAwayFromZero } from '../money/round.js';
import { roundTogether, allocate } from '../money/allocate.js';
import {
  TAX_SIDES,
  sharesOf,
  taxOnTop,
  type TaxPart,
  type TaxRate,
  type TaxRounding,
  type TaxSide,
} from './tax-code.js';

/** An amount to be taxed. */
export interface AmountToTax {
  /** Minor units; negative on a credit note. */
  readonly amount: Minor;
  /** Whether the tax is in it already (gross), or comes on top (net). */
  readonly isGross: boolean;
}

/** An amount with its tax. */
export interface TaxedAmount {
  readonly net: Minor;
  /** Net with the tax that is asked on top; equal to net where parts cancel out. */
  readonly gross: Minor;
  /** What each part of the tax comes to, on its own side for a positive amount. */
  readonly parts: readonly { readonly part: TaxPart; readonly amount: Minor }[];
}

/**
 * The tax of the lines of one document at one rate. Tax is rounded half away from zero, once for each rate and side;
 * accounts that share it get whole units by largest remainder. Net and tax always make the gross: of a gross amount
 * the tax is rounded and the net is what remains.
 *
 * @param rounding on each line, or on the sum of the lines, the difference going to the largest remainders
 * @returns the taxed amounts in the order of the lines, in minor units
 * @example taxAmounts(twentyPerCent, 'sales', 'line', [{amount: minor(12000), isGross: true}]) // → net 10000, tax 2000
 */
export function taxAmounts(
  rate: TaxRate,
  side: TaxSide,
  rounding: TaxRounding,
  lines: readonly AmountToTax[],
): TaxedAmount[] {
  const onTop = taxOnTop(rate, side).plus(1);
  const nets = lines.map(({ amount, isGross }) => (isGross ? new Exact(amount).dividedBy(onTop) : new Exact(amount)));
  const taxed = lines.map((): { part: TaxPart; amount: Minor }[] => []);
  for (const shares of sharesOf(rate.parts)) {
    const exact = nets.map((net) => net.times(shares[0].rate).dividedBy(100));
    const whole = rounding === 'line' ? exact.map(roundHalfAwayFromZero) : roundTogether(exact);
    const weights = shares.map(({ share }) => share);
    whole.forEach((tax, index) =>
      allocate(tax, weights).forEach((amount, place) =>
        taxed[index]?.push({ part: shares[place] as TaxPart, amount }),
      ),
    );
  }
  return lines.map(({ amount, isGross }, index) => {
    const parts = taxed[index] ?? [];
    const tax = sumOf(parts.map((one) => onLineSide(one.part, side, one.amount)));
    return isGross
      ? { net: subtract(amount, tax), gross: amount, parts }
      : { net: amount, gross: add(amount, tax), parts };
  });
}

/** A line that a taxed sale or purchase leads to. */
export interface TaxedLine {
  readonly what: 'net' | 'tax' | 'cost' | 'gross';
  readonly side: Side;
  /** Minor units, above zero. */
  readonly amount: Minor;
  /** For tax: where it goes. */
  readonly account?: AccountId;
}

/**
 * The lines of a taxed sale or purchase: the net, each part of the tax, and what is received or paid. Debits equal
 * credits. Lines of nothing are left out; below zero (a credit note) every line changes its side.
 *
 * @example a purchase of 100.00 under reverse charge → net 100.00 dr, tax 20.00 dr, tax 20.00 cr, paid 100.00 cr
 */
export function taxedLines(taxed: TaxedAmount, side: TaxSide): TaxedLine[] {
  const { lineStandsOn } = TAX_SIDES[side];
  const lines: TaxedLine[] = [
    { what: 'net', side: lineStandsOn, amount: taxed.net },
    ...taxed.parts.map(({ part, amount }): TaxedLine => ({
      what: part.account === undefined ? 'cost' : 'tax',
      side: part.side,
      amount,
      ...(part.account !== undefined && { account: part.account }),
    })),
    { what: 'gross', side: oppositeSide(lineStandsOn), amount: taxed.gross },
  ];
  return lines
    .filter(({ amount }) => amount !== 0)
    .map((line) =>
      line.amount > 0 ? line : { ...line, side: oppositeSide(line.side), amount: minor(-line.amount) },
    );
}

function onLineSide(part: TaxPart, side: TaxSide, amount: Minor): Minor {
  return part.side === TAX_SIDES[side].lineStandsOn ? amount : negated(amount);
}
