import { minor, type Minor } from '../money/minor.js';

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
} as const;

/** A key of {@link PROOFS}. */
export type ProofKey = keyof typeof PROOFS;

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
  /** Amounts of money, or counts of entries or lines. */
  readonly unit: 'amount' | 'entries' | 'lines';
  /** What explains a difference, or what was looked at, as a sentence. */
  readonly remark?: string;
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
