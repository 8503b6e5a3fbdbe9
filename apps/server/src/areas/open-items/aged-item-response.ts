import type { AgedItemResponse } from '@just-ledger/contract';
import { type AgedItem, type CurrencyCode, formatAmount, minor } from '@just-ledger/core';

/**
 * An open item as it is told.
 *
 * @param sign −1 where what the organisation owes is told as positive
 */
export function agedItemResponse(item: AgedItem, sign: 1 | -1, base: CurrencyCode): AgedItemResponse {
  const { document, ownNumber, date, dueDate, daysOverdue, age, open, foreign, entries, unallocated, isPayment } =
    item;
  const notAllocated = isPayment ? open : (unallocated ?? 0);
  const isForeign = foreign !== undefined && foreign.currency !== base;
  return {
    document: document ?? null,
    ownNumber: ownNumber ?? null,
    date,
    dueDate,
    daysOverdue: Math.max(0, daysOverdue),
    age,
    open: formatAmount(minor(sign * open), base),
    currency: isForeign ? foreign.currency : null,
    foreignOpen: isForeign ? formatAmount(minor(sign * foreign.open), foreign.currency) : null,
    entries: [...entries],
    notAllocated: notAllocated === 0 ? null : formatAmount(minor(-sign * notAllocated), base),
  };
}
