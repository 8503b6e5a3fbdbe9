import type { Account, AccountId } from '../accounts/account.js';
import type { Chart } from '../accounts/chart.js';
import type { LedgerFlow } from '../ledger/ledger-flow.js';
import { minor, type Minor } from '../money/minor.js';

/** What an account received in some days, as it was known once and as it is known now; minor units, debit positive. */
export interface ChangedAmount {
  readonly account: Account;
  readonly then: Minor;
  readonly now: Minor;
}

/**
 * The accounts that received something else in some days than was known at a moment. Closing entries are left out: taken
 * back and posted anew they would hide what made them differ. The changes sum to zero.
 *
 * @param then flows of the days as they were known
 * @param now flows of the same days as they are
 * @returns in the order of the chart; what stayed the same is left out
 * @example changedAmounts(chart, rentOf483, rentOf723) // → rent 483.00 then, 723.00 now; the bank less by as much
 */
export function changedAmounts(
  chart: Chart,
  then: readonly LedgerFlow[],
  now: readonly LedgerFlow[],
): ChangedAmount[] {
  const [before, after] = [sumsOf(then), sumsOf(now)];
  return chart.accounts.flatMap((account) => {
    const [was, now] = [before.get(account.id) ?? 0, after.get(account.id) ?? 0];
    return was === now ? [] : [{ account, then: minor(was), now: minor(now) }];
  });
}

function sumsOf(flows: readonly LedgerFlow[]): Map<AccountId, number> {
  const sums = new Map<AccountId, number>();
  for (const { account, stage, amount } of flows)
    if (stage !== 'closing') sums.set(account, (sums.get(account) ?? 0) + amount);
  return sums;
}
