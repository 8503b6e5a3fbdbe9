import { type CurrencyCode, TAKEN_AWAY, takenAway } from '@just-ledger/core';
import { shown } from '../../ui/money.js';

/** A figure as a statement writes it: sums that are taken away in parentheses; nothing for none. */
export function writtenFigure(
  amount: string | null,
  key: string,
  currency: CurrencyCode,
  isStepped: boolean,
): string {
  if (amount === null) return '';
  const figure = shown(amount, currency);
  return isStepped && TAKEN_AWAY.has(key) ? takenAway(figure) : figure;
}
