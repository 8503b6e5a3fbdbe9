import { PLAIN_MARKS, safeParseAmount, type AmountFailure, type AmountMarks, type AmountResult } from './amount.js';
import { exponentOf, type CurrencyCode } from './currency.js';
import { evaluateAmount } from './amount-arithmetic.js';
import { minor, type Minor } from './minor.js';
import { plainNumber } from './typed-number.js';
import { unwrapped } from './written-amount.js';

/** What a person meant by an amount: with a side only where they named one. */
export type TypedAmount =
  | { readonly ok: true; readonly amount: Minor; readonly side?: 'debit' | 'credit' }
  | { readonly ok: false; readonly failure: AmountFailure };

/**
 * Reads an amount as a person types it, wherever that is: a number with their own marks, or with the other decimal mark
 * where that can mean only one thing; with a minus before or after, in parentheses, with CR or DR; or arithmetic.
 *
 * A number by itself with more decimals than the currency is refused, never rounded; within arithmetic decimals are free
 * and the result is rounded once. Parentheses around one number are a minus, around arithmetic they group.
 *
 * @param marks the person's own
 * @returns the amount in minor units; an empty text is zero
 * @example readTypedAmount('12,34', EUR) // → {ok: true, amount: 1234}, since a comma before two digits parts decimals
 * @example readTypedAmount('12.345', EUR) // → {ok: false, failure: 'too-many-decimals'}
 */
export function readTypedAmount(
  typed: string,
  currency: CurrencyCode,
  marks: AmountMarks = PLAIN_MARKS,
): TypedAmount {
  const { number, isNegative, side } = unwrapped(typed);
  if (number === '') return { ok: true, amount: minor(0) };
  if (!/^[\d.,\s’']+$/.test(number)) {
    const worked = evaluateAmount(typed, currency, marks);
    return worked.ok ? worked : { ok: false, failure: 'not-an-amount' };
  }
  const read = readNumber(number, currency, marks);
  if (!read.ok) return read;
  return { ok: true, amount: minor(isNegative ? -read.amount : read.amount), ...(side && { side }) };
}

function readNumber(number: string, currency: CurrencyCode, marks: AmountMarks): AmountResult {
  const plain = plainNumber(number, marks);
  return plain === undefined ? { ok: false, failure: 'not-an-amount' } : safeParseAmount(plain, currency);
}

/** Why a typed amount was not taken, as a sentence. @example typedAmountProblem('12.345', 'too-many-decimals', EUR) */
export function typedAmountProblem(typed: string, failure: AmountFailure, currency: CurrencyCode): string {
  switch (failure) {
    case 'not-an-amount':
      return `“${typed}” is not an amount.`;
    case 'too-many-decimals': {
      const places = exponentOf(currency);
      const most = places === 0 ? 'no decimals' : places === 1 ? 'one decimal' : `${places} decimals`;
      const thousands = /^[1-9]\d{0,2}[.,]\d{3}$/.test(typed)
        ? ` If thousands are meant, type ${typed.replace(/[.,]/, '')}.`
        : '';
      return `“${typed}” has more decimals than ${currency}, which has ${most}.${thousands}`;
    }
    case 'too-large':
      return `“${typed}” is larger than the books can hold.`;
    default:
      return failure satisfies never;
  }
}
