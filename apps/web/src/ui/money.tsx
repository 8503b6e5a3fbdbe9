import { type CurrencyCode, minor, parseAmount } from '@just-ledger/core';
import type { ReactNode } from 'react';
import { displayed } from './own-ways.js';

/** An amount from the wire as people read it; nothing for nothing. */
export function shown(amount: string | null | undefined, currency: CurrencyCode): string {
  return amount === null || amount === undefined || amount === ''
    ? ''
    : displayed(parseAmount(amount, currency), currency);
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
