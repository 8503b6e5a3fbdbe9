import type { CivilDate } from '../dates/civil-date.js';
import { shortDate } from '../dates/month-names.js';
import { typedDate } from '../dates/typed-date.js';
import { displayAmount } from '../money/amount.js';
import type { CurrencyCode } from '../money/currency.js';
import { readTypedAmount } from '../money/typed-amount.js';
import type { CellKind } from './tray.js';

/**
 * A cell of a tray as it is printed: amounts and dates as they are written everywhere, however they were typed. What names
 * its side, what cannot be read, and every other cell stay as they were typed.
 *
 * @param currency that of the row
 * @param changeover what dates are completed from that leave something out
 * @example printedCell('amount', '-352.5', 'EUR', changeover) // → '(352.50)'
 */
export function printedCell(kind: CellKind, typed: string, currency: CurrencyCode, changeover: CivilDate): string {
  const text = typed.trim();
  if (text === '') return '';
  if (kind === 'amount') {
    const read = readTypedAmount(text, currency);
    return read.ok && read.side === undefined ? displayAmount(read.amount, currency) : text;
  }
  const date = kind === 'date' ? typedDate(text, changeover) : undefined;
  return date ? shortDate(date) : text;
}
