import type { ExchangeRateResponse } from '@just-ledger/contract';
import { inverseOf, isRate, parseCivilDate, seemsInverted, shortDate } from '@just-ledger/core';

/** A rate of which nothing is typed yet. */
export const EMPTY_RATE = { date: '', rate: '', ratePerBase: '' };

/** The other way round of a typed rate; empty while it is none. */
export function inverseTyped(text: string): string {
  const rate = text.trim();
  return isRate(rate) ? inverseOf(rate) : '';
}

/** A word of warning where a rate was probably typed into the other column. */
export function doubtOf(typed: typeof EMPTY_RATE, before: ExchangeRateResponse): string | undefined {
  const [given, usual] = typed.rate
    ? [typed.rate.trim(), before.rate ?? before.inverse]
    : [typed.ratePerBase.trim(), before.ratePerBase ?? before.inverse];
  if (!isRate(given) || !isRate(usual) || !seemsInverted(given, usual)) return undefined;
  return `On ${shortDate(parseCivilDate(before.date))} it was ${usual} this way round. Is ${given} meant the other way?`;
}
