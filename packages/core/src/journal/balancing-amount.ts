import { minor, type Minor } from '../money/minor.js';
import type { Side } from '../accounts/element.js';

/** What is missing for an entry to balance. */
export interface BalancingAmount {
  readonly side: Side;
  /** In minor units, above zero. */
  readonly amount: Minor;
}

/**
 * What is still missing for an entry to balance, and on which side.
 *
 * @param amounts minor units, debit positive
 * @returns undefined when debits equal credits
 * @example balancingAmount([minor(500), minor(-200)]) // → {side: 'credit', amount: 300}
 */
export function balancingAmount(amounts: readonly Minor[]): BalancingAmount | undefined {
  const out = amounts.reduce((sum, amount) => sum + amount, 0);
  if (out === 0) return undefined;
  return { side: out > 0 ? 'credit' : 'debit', amount: minor(Math.abs(out)) };
}
