import { Exact, roundHalfAwayFromZero } from '../money/round.js';

/** What a posted line says of its amounts and its tax, as texts. */
export interface PostedTexts {
  readonly debit: string | null;
  readonly credit: string | null;
  readonly foreignAmount: string | null;
  readonly rate: string | null;
  readonly ratePerBase: string | null;
  readonly taxCode: string | null;
  readonly taxRate: string | null;
  readonly taxBase: string | null;
  readonly taxSide: 'debit' | 'credit' | null;
  readonly taxAdjustment: string | null;
}

/** A posted line as it would be typed: what is reckoned is left to be reckoned again. */
export type TypedTexts<L extends PostedTexts> = Omit<L, 'taxRate' | 'taxBase' | 'taxSide'> & {
  readonly amountIs: 'net' | null;
};

/**
 * The lines of a posted entry as they would be typed: taxed ones with what their tax is reckoned on, net; the lines of
 * the tax itself left out, since they come by themselves. Tax that was posted without what it is of stays as it is.
 *
 * @example linesAsTyped([{debit: '110.00', taxCode: 'HALF', taxBase: '100.00', …}, {debit: '10.00', taxSide: 'debit', …}])
 *   // → [{debit: '100.00', taxCode: 'HALF', amountIs: 'net', …}]
 */
export function linesAsTyped<L extends PostedTexts>(lines: readonly L[]): TypedTexts<L>[] {
  const taxed = new Set(
    lines.flatMap(({ taxCode, taxSide }) => (taxCode !== null && taxSide === null ? taxCode : [])),
  );
  return lines.flatMap((line): TypedTexts<L>[] => {
    const { taxRate, taxBase, taxSide, ...said } = line;
    void taxRate;
    if (taxSide !== null) {
      return taxed.has(line.taxCode ?? '') ? [] : [{ ...said, taxCode: null, taxAdjustment: null, amountIs: null }];
    }
    if (line.taxCode === null || taxBase === null) return [{ ...said, amountIs: null }];
    const base = taxBase.replace('-', '');
    const amount = line.debit ?? line.credit;
    return [
      {
        ...said,
        ...(line.debit !== null ? { debit: base } : { credit: base }),
        ...(line.foreignAmount !== null &&
          amount !== null &&
          base !== amount && {
            foreignAmount: inShare(line.foreignAmount, base, amount),
            rate: null,
            ratePerBase: null,
          }),
        amountIs: 'net',
      },
    ];
  });
}

/** A foreign amount in the proportion of two amounts of the books, with its own decimals. */
function inShare(foreign: string, part: string, whole: string): string {
  const decimals = foreign.split('.')[1]?.length ?? 0;
  const exact = new Exact(foreign).times(part).dividedBy(whole);
  return new Exact(roundHalfAwayFromZero(exact.times(10 ** decimals))).dividedBy(10 ** decimals).toFixed(decimals);
}
