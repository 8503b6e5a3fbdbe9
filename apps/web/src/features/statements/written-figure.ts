import { type CurrencyCode, type Rounding, TAKEN_AWAY, takenAway } from '@just-ledger/core';
import { shown } from '../../ui/money.js';

/** What figures are in, and to what they are rounded. */
export interface Money {
  readonly currency: CurrencyCode;
  readonly rounding: Rounding | null;
}

/** A figure as a statement writes it: sums that are taken away in parentheses; nothing for none. */
export function writtenFigure(
  amount: string | null,
  key: string,
  { currency, rounding }: Money,
  isStepped: boolean,
): string {
  if (amount === null) return '';
  // what rounding left nothing of
  if (rounding && Number(amount) === 0) return '–';
  const figure = shown(amount, currency, rounding);
  return isStepped && TAKEN_AWAY.has(key) ? takenAway(figure) : figure;
}
