import { onceFor } from '../keyed/once-for.js';
import type { AccountId } from '../accounts/account.js';
import type { Stage } from './entry-kind.js';
import type { Movement } from './movement.js';
import { minor, type Minor } from '../money/minor.js';

/** What an account received in a span of days: the sum of its lines of one stage and movement. */
export interface LedgerFlow {
  readonly account: AccountId;
  readonly stage: Stage;
  readonly movement?: Movement | undefined;
  /** The equity account that a fund value of its lines names: where closing takes this flow of a temporary account. */
  readonly fund?: AccountId | undefined;
  /** Minor units, debit positive. */
  readonly amount: Minor;
}

/**
 * Sums flows by account.
 *
 * @param counts which flows to take; all by default
 * @returns minor units by account, debit positive; accounts without flows are absent
 * @example sumByAccount(flows, (flow) => flow.stage !== 'closing')
 */
export function sumByAccount(
  flows: readonly LedgerFlow[],
  counts: (flow: LedgerFlow) => boolean = () => true,
): Map<AccountId, Minor> {
  const sums = new Map<AccountId, Minor>();
  for (const flow of flows) {
    if (counts(flow)) sums.set(flow.account, minor((sums.get(flow.account) ?? 0) + flow.amount));
  }
  return sums;
}

/**
 * What accounts stand at by some flows, worked out once for them.
 *
 * @returns minor units by account, debit positive
 */
export const balancesOf = onceFor((flows: readonly LedgerFlow[]): ReadonlyMap<AccountId, Minor> =>
  sumByAccount(flows),
);
