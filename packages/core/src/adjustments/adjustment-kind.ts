import type { Account } from '../accounts/account.js';
import type { AmountLine } from '../recurring/occurrence-lines.js';
import type { RecurringAmounts } from '../recurring/recurring-amounts.js';

/** What an adjusting entry is for, in the order in which a year end goes through them (common practice). */
export const ADJUSTMENT_KINDS = {
  prepaid: 'Prepaid, now used up',
  accrued: 'Accrued, not yet billed or paid',
  unearned: 'Unearned, now earned',
  depreciation: 'Depreciation',
  stock: 'Stock to the count',
  doubtful: 'Doubtful debts',
  interest: 'Interest',
  tax: 'Tax on the result',
  other: 'Other',
} as const;

/** A key of {@link ADJUSTMENT_KINDS}. */
export type AdjustmentKind = keyof typeof ADJUSTMENT_KINDS;

/**
 * What an adjusting entry is for: by where its amounts come from, else by the elements of the accounts it moves.
 *
 * @param lines as they are kept; their amounts tell the sides
 * @example adjustmentKind({source: 'fixed'}, [{account: '6310', debit: '1'}, {account: '1310', credit: '1'}], accountOf) // → 'prepaid'
 */
export function adjustmentKind(
  amounts: RecurringAmounts,
  lines: readonly AmountLine[],
  accountOf: (number: string) => Pick<Account, 'element' | 'contra'> | undefined,
): AdjustmentKind {
  switch (amounts.source) {
    case 'depreciation':
      return 'depreciation';
    case 'target':
      return amounts.target.by === 'count' ? 'stock' : amounts.target.by === 'ages' ? 'doubtful' : 'tax';
    case 'share-of-balance':
      if (amounts.share.of === 'interest') return 'interest';
      break;
    case 'fixed':
    case 'asked':
    case 'spread':
    case 'loan':
      break;
    default:
      return amounts satisfies never;
  }
  const moved = new Set(
    lines.map(({ account: number, credit }) => {
      const account = accountOf(number);
      return `${credit ? 'credit' : 'debit'} ${account?.contra ? 'contra ' : ''}${account?.element ?? ''}`;
    }),
  );
  const moves = (...sides: readonly string[]): boolean => sides.every((side) => moved.has(side));
  if (moves('debit expense', 'credit contra asset')) return 'depreciation';
  if (moves('debit expense', 'credit asset')) return 'prepaid';
  if (moves('debit liability', 'credit revenue')) return 'unearned';
  if (moves('debit expense', 'credit liability') || moves('debit asset', 'credit revenue')) return 'accrued';
  return 'other';
}
