import { accountTitle } from '../accounts/account.js';
import type { Chart } from '../accounts/chart.js';
import type { NamesByHistory } from '../audit-trail/names-by-history.js';
import type { Particulars } from '../audit-trail/set-up-change.js';
import type { ComparedFields } from '../audit-trail/stand-by-history.js';
import type { Breakdown, BreakdownValue } from './breakdown.js';

/** Numbers of values in the trail leave so much room for those of one breakdown. */
const ROOM_FOR_VALUES = 1_000_000;

/**
 * A value's number in the trail, which counts it together with its breakdown.
 *
 * @example valueInTrail(2, 7) // → 2000007
 */
export function valueInTrail(breakdown: number, value: number): number {
  return breakdown * ROOM_FOR_VALUES + value;
}

/** The first and the last number in the trail that a breakdown's values can have. @example valuesInTrail(2) // → [2000000, 2999999] */
export function valuesInTrail(breakdown: number): [first: number, last: number] {
  return [valueInTrail(breakdown, 0), valueInTrail(breakdown + 1, 0) - 1];
}

/** A breakdown's particulars in words, as its trail tells them. Its values have theirs. */
export function breakdownParticulars({ name, selfBalancing, usualValue, values }: Breakdown): Particulars {
  return {
    name,
    'self-balancing': selfBalancing,
    'usual value': values.find(({ id }) => id === usualValue)?.name,
  };
}

/** What of a breakdown is compared with its history; its usual value as what it was ever called. */
export function comparedOfBreakdown({ id, usualValue }: Breakdown, values: NamesByHistory): ComparedFields {
  return {
    name: 'any',
    'self-balancing': 'any',
    'usual value': (told) => usualValue !== undefined && values.wasCalled(valueInTrail(id, usualValue), told),
  };
}

/**
 * A value's particulars in words, as its trail tells them.
 *
 * @param nameOf what a value of the same breakdown is called
 */
export function valueParticulars(
  { name, parent, account, active }: BreakdownValue,
  nameOf: (id: number | undefined) => string | undefined,
  chart: Chart,
): Particulars {
  const keeps = account === undefined ? undefined : chart.byId.get(account);
  return { name, under: nameOf(parent), 'fund account': keeps && accountTitle(keeps), 'in use': active };
}

/** What of a value is compared with its history; value above and account as what they were ever called. */
export function comparedOfValue(
  breakdown: number,
  { parent, account }: BreakdownValue,
  values: NamesByHistory,
  accounts: NamesByHistory,
): ComparedFields {
  return {
    name: 'any',
    under: (told) => parent !== undefined && values.wasCalled(valueInTrail(breakdown, parent), told),
    'fund account': (told) => accounts.wasCalled(account, told),
    'in use': 'any',
  };
}
