import { AGES, type Age } from '../open-items/aged-balances.js';
import { keyedBy, keysOf } from '../keyed/keyed.js';
import type { Percent } from '../money/percent.js';

/** What says where an account is to stand. */
export const TARGETS = {
  count: 'what is counted',
  ages: 'a share of debts, by age',
  result: 'a share of the result',
} as const;

/** A key of {@link TARGETS}. */
export type TargetRule = keyof typeof TARGETS;

/** Of what customers owe, how much is not expected to come, by how long it is overdue. */
export type AgePercents = Readonly<Record<Age, Percent>>;

/**
 * An account that is brought to where it is to stand, against another one: stock to what was counted, an allowance to
 * what is doubtful, income tax to what the result so far bears.
 */
export type Target = { readonly account: string; readonly against: string } & (
  | { readonly by: 'count' }
  | { readonly by: 'ages'; readonly percents: AgePercents }
  | { readonly by: 'result'; readonly percent: Percent }
);

/** The percentages of all ages, each read by itself; nothing if one is none. */
export function agePercents(read: (age: Age) => Percent | undefined): AgePercents | undefined {
  const percents = keyedBy(keysOf(AGES), read);
  return keysOf(AGES).every((age) => percents[age] !== undefined) ? (percents as AgePercents) : undefined;
}
