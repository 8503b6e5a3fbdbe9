import { accountTitle, normalBalanceOf } from '../accounts/account.js';
import { longDate } from '../dates/month-names.js';
import { findingId, type Finding } from './finding.js';
import type { ReviewedAmount } from './review-basis.js';

/** From so many lines it can be told on which side an account is written to. */
const ENOUGH = 12;
/** This part of them may stand on the other side. */
const HARDLY_ANY = 0.02;
/** So many of one account are told. */
const MOST = 3;

/**
 * Lines on the side of revenue or expense on which hardly any ever stand: sides that changed places, perhaps, which no
 * balance gives away. A refund is told too, where refunds are rare.
 *
 * @param amounts of one account on both sides, in any order
 */
export function onOtherSide(amounts: readonly ReviewedAmount[]): Finding[] {
  const account = amounts[0]?.account;
  if (!account || (account.element !== 'revenue' && account.element !== 'expense')) return [];
  const other = amounts.filter(({ side }) => side !== normalBalanceOf(account));
  if (amounts.length < ENOUGH || other.length > Math.max(1, amounts.length * HARDLY_ANY)) return [];
  return other
    .filter(({ isAsked }) => isAsked)
    .slice(0, MOST)
    .map((reviewedAmount) => ({
      id: findingId('other-side', account.id, reviewedAmount.place),
      type: 'other-side',
      title: `${accountTitle(account)}: ${reviewedAmount.side === 'credit' ? 'credited' : 'debited'}, as hardly ever`,
      evidence: [
        { amount: reviewedAmount.amount },
        ` in ${reviewedAmount.number} of ${longDate(reviewedAmount.date)}; ${amounts.length - other.length} of ${amounts.length} lines stand on the other side`,
      ],
      account: account.id,
      entries: [reviewedAmount.place],
    }));
}
