import type { Chart } from '../accounts/chart.js';
import { accountIn } from '../accounts/chart.js';
import { isTemporary, type Account } from '../accounts/account.js';
import type { ClosingRules } from '../periods/closing-rules.js';
import { shareResult, type Sharer } from '../periods/closing-targets.js';
import type { LedgerFlow } from '../ledger/ledger-flow.js';
import { ZERO, minor, sumOf, type Minor } from '../money/minor.js';

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
  return sharedParts(rules, unsharedParts(chart, rules, flows, to), to, sharers);
}

/** What temporary accounts bring, before the result that names no fund is shared. */
export interface UnsharedParts extends TemporaryParts {
  /** The result that names no fund; minor units, credit positive. */
  readonly rest: Minor;
}

/**
 * What the flows of a span bring before the result is shared: of several spans it adds up, see {@link temporaryParts}.
 *
 * @returns none where there are no flows: then there is no result to be shared either
 */
export function unsharedParts(
  chart: Chart,
  rules: ClosingRules,
  flows: readonly LedgerFlow[],
  to?: ComponentKey,
): UnsharedParts[] {
  if (flows.length === 0) return [];
  const parts = noParts();
  const direct = new Map(rules.directTo.map((rule) => [rule.account, rule]));
  let rest = ZERO;
  for (const flow of flows) {
    if (flow.stage === 'closing' || !isTemporary(accountIn(chart, flow.account))) continue;
    const amount = minor(-flow.amount);
    const target = to ?? flow.fund;
    const rule = direct.get(flow.account);
    if (rule) addTo(parts[rule.as], target ?? rule.to ?? 'unassigned-result', amount);
    else if (target !== undefined) addTo(parts.result, target, amount);
    else rest = minor(rest + amount);
  }
  return [{ ...parts, rest }];
}

/** What several spans bring together: what names no fund is shared as one result, see {@link temporaryParts}. */
export function sharedParts(
  rules: ClosingRules,
  spans: readonly UnsharedParts[],
  to?: ComponentKey,
  sharers: readonly Sharer[] = rules.resultTo,
): TemporaryParts {
  const parts = noParts();
  if (spans.length === 0) return parts;
  for (const span of spans) {
    for (const part of PARTS) for (const [key, amount] of span[part]) addTo(parts[part], key, amount);
  }
  const rest = sumOf(spans.map((span) => span.rest));
  if (rules.resultTo.length === 0) addTo(parts.result, 'unassigned-result', rest);
  else if (to === undefined) for (const [id, share] of shareResult(rest, sharers)) addTo(parts.result, id, share);
  return parts;
}

/** Where what temporary accounts bring can stand. */
export const PARTS = ['result', 'contributions', 'withdrawals'] as const satisfies (keyof TemporaryParts)[];

function noParts(): Record<(typeof PARTS)[number], Map<ComponentKey, Minor>> {
  return { result: new Map(), contributions: new Map(), withdrawals: new Map() };
}

/** Adds an amount to a component. */
export function addTo(sums: Map<ComponentKey, Minor>, key: ComponentKey, amount: Minor): void {
  sums.set(key, minor((sums.get(key) ?? 0) + amount));
}
