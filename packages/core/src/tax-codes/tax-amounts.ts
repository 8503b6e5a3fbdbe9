import { oppositeSide, type Side } from '../accounts/element.js';
import type { AccountId } from '../accounts/account.js';
import { subtract, minor, negated, add, sumOf, ZERO, type Minor } from '../money/minor.js';
import { Exact, roundHalfAwayFromZero } from '../money/round.js';
import { roundTogether, allocate } from '../money/allocate.js';
import {
  TAX_SIDES,
  sharesOf,
  taxOnTop,
  wholeOf,
  type TaxPart,
  type TaxRate,
  type TaxRounding,
  type TaxShares,
  type TaxSide,
} from './tax-code.js';

/** An amount to be taxed. */
export interface AmountToTax {
  /** Minor units; negative on a credit note. */
  readonly amount: Minor;
  /** Whether the tax is in it already (gross), or comes on top (net). */
  readonly isGross: boolean;
  /** By how much its tax and its gross are more than the rate comes to, the net untouched; minor units. */
  readonly adjustment?: Minor;
}

/** An amount with its tax. */
export interface TaxedAmount {
  readonly net: Minor;
  /** Net with the tax that is asked on top; equal to net where parts cancel out. */
  readonly gross: Minor;
  /** What each part of the tax comes to, on its own side for a positive amount. */
  readonly parts: readonly PartAmount[];
}

/** What a part of a tax comes to. */
export interface PartAmount {
  readonly part: TaxPart;
  readonly amount: Minor;
}

/**
 * The tax of the lines of one document at one rate. Tax is rounded half away from zero, once for each rate and side;
 * accounts that share it get whole units by largest remainder, what stays on the line's own account giving way: half of
 * 0.05 reclaimed is 0.03, and 0.02 is cost. Net and tax always make the gross: of a gross amount the tax is rounded and
 * the net is what remains. An adjustment moves the first tax of each side.
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
  if (rounding === 'line') return lines.flatMap((line) => taxTogether(rate, side, [line]));
  return taxTogether(rate, side, lines);
}

/** The tax of lines whose tax is rounded once. */
function taxTogether(rate: TaxRate, side: TaxSide, lines: readonly AmountToTax[]): TaxedAmount[] {
  const onTop = taxOnTop(rate, side).plus(1);
  const exact = lines.map(({ amount, isGross }) =>
    isGross ? new Exact(amount).dividedBy(onTop) : new Exact(amount),
  );
  const none = lines.map(() => ZERO);
  const computed = partsOf(rate, exact, none);
  const adjustments = lines.map(({ adjustment = ZERO }) => adjustment);
  const moved = adjustments.some((adjustment) => adjustment !== 0) ? partsOf(rate, exact, adjustments) : computed;
  const taxOf = (parts: readonly PartAmount[] = []): Minor =>
    sumOf(parts.map((part) => onLineSide(part.part, side, part.amount)));
  return lines.map(({ amount, isGross }, index) => {
    const parts = moved[index] ?? [];
    const net = isGross ? subtract(amount, taxOf(computed[index])) : amount;
    return { net, gross: add(net, taxOf(parts)), parts };
  });
}

/** What the parts of a tax come to on each of the nets, its adjustments in. */
function partsOf(
  rate: TaxRate,
  nets: readonly InstanceType<typeof Exact>[],
  adjustments: readonly Minor[],
): PartAmount[][] {
  const taxed = nets.map((): PartAmount[] => []);
  const moved = new Set<Side>();
  for (const shares of sharesOf(rate.parts)) {
    const isMoved = !moved.has(shares[0].side);
    moved.add(shares[0].side);
    const exact = nets.map((net) => net.times(shares[0].rate).dividedBy(100));
    const whole = add(roundHalfAwayFromZero(sumOfExact(exact)), isMoved ? sumOf(adjustments) : ZERO);
    const ofParts = sharedOut(whole, shares);
    shares.forEach((part, partIndex) => {
      const weight = new Exact(part.share).dividedBy(wholeOf(shares));
      const own = exact.map((tax, index) => tax.plus(isMoved ? (adjustments[index] ?? ZERO) : ZERO).times(weight));
      roundTogether(own, ofParts[partIndex]).forEach((amount, index) => taxed[index]?.push({ part, amount }));
    });
  }
  return taxed;
}

/** A tax by its parts, in their order; of equal remainders that of an account goes before the line's own. */
function sharedOut(whole: Minor, shares: TaxShares): Minor[] {
  const places = shares.map((_, index) => index);
  const isOwn = (index: number): number => Number(shares[index]?.account === undefined);
  const inTurn = places.toSorted((a, b) => isOwn(a) - isOwn(b) || a - b);
  const amounts = allocate(
    whole,
    inTurn.map((index) => shares[index]?.share ?? '0'),
  );
  return places.map((index) => amounts[inTurn.indexOf(index)] ?? ZERO);
}

function sumOfExact(amounts: readonly InstanceType<typeof Exact>[]): InstanceType<typeof Exact> {
  return amounts.reduce((sum, amount) => sum.plus(amount), new Exact(0));
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
