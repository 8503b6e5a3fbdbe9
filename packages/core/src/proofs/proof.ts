import type { CivilDate } from '../dates/civil-date.js';
import { minor, type Minor, sumOf } from '../money/minor.js';

/** The proofs, in the order in which they are shown; those of detail once there is any. */
export const PROOFS = {
  'debits-credits': 'Debits = credits',
  'result-equity': 'Result = equity statement',
  'equity-balance-sheet': 'Equity = balance sheet',
  'cash-flow': 'Cash flow = cash held',
  'ended-years': 'Temporary accounts of ended years = 0',
  'opening-balances': 'Opening = post-closing trial balance',
  'receivables-control': 'Receivables detail = control',
  'payables-control': 'Payables detail = control',
  'take-on-clearing': 'Take-on clearing = 0',
  'bank-ledger': 'Bank + uncleared = ledger',
  'assets-cost': 'Cost = asset register',
  'assets-written-off': 'Depreciation = asset register',
  'stock-inventory': 'Stock list = inventory',
  'totals-lines': 'Totals = lines',
  seals: 'Seals unbroken',
  'kept-seals': 'Kept seals = seals of entries',
  history: 'History = set-up and locks',
} as const;

/** A key of {@link PROOFS}. */
export type ProofKey = keyof typeof PROOFS;

/** What the two figures of a proof are: amounts of money, or counts. */
export type ProofUnit = 'amount' | 'entries' | 'lines' | 'seals' | 'records';

/** Something that a difference comes from: an entry, or an account that stands otherwise than it should. */
export interface Explanation {
  /** What is wrong with it. */
  readonly label: string;
  /** Its part of the difference, in the proof's unit and with the difference's sign. */
  readonly amount: Minor;
  /** The number of the entry. */
  readonly entry?: string | undefined;
  /** The number of the account, and the days of its ledger that show it. */
  readonly account?: string | undefined;
  readonly from?: CivilDate | undefined;
  readonly to?: CivilDate | undefined;
}

/** So many explanations of one difference are told. */
export const MOST_EXPLANATIONS = 20;

/** What a difference comes from. */
export interface Explanations {
  /** The largest, at most {@link MOST_EXPLANATIONS}. */
  readonly largest: readonly Explanation[];
  /** How many there are in all, and what they come to. */
  readonly count: number;
  readonly amount: Minor;
}

/** Two figures arrived at separately. */
export interface Proof {
  readonly key: ProofKey;
  readonly label: string;
  /** What the two figures are, for the reader. */
  readonly leftLabel: string;
  readonly rightLabel: string;
  readonly left: Minor;
  readonly right: Minor;
  readonly difference: Minor;
  readonly holds: boolean;
  /** Amounts of money, or counts of something. */
  readonly unit: ProofUnit;
  /** What explains a difference, or what was looked at, as a sentence. */
  readonly remark?: string;
  /** What a difference comes from, where something was found. */
  readonly explanations?: Explanations;
}

/**
 * Sets two figures against each other.
 *
 * @param figures minor units, or counts
 * @example proofOf('debits-credits', {leftLabel: 'Debits', left, rightLabel: 'Credits', right}).holds
 */
export function proofOf(
  key: ProofKey,
  figures: Pick<Proof, 'leftLabel' | 'rightLabel' | 'left' | 'right'> & Partial<Pick<Proof, 'unit' | 'remark'>>,
): Proof {
  const difference = minor(figures.left - figures.right);
  return { key, label: PROOFS[key], unit: 'amount', ...figures, difference, holds: difference === 0 };
}

/**
 * A proof with what its difference comes from; one that holds, or of which nothing was found, as it is.
 *
 * @example explainedBy(proof, [{label: 'does not balance', amount: minor(500), entry: '2026-0004'}]).explanations?.count // → 1
 */
export function explainedBy(proof: Proof, explanations: readonly Explanation[]): Proof {
  if (proof.holds || explanations.length === 0) return proof;
  const bySize = [...explanations].sort((a, b) => Math.abs(b.amount) - Math.abs(a.amount));
  return {
    ...proof,
    explanations: {
      largest: bySize.slice(0, MOST_EXPLANATIONS),
      count: bySize.length,
      amount: sumOf(bySize.map(({ amount }) => amount)),
    },
  };
}
