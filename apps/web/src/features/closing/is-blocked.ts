import type { ClosingRehearsalResponse } from '@just-ledger/contract';

/** Whether something stands in the way of closing a year. */
export function isBlocked({ closed, remarks }: ClosingRehearsalResponse): boolean {
  return closed || remarks.some((remark) => remark.blocks);
}
