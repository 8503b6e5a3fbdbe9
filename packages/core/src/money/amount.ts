import { exponentOf, type CurrencyCode } from './currency.js';
import { minor, type Minor } from './minor.js';

/** Why a text is not an amount, as data. */
export type AmountFailure = 'not-an-amount' | 'too-many-decimals' | 'too-large';

/** What reading an amount gives. */
export type AmountResult =
  { readonly ok: true; readonly amount: Minor } | { readonly ok: false; readonly failure: AmountFailure };

/**
 * Reads an amount as it goes over the wire: digits, an optional sign, a decimal point.
 *
 * @param text such as `-1234.50`; no thousands marks, no exponent
 * @param currency decides how many decimals there may be; trailing zeros beyond them are accepted
 * @returns the amount in minor units, or why there is none
 * @example safeParseAmount('12.5', EUR) // → {ok: true, amount: 1250}
 */
export function safeParseAmount(text: string, currency: CurrencyCode): AmountResult {
  const match = /^(-?)(\d{1,20})(?:\.(\d{1,20}))?$/.exec(text.trim());
  if (!match) return { ok: false, failure: 'not-an-amount' };
  const exponent = exponentOf(currency);
  const decimals = (match[3] ?? '').replace(/0+$/, '');
  if (decimals.length > exponent) return { ok: false, failure: 'too-many-decimals' };
  const units = Number(`${match[1]}${match[2]}${decimals.padEnd(exponent, '0')}`);
  if (!Number.isSafeInteger(units)) return { ok: false, failure: 'too-large' };
  return { ok: true, amount: minor(units) };
}

/**
 * Like {@link safeParseAmount}, for texts that are known to be amounts.
 *
 * @throws {RangeError} if the text is not an amount of that currency
 * @example parseAmount('-0.05', EUR) // → -5
 */
export function parseAmount(text: string, currency: CurrencyCode): Minor {
  const result = safeParseAmount(text, currency);
  if (!result.ok) throw new RangeError(`${text}: ${result.failure}`);
  return result.amount;
}

/**
 * Writes an amount for the wire and for files: plain digits, a point, a leading minus.
 *
 * @param amount in minor units
 * @example formatAmount(minor(-123450), EUR) // → '-1234.50'
 */
export function formatAmount(amount: Minor, currency: CurrencyCode): string {
  return placePoint(amount, exponentOf(currency), '', '.');
}

/** The marks a person reads and types amounts with. */
export interface AmountMarks {
  readonly decimal: '.' | ',';
  readonly thousands: ',' | '.' | ' ' | '’' | '';
}

/** Point for decimals, comma for thousands: what is used until a person chooses otherwise. */
export const PLAIN_MARKS: AmountMarks = { decimal: '.', thousands: ',' };

/**
 * Writes an amount as statements and ledgers show it: grouped, negatives in parentheses.
 *
 * @param amount in minor units
 * @example displayAmount(minor(-123450), EUR) // → '(1,234.50)'
 */
export function displayAmount(amount: Minor, currency: CurrencyCode, marks: AmountMarks = PLAIN_MARKS): string {
  const text = placePoint(minor(Math.abs(amount)), exponentOf(currency), marks.thousands, marks.decimal);
  return amount < 0 ? `(${text})` : text;
}

function placePoint(amount: Minor, exponent: number, thousands: string, decimal: string): string {
  const digits = String(Math.abs(amount)).padStart(exponent + 1, '0');
  const plain = digits.slice(0, digits.length - exponent);
  const whole = thousands === '' ? plain : plain.replace(/\B(?=(\d{3})+$)/g, thousands);
  const sign = amount < 0 ? '-' : '';
  return exponent === 0 ? `${sign}${whole}` : `${sign}${whole}${decimal}${digits.slice(-exponent)}`;
}
