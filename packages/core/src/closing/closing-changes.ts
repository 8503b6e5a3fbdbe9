import type { AccountId } from '../accounts/account.js';
import { accountIn, type Chart } from '../accounts/chart.js';
import type { EntryLine } from '../journal/entry.js';
import { minor, type Minor } from '../money/minor.js';

/** What closing entries bring an account, then and now; minor units, debit positive. */
export interface ClosingChange {
  readonly account: AccountId;
  readonly then: Minor;
  readonly now: Minor;
}

/**
 * In what closing entries differ from those of an earlier closing of the same days: accounts whose amount is another,
 * all values of breakdowns together, by number. What passes through an account, as through income summary, is nothing.
 *
 * @param then lines of the closing entries that were taken back
 * @param now lines of those that stand, or would be posted
 * @example closingChanges(chart, before, after) // → rent 400.00 then, 520.00 now; retained earnings 600.00 then, 480.00 now
 */
export function closingChanges(
  chart: Chart,
  then: readonly Pick<EntryLine, 'account' | 'amount'>[],
  now: readonly Pick<EntryLine, 'account' | 'amount'>[],
): ClosingChange[] {
  const sums = new Map<AccountId, { then: number; now: number }>();
  for (const [side, lines] of [
    ['then', then],
    ['now', now],
  ] as const)
    for (const { account, amount } of lines) {
      const sum = sums.get(account) ?? { then: 0, now: 0 };
      sum[side] += amount;
      sums.set(account, sum);
    }
  return [...sums]
    .filter(([, sum]) => sum.then !== sum.now)
    .map(([account, sum]) => ({ account, then: minor(sum.then), now: minor(sum.now) }))
    .sort((a, b) => (accountIn(chart, a.account).number < accountIn(chart, b.account).number ? -1 : 1));
}
