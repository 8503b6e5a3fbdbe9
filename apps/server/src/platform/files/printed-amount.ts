import {
  type CurrencyCode,
  displayAmount,
  displayRounded,
  minor,
  parseAmount,
  type Rounding,
} from '@just-ledger/core';

/** An amount from the wire as it is printed, if need be without what rounding left out; nothing for nothing. */
export function printedAmount(
  amount: string | null,
  currency: CurrencyCode,
  rounding: Rounding | null = null,
): string {
  if (!amount) return '';
  const units = parseAmount(amount, currency);
  return rounding ? displayRounded(units, currency, rounding) : displayAmount(units, currency);
}

/** A balance from the wire, debit positive, as it is printed: the amount and its side. @example '12.50' → '12.50 dr' */
export function printedBalance(balance: string | null, currency: CurrencyCode): string {
  if (!balance) return '';
  const amount = parseAmount(balance, currency);
  const side = amount === 0 ? '' : amount > 0 ? ' dr' : ' cr';
  return `${displayAmount(minor(Math.abs(amount)), currency)}${side}`;
}
