import { type CurrencyCode, type Minor } from '@just-ledger/core';
import { displayed } from '../../ui/own-ways.js';

/** A balance; a dash for none, so that the eye finds those there are. */
export function quiet(amount: Minor, currency: CurrencyCode): string {
  return amount === 0 ? '–' : displayed(amount, currency);
}
