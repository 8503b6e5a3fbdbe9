import type { Chart } from '../accounts/chart.js';
import { accountIn } from '../accounts/chart.js';
import { isTemporary, type Account } from '../accounts/account.js';
import type { ClosingRules } from '../periods/closing-rules.js';
import { shareResult, type Sharer } from '../periods/closing-targets.js';
import type { LedgerFlow } from '../ledger/ledger-flow.js';
import { ZERO, minor, type Minor } from '../money/minor.js';

/** A column of the equity statement: an equity account's id, or one of the two that have no account. */
export type ComponentKey = Account['id'] | 'earlier-results' | 'unassigned-result';

/** What temporary accounts bring to each component; minor units, credit positive. */
export interface TemporaryParts {
  readonly result: ReadonlyMap<ComponentKey, Minor>;
  readonly contributions: ReadonlyMap<ComponentKey, Minor>;
  readonly withdrawals: ReadonlyMap<ComponentKey, Minor>;
}

/** The component of the results of earlier years that were never closed. */
export const EARLIER_RESULTS = 'earlier-results' satisfies ComponentKey;

/**
 * Gives the temporary accounts' flows to the components that closing gives them to. Closing entries are left out.
 * What no account can take stands as the component `unassigned-result`.
 *
 * @param rules those of the flows' year
 * @param to a component that takes everything, for years that ended without being closed
 * @param sharers who takes the result of these flows' days; by weight alone if left out
 */
export function temporaryParts(
  chart: Chart,
  rules: ClosingRules,
  flows: readonly LedgerFlow[],
  to?: ComponentKey,
  sharers: readonly Sharer[] = rules.resultTo,
): TemporaryParts {
  const parts = {
    result: new Map<ComponentKey, Minor>(),
    contributions: new Map<ComponentKey, Minor>(),
    withdrawals: new Map<ComponentKey, Minor>(),
  };
  if (flows.length === 0) return parts;
  const direct = new Map(rules.directTo.map((rule) => [rule.account, rule]));
  let result = ZERO;
  for (const flow of flows) {
    if (flow.stage === 'closing' || !isTemporary(accountIn(chart, flow.account))) continue;
    const amount = minor(-flow.amount);
    const target = to ?? flow.fund;
    const rule = direct.get(flow.account);
    if (rule) addTo(parts[rule.as], target ?? rule.to ?? 'unassigned-result', amount);
    else if (target !== undefined) addTo(parts.result, target, amount);
    else result = minor(result + amount);
  }
  if (rules.resultTo.length === 0) addTo(parts.result, 'unassigned-result', result);
  else if (to === undefined) for (const [id, share] of shareResult(result, sharers)) addTo(parts.result, id, share);
  return parts;
}

/** Adds an amount to a component. */
export function addTo(sums: Map<ComponentKey, Minor>, key: ComponentKey, amount: Minor): void {
  sums.set(key, minor((sums.get(key) ?? 0) + amount));
}
