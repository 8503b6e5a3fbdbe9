import { type CurrencyCode, formatAmount } from '@just-ledger/core';
import { readTyped } from '../../ui/own-ways.js';

/** Which amounts are looked for: one, or all from one to another, the ends with it. */
export interface AmountFilter {
  readonly amount?: string;
  readonly amountFrom?: string;
  readonly amountTo?: string;
}

/**
 * Reads what is typed where amounts are looked for: `120`, `100 to 500`, `100..500`, `100 to`, `to 500`.
 *
 * @returns undefined where it is none of these
 */
export function readAmountFilter(typed: string, currency: CurrencyCode): AmountFilter | undefined {
  const text = typed.trim();
  if (text === '') return {};
  const [from = '', to, ...more] = text.split(/\s*(?:\.\.|–|\bto\b)\s*/);
  if (more.length > 0) return undefined;
  const [least, most] = [from, to ?? ''].map((part) => (part === '' ? '' : amountIn(part, currency)));
  if (least === undefined || most === undefined) return undefined;
  if (to === undefined) return { amount: least };
  if (least === '' && most === '') return undefined;
  return { ...(least !== '' && { amountFrom: least }), ...(most !== '' && { amountTo: most }) };
}

function amountIn(text: string, currency: CurrencyCode): string | undefined {
  const read = readTyped(text, currency);
  return read.ok ? formatAmount(read.amount, currency) : undefined;
}
