import { keysOf } from '../keyed/keyed.js';
import { displayAmount } from '../money/amount.js';
import { minor } from '../money/minor.js';
import { trayLabel, type ReadTrays } from './read-trays.js';
import { takeOnStatus } from './take-on-status.js';
import type { TakeOnBooks } from './take-on-row.js';

/**
 * What stands in the way of signing a take-on off, in sentences: no old trial balance, one that is out of balance, rows
 * that cannot be read, trays that differ from their accounts, revenue and expense of a year that has ended.
 *
 * @param isClosed whether it is settled where revenue and expense of the old year go
 * @returns nothing exactly if all of it, posted, leaves take-on clearing at zero
 */
export function signOffBlockers(trays: ReadTrays, on: TakeOnBooks, isClosed: boolean): string[] {
  const show = (amount: number): string => displayAmount(minor(Math.abs(amount)), on.books.baseCurrency);
  const status = takeOnStatus(trays, on);
  const unread = keysOf(trays)
    .filter((tray) => trays[tray].problems.size > 0)
    .map((tray) => {
      const { size } = trays[tray].problems;
      return `${trayLabel(tray)}: ${size === 1 ? 'one row has a problem' : `${size} rows have problems`}.`;
    });
  const mismatched = status.trays
    .filter(({ accounts }) => accounts.some(({ difference }) => difference !== 0))
    .map(({ tray, difference, detail, trialBalance }) => {
      if (trialBalance === undefined)
        return `${trayLabel(tray)}: ${show(detail)} in detail, nothing in the old trial balance.`;
      return difference === 0
        ? `${trayLabel(tray)}: between its accounts.`
        : `${trayLabel(tray)}: a difference of ${show(difference)}.`;
    });
  return [
    ...(trays['trial-balance'].facts.length === 0 ? ['The old trial balance is missing.'] : []),
    ...(status.outBy === 0 ? [] : [`The old trial balance is out by ${show(status.outBy)}.`]),
    ...unread,
    ...mismatched,
    ...(status.isUnclosed && !isClosed
      ? [
          'The old books still hold revenue, expense or drawings of a year that has ended: say into which account they are closed.',
        ]
      : []),
  ];
}
