import type { AccountId } from '../accounts/account.js';
import type { Side } from '../accounts/element.js';
import type { CivilDate } from '../dates/civil-date.js';
import { Exact } from '../money/round.js';
import type { Percent } from '../money/percent.js';

/** Which lines a tax code is for, and the side on which such a line usually stands. */
export const TAX_SIDES = {
  sales: { label: 'Sales', lineStandsOn: 'credit' },
  purchases: { label: 'Purchases', lineStandsOn: 'debit' },
} as const satisfies Record<string, { label: string; lineStandsOn: Side }>;

/** A key of {@link TAX_SIDES}. */
export type TaxSide = keyof typeof TAX_SIDES;

/** Where tax is rounded: on each line, or once on the sum of a document. Both are allowed in most places; one method holds throughout a document. */
export const TAX_ROUNDINGS = { line: 'on each line', document: 'once on the document' } as const;

/** A key of {@link TAX_ROUNDINGS}. */
export type TaxRounding = keyof typeof TAX_ROUNDINGS;

/** What one account gets of a tax. */
export interface TaxPart {
  /** Per cent of the net amount. */
  readonly rate: Percent;
  /** Per cent of the tax at this rate; parts that follow each other at one rate and side make 100 together. */
  readonly share: Percent;
  /** Where it stands beside an ordinary sale or purchase; a credit note turns it round. */
  readonly side: Side;
  /** Left out: the line's own account, so that it becomes part of the cost. */
  readonly account?: AccountId;
}

/** What a tax code takes from a day on, until the next one; without parts the amount is reported and not taxed. */
export interface TaxRate {
  /** The first day it holds; left out for one that has always held. */
  readonly from?: CivilDate;
  readonly parts: readonly TaxPart[];
}

/** What decides the tax of a line, and the accounts it goes to. */
export interface TaxCode {
  readonly id: number;
  /** How people write it on a line. */
  readonly code: string;
  readonly name: string;
  readonly side: TaxSide;
  readonly rounding: TaxRounding;
  /** Whether new lines may name it. */
  readonly active: boolean;
  /** By date, the earliest first; at least one. */
  readonly rates: readonly TaxRate[];
}

/**
 * What a tax code takes on a day.
 *
 * @returns undefined before its first rate
 * @example taxRateOn(standard, parseCivilDate('2027-07-01')) // → the rate from 1 July 2027
 */
export function taxRateOn({ rates }: Pick<TaxCode, 'rates'>, date: CivilDate): TaxRate | undefined {
  return rates.findLast((rate) => rate.from === undefined || rate.from <= date);
}

/** Parts that share one tax: the same rate and side, 100 per cent together. */
export type TaxShares = readonly [TaxPart, ...TaxPart[]];

/** Parts as the taxes that they share, in their order; the last of a rate and side may be short of 100 per cent. */
export function sharesOf(parts: readonly TaxPart[]): TaxShares[] {
  const taxes: [TaxPart, ...TaxPart[]][] = [];
  for (const part of parts) {
    const open = taxes.find(
      ([first, ...rest]) => first.rate === part.rate && first.side === part.side && isShort([first, ...rest]),
    );
    if (open) open.push(part);
    else taxes.push([part]);
  }
  return taxes;
}

/** Whether less than the whole of a tax is given to accounts. */
export function isShort(shares: TaxShares): boolean {
  return wholeOf(shares).lessThan(100);
}

/** Per cent of a tax that is given to accounts. */
export function wholeOf(shares: TaxShares): InstanceType<typeof Exact> {
  return shares.reduce((sum, { share }) => sum.plus(share), new Exact(0));
}

/**
 * By how much the tax makes an amount larger: what is asked on top of 1 of net.
 *
 * @returns exact; 0 where parts on both sides cancel out (reverse charge)
 */
export function taxOnTop(rate: TaxRate, side: TaxSide): InstanceType<typeof Exact> {
  const { lineStandsOn } = TAX_SIDES[side];
  return rate.parts.reduce((sum, part) => {
    const own = new Exact(part.rate).times(part.share).dividedBy(10_000);
    return part.side === lineStandsOn ? sum.plus(own) : sum.minus(own);
  }, new Exact(0));
}

/**
 * Per cent that a rate asks of an amount in all: its taxes on the side of an ordinary line. Under reverse charge that is
 * the tax on both sides.
 *
 * @example wholeRate({parts: [federal, provincial]}, 'sales') // → '14.975'
 */
export function wholeRate({ parts }: TaxRate, side: TaxSide): Percent {
  const whole = sharesOf(parts)
    .filter(([part]) => part.side === TAX_SIDES[side].lineStandsOn)
    .reduce((sum, [part]) => sum.plus(part.rate), new Exact(0));
  return whole.toFixed() as Percent;
}
