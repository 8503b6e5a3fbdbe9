import { type CurrencyCode, displayAmount, minor, parseAmount } from '@just-ledger/core';

/** An amount from the wire as it is printed; nothing for nothing. */
export function printedAmount(amount: string | null, currency: CurrencyCode): string {
  return amount ? displayAmount(parseAmount(amount, currency), currency) : '';
}

/** A balance from the wire, debit positive, as it is printed: the amount and its side. @example '12.50' → '12.50 dr' */
export function printedBalance(balance: string | null, currency: CurrencyCode): string {
  if (!balance) return '';
  const amount = parseAmount(balance, currency);
  const side = amount === 0 ? '' : amount > 0 ? ' dr' : ' cr';
  return `${displayAmount(minor(Math.abs(amount)), currency)}${side}`;
}
