import type { CurrencyCode } from './currency.js';

/**
 * The sign that goes before the first amount and the totals of a statement; the code where a currency has none.
 *
 * @example currencySign(parseCurrencyCode('EUR')) // → '€'
 */
export function currencySign(currency: CurrencyCode): string {
  const part = new Intl.NumberFormat('en', { style: 'currency', currency, currencyDisplay: 'narrowSymbol' })
    .formatToParts(0)
    .find((numberFormatPart) => numberFormatPart.type === 'currency');
  return part?.value ?? currency;
}

/** A written figure with the sign of its currency, within the parentheses of a negative one. @example '(5.00)' → '(€5.00)' */
export function withSign(sign: string, figure: string): string {
  return figure.startsWith('(') ? `(${sign}${figure.slice(1)}` : `${sign}${figure}`;
}
