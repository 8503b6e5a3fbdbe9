import { keysOf } from '../keyed/keyed.js';
import type { ControlLedger } from '../accounts/account.js';
import type { Element } from '../accounts/element.js';
import { minor, type Minor } from '../money/minor.js';
import type { ProofKey } from './proof.js';

/** By how much an entry would move the two figures of a proof. */
export interface ProofEffect {
  readonly key: ProofKey;
  /** Minor units, on the side on which each figure is shown. */
  readonly left: Minor;
  readonly right: Minor;
}

/** A line as its effect follows from it: minor units of the base currency, debit positive. */
export interface EffectLine {
  readonly element: Element;
  readonly amount: Minor;
  /** Whether its account is cash in the cash-flow statement. */
  readonly isCash?: boolean;
  /** The subsidiary ledger that its account sums up. */
  readonly control?: ControlLedger | undefined;
  /** For an account whose detail goes on by name: its proof, and how much of the amount names a part of the detail. */
  readonly detail?: { readonly proof: DetailProof; readonly named: Minor } | undefined;
}

/** Proofs of detail that goes on by the names on lines; each with the side on which its figures are shown. */
export const DETAIL_PROOFS = {
  'assets-cost': 1,
  'assets-written-off': -1,
  'stock-inventory': 1,
} as const satisfies Partial<Record<ProofKey, 1 | -1>>;

/** A key of {@link DETAIL_PROOFS}. */
export type DetailProof = keyof typeof DETAIL_PROOFS;

/**
 * What an entry that is not posted yet would do to the proofs that stand on amounts: the figures it would move and by
 * how much. A proof that holds goes on holding exactly if both move alike, as they do for an entry in balance whose lines name
 * the asset or item they belong to.
 *
 * @returns only proofs that would move
 * @example proofEffects([{element: 'asset', amount: minor(500)}, {element: 'revenue', amount: minor(-500)}])
 * // → debits and credits by 500 each, result by 500, equity and balance sheet by 500
 */
export function proofEffects(lines: readonly EffectLine[]): ProofEffect[] {
  const sum = (amounts: readonly number[]): Minor => minor(amounts.reduce((all, amount) => all + amount, 0));
  const sumOf = (...elements: Element[]): Minor =>
    sum(lines.filter((line) => elements.includes(line.element)).map((line) => line.amount));
  const result = minor(-sumOf('revenue', 'expense'));
  const owners = minor(-sumOf('equity'));
  const net = sumOf('asset', 'liability');
  const cash = sum(lines.filter(({ isCash }) => isCash).map((line) => line.amount));
  const effects: ProofEffect[] = [
    {
      key: 'debits-credits',
      left: sum(lines.map((line) => Math.max(line.amount, 0))),
      right: sum(lines.map((line) => Math.max(-line.amount, 0))),
    },
    { key: 'result-equity', left: result, right: minor(net - owners) },
    { key: 'equity-balance-sheet', left: minor(result + owners), right: net },
    // what is not cash is an activity, or was set against one
    {
      key: 'cash-flow',
      left: minor(-sum(lines.filter((line) => !line.isCash).map((line) => line.amount))),
      right: cash,
    },
    ...(['receivables', 'payables'] as const).map((ledger): ProofEffect => {
      // a line on a control account carries its contact: detail and control move alike
      const moved = sum(lines.filter(({ control }) => control === ledger).map((line) => line.amount));
      return { key: `${ledger}-control`, left: moved, right: moved };
    }),
    ...keysOf(DETAIL_PROOFS).map((key): ProofEffect => {
      const sign = DETAIL_PROOFS[key];
      const own = lines.filter(({ detail }) => detail?.proof === key);
      return {
        key,
        left: minor(sign * sum(own.map(({ detail }) => detail?.named ?? 0))),
        right: minor(sign * sum(own.map(({ amount }) => amount))),
      };
    }),
  ];
  return effects.filter((effect) => effect.left !== 0 || effect.right !== 0);
}
