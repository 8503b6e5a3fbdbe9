import type { CurrencyCode } from '@just-ledger/core';
import { shown } from '../../ui/money.js';

/** Parts whose sums are taken away in a statement with several steps. */
const TAKEN_AWAY = new Set([
  'total-cost-of-sales',
  'total-operating-expenses',
  'total-other-expenses',
  'total-income-tax',
]);

/** A figure as a statement writes it: sums that are taken away in parentheses; nothing for none. */
export function writtenFigure(
  amount: string | null,
  key: string,
  currency: CurrencyCode,
  isStepped: boolean,
): string {
  if (amount === null) return '';
  const figure = shown(amount, currency);
  if (!isStepped || !TAKEN_AWAY.has(key)) return figure;
  return figure.startsWith('(') ? figure.slice(1, -1) : `(${figure})`;
}

/** A figure with the currency's sign, within the parentheses of a negative one. */
export function withSign(sign: string, figure: string): string {
  return figure.startsWith('(') ? `(${sign}${figure.slice(1)}` : `${sign}${figure}`;
}

/** A percentage as a statement writes it; nothing where there is none. @example writtenPercent('-1.3') // → '(1.3)' */
export function writtenPercent(percent: string | null): string {
  if (percent === null) return '';
  if (Number(percent) === 0) return '–';
  return percent.startsWith('-') ? `(${percent.slice(1)})` : percent;
}
