import { accountIn } from '../accounts/chart.js';
import type { AccountId } from '../accounts/account.js';
import type { CheckedEntry } from '../journal/entry.js';
import { negated } from '../money/minor.js';
import { valid, type Checked } from '../problems/problem.js';
import { byBreakdowns, closingEntries, type ClosingBasis } from './closing-entries.js';

/**
 * The entry that closes what stood on temporary accounts when these books began: revenue, expense, drawings and their
 * like of a year that had ended. It is an opening entry, so that it belongs to no year here.
 *
 * @param into one equity account that takes all of it; left out, it goes where the closing of a year would take it
 * @returns nothing if every temporary account stands at zero; `no-closing-target` if the rules find no account
 * @example broughtForwardClosing({...basis, date: d('2025-12-31')}, retained.id)
 */
export function broughtForwardClosing(basis: ClosingBasis, into?: AccountId): Checked<CheckedEntry | undefined> {
  const open = basis.balances.filter(({ amount }) => amount !== 0);
  if (open.length === 0) return valid(undefined);
  const entry = {
    date: basis.date,
    kind: 'opening' as const,
    explanation: 'Result of the time before these books, to equity',
  };
  if (into === undefined) {
    const closing = closingEntries(basis, 'direct');
    if (!closing.ok) return closing;
    return valid({ ...entry, lines: closing.value.flatMap(({ lines }) => lines) });
  }
  const target = accountIn(basis.chart, into).id;
  return valid({
    ...entry,
    lines: [
      ...open.map(({ account, amount, breakdowns }) => ({
        account,
        amount: negated(amount),
        ...(breakdowns && { breakdowns }),
      })),
      ...byBreakdowns(open).map(({ amount, breakdowns }) => ({
        account: target,
        amount,
        ...(breakdowns && { breakdowns }),
      })),
    ],
  });
}
