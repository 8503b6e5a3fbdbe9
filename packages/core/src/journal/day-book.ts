import type { Account } from '../accounts/account.js';
import type { EntryKind } from '../ledger/entry-kind.js';
import type { Minor } from '../money/minor.js';

/** The day books of the trade; each entry stands in one of them. */
export const DAY_BOOKS = ['general', 'sales', 'purchases', 'receipts', 'payments'] as const;

/** One of {@link DAY_BOOKS}. */
export type DayBook = (typeof DAY_BOOKS)[number];

/**
 * The day book in which an entry stands, from what its lines touch (common practice): money that comes in is a receipt,
 * money that goes out a payment; else what changes receivables is a sale, what changes payables a purchase. Everything
 * besides is general: opening and closing entries, money moved between two cash accounts, receivables set off against
 * payables.
 *
 * @param lines with their accounts as they are in the chart now; amounts in minor units, debit positive
 * @example debit 1100 (receivables), credit 4000 → 'sales'
 */
export function dayBookOf(
  kind: EntryKind,
  lines: readonly { readonly account: Pick<Account, 'role' | 'control'>; readonly amount: Minor }[],
): DayBook {
  if (!isDaily(kind)) return 'general';
  const cash = lines.filter(({ account }) => account.role === 'cash');
  if (cash.length > 0) {
    const [comesIn, goesOut] = [cash.some(({ amount }) => amount > 0), cash.some(({ amount }) => amount < 0)];
    return comesIn === goesOut ? 'general' : comesIn ? 'receipts' : 'payments';
  }
  const touches = (control: Account['control']): boolean => lines.some(({ account }) => account.control === control);
  const [isSale, isPurchase] = [touches('receivables'), touches('payables')];
  return isSale === isPurchase ? 'general' : isSale ? 'sales' : 'purchases';
}

/** Whether entries of a kind stand in other day books than the general one. */
export function isDaily(kind: EntryKind): boolean {
  return kind !== 'opening' && kind !== 'closing';
}
