import { type CurrencyCode, minor, parseAmount, type Rounding } from '@just-ledger/core';
import type { ReactNode } from 'react';
import { displayed, displayedRounded } from './own-ways.js';

/** An amount from the wire as people read it, if need be without what rounding left out; nothing for nothing. */
export function shown(
  amount: string | null | undefined,
  currency: CurrencyCode,
  rounding: Rounding | null = null,
): string {
  if (amount === null || amount === undefined || amount === '') return '';
  const units = parseAmount(amount, currency);
  return rounding ? displayedRounded(units, currency, rounding) : displayed(units, currency);
}

/** A balance from the wire, debit positive, as people read it: the amount and its side. */
export function shownWithSide(balance: string, currency: CurrencyCode): string {
  const amount = parseAmount(balance, currency);
  if (amount === 0) return displayed(amount, currency);
  return `${displayed(minor(Math.abs(amount)), currency)} ${amount > 0 ? 'dr' : 'cr'}`;
}

/** A cell with an amount. */
export function MoneyCell({ children, className = '' }: { children: ReactNode; className?: string }) {
  return <td className={`num ${className}`}>{children}</td>;
}
