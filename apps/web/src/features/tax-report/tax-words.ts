import { type CurrencyCode, minor, parseAmount, type TaxGroup } from '@just-ledger/core';
import { displayed } from '../../ui/own-ways.js';

/** What is due, in words. @example dueInWords('-80.01', EUR) // → '80.01 to be got back' */
export function dueInWords(due: string, currency: CurrencyCode): string {
  const amount = parseAmount(due, currency);
  if (amount === 0) return 'nothing is owed';
  const shown = displayed(minor(Math.abs(amount)), currency);
  return amount > 0 ? `${shown} is owed` : `${shown} is to be got back`;
}

/** A row of the report, as the address has it. */
export function rowKey(group: TaxGroup, code: string, rate: string): string {
  return [group, rate, code].join(' ');
}
