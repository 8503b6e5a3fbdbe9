import type { AccountId } from '../accounts/account.js';

/** A value of a breakdown: a fund, a cost centre, a project. */
export interface BreakdownValue {
  readonly id: number;
  readonly name: string;
  /** The value it stands under; one that others stand under sums them up and takes no lines. */
  readonly parent?: number;
  /** Whether new lines may name it. */
  readonly active: boolean;
  /** For a fund of a non-profit: the equity account that takes its part of the result. */
  readonly account?: AccountId;
}

/** A second way to cut the same amounts. */
export interface Breakdown {
  readonly id: number;
  readonly name: string;
  /** Whether debits must equal credits within each value. */
  readonly selfBalancing: boolean;
  /** The value that is filled in on new lines. */
  readonly usualValue?: number;
  readonly values: readonly BreakdownValue[];
}

/** Whether others stand under a value: it takes no lines itself. */
export function isValueHeading(breakdown: Breakdown, value: BreakdownValue): boolean {
  return breakdown.values.some((other) => other.parent === value.id);
}

/** How many values a value stands under. @example depthOfValue(funds, endowment) // → 1 */
export function depthOfValue(breakdown: Breakdown, value: BreakdownValue): number {
  let depth = 0;
  for (
    let breakdownValue = parentOf(breakdown, value);
    breakdownValue && depth < 20;
    breakdownValue = parentOf(breakdown, breakdownValue)
  )
    depth += 1;
  return depth;
}

/** The values in the order of a printed list: as they were added, each followed by those under it. */
export function valuesInOrder(breakdown: Breakdown): BreakdownValue[] {
  const below = (parent: number | undefined): BreakdownValue[] =>
    breakdown.values
      .filter((value) => value.parent === parent)
      .sort((a, b) => a.id - b.id)
      .flatMap((value) => [value, ...below(value.id)]);
  return below(undefined);
}

/**
 * The equity account that takes what a value brings: its own, else that of the value it stands under.
 *
 * @returns undefined if none of them names one
 */
export function accountOfValue(breakdown: Breakdown, id: number): AccountId | undefined {
  let current = breakdown.values.find((value) => value.id === id);
  for (let steps = 0; current && steps < 20; steps += 1) {
    if (current.account !== undefined) return current.account;
    current = parentOf(breakdown, current);
  }
  return undefined;
}

/**
 * The equity account that a line's breakdown values name, for closing by fund.
 *
 * @param values ids of values by the id of their breakdown, as lines hold them
 * @example fundAccountOf(breakdowns, {'1': 3}) // → the account of the restricted fund
 */
export function fundAccountOf(
  breakdowns: readonly Breakdown[],
  values: Readonly<Record<string, number>> | undefined,
): AccountId | undefined {
  for (const [breakdownId, valueId] of Object.entries(values ?? {})) {
    const breakdown = breakdowns.find((breakdown) => String(breakdown.id) === breakdownId);
    const account = breakdown && accountOfValue(breakdown, valueId);
    if (account !== undefined) return account;
  }
  return undefined;
}

/** The names of values by the name of their breakdown. @example valueNames(breakdowns, {'1': 3}) // → {Fund: 'Roof'} */
export function valueNames(
  breakdowns: readonly Breakdown[],
  values: Readonly<Record<string, number>>,
): Record<string, string> {
  const named = Object.entries(values).flatMap(([id, valueId]) => {
    const breakdown = breakdowns.find((breakdown) => String(breakdown.id) === id);
    const value = breakdown?.values.find((value) => value.id === valueId);
    return breakdown && value ? [[breakdown.name, value.name] as const] : [];
  });
  return Object.fromEntries(named);
}

function parentOf(breakdown: Breakdown, value: BreakdownValue): BreakdownValue | undefined {
  return value.parent === undefined
    ? undefined
    : breakdown.values.find((breakdownValue) => breakdownValue.id === value.parent);
}
