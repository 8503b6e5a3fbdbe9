import { isPermanentEquity, type Account } from '../accounts/account.js';
import type { AccountRole } from '../accounts/account-role.js';
import type { EntryKind } from './entry-kind.js';

/** Why a lasting part of equity moved, as the equity statement lists it. */
export const MOVEMENTS = ['contribution', 'withdrawal', 'transfer', 'correction', 'other'] as const;

/** One of {@link MOVEMENTS}. */
export type Movement = (typeof MOVEMENTS)[number];

const PAID_IN: ReadonlySet<AccountRole> = new Set([
  'owner-capital',
  'share-capital',
  'members-shares',
  'treasury-shares',
]);
const KEPT: ReadonlySet<AccountRole> = new Set(['retained-earnings', 'reserve']);

/**
 * Proposes the movement of each line of an entry.
 * Entries within lasting equity are transfers; what is paid in or out of capital and shares is a contribution or a
 * withdrawal; retained earnings and reserves set against anything else are corrections of earlier years.
 *
 * @param lines account and amount in minor units, debit positive
 * @returns one movement a line; undefined where the line needs none (not lasting equity; opening or closing entry)
 * @example proposeMovements('ordinary', [cash debit, capital credit]) // → [undefined, 'contribution']
 */
export function proposeMovements(
  kind: EntryKind,
  lines: readonly { readonly account: Account; readonly amount: number }[],
): (Movement | undefined)[] {
  if (kind === 'opening' || kind === 'closing') return lines.map(() => undefined);
  const withinEquity = lines.every(({ account }) => isPermanentEquity(account));
  return lines.map(({ account, amount }) => {
    if (!isPermanentEquity(account)) return undefined;
    if (withinEquity) return 'transfer';
    if (account.role && PAID_IN.has(account.role)) return amount < 0 ? 'contribution' : 'withdrawal';
    if (account.role && KEPT.has(account.role)) return 'correction';
    return 'other';
  });
}
