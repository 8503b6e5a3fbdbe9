import type { Chart } from '../accounts/chart.js';
import { accountIn } from '../accounts/chart.js';
import { isTemporary, type Account } from '../accounts/account.js';
import { closingTargetOf, isClosedIntoEquity, resultTargets, shareResult } from '../closing/closing-targets.js';
import type { LedgerFlow } from '../ledger/ledger-flow.js';
import { ZERO, minor, type Minor } from '../money/minor.js';
import type { OrganisationKind } from '../organisations/kind.js';

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
 * Gives the temporary accounts' flows to the components that closing will give them to. Closing entries are left out.
 * What no account can take stands as the component `unassigned-result`.
 *
 * @param to a component that takes everything, for years that ended without being closed
 */
export function temporaryParts(
  chart: Chart,
  kind: OrganisationKind,
  flows: readonly LedgerFlow[],
  to?: ComponentKey,
): TemporaryParts {
  const targets = resultTargets(chart, kind);
  const parts = {
    result: new Map<ComponentKey, Minor>(),
    contributions: new Map<ComponentKey, Minor>(),
    withdrawals: new Map<ComponentKey, Minor>(),
  };
  let result = ZERO;
  for (const flow of flows) {
    if (flow.stage === 'closing') continue;
    const account = accountIn(chart, flow.account);
    if (!isTemporary(account)) continue;
    const amount = minor(-flow.amount);
    const target = to ?? flow.fund;
    if (isClosedIntoEquity(account)) {
      const part = account.role === 'contributions' ? parts.contributions : parts.withdrawals;
      addTo(part, target ?? closingTargetOf(account, chart, targets)?.id ?? 'unassigned-result', amount);
    } else if (target !== undefined) addTo(parts.result, target, amount);
    else result = minor(result + amount);
  }
  if (!targets.ok) addTo(parts.result, 'unassigned-result', result);
  else for (const [id, share] of shareResult(result, targets.value)) addTo(parts.result, id, share);
  return parts;
}

/** Adds an amount to a component. */
export function addTo(sums: Map<ComponentKey, Minor>, key: ComponentKey, amount: Minor): void {
  sums.set(key, minor((sums.get(key) ?? 0) + amount));
}
