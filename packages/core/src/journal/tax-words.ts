import type { PostedTexts } from './typed-lines.js';

/** What a posted line says of its tax. */
export type PostedTax = Pick<
  PostedTexts,
  'debit' | 'credit' | 'taxCode' | 'taxRate' | 'taxBase' | 'taxSide' | 'taxAdjustment'
>;

/**
 * What a line says of its tax, in few words.
 *
 * @param shown how an amount is shown to whoever reads it
 * @returns empty where it says nothing
 * @example taxWords({taxCode: 'STD', taxRate: '20', taxBase: '100.00', taxSide: 'credit', …}, shown) // → 'STD 20 % of 100.00'
 */
export function taxWords(line: PostedTax, shown: (amount: string) => string): string {
  const { taxCode, taxRate, taxBase, taxSide, taxAdjustment } = line;
  if (taxCode === null || taxRate === null || taxBase === null) return '';
  const amount = line.debit ?? line.credit;
  const base =
    taxSide !== null || taxBase.replace('-', '') !== amount ? ` of ${shown(taxBase.replace('-', ''))}` : '';
  if (taxAdjustment === null) return `${taxCode} ${taxRate} %${base}`;
  const isLess = taxAdjustment.startsWith('-');
  const moved = `its tax ${isLess ? 'less' : 'more'} by ${shown(taxAdjustment.replace('-', ''))}`;
  return `${taxCode} ${taxRate} %${base}, ${moved}`;
}
