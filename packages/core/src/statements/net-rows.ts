import type { AccountId } from '../accounts/account.js';
import { sumsOf } from './group-rows.js';
import { GROSS, LESS, NET } from './item-sums.js';
import type { AlignedRow } from './statement-row.js';

/**
 * Puts the net under the contra accounts of an account, where both stand one under the other.
 *
 * @param reduced which account a contra account is taken from
 * @example withNets(reduced, rows) // → Vans 9,000 · Depreciation of vans (2,000) · Vans, net 7,000
 */
export function withNets(reduced: ReadonlyMap<AccountId, AccountId>, rows: readonly AlignedRow[]): AlignedRow[] {
  const isLessOf = (row: AlignedRow | undefined, gross: AlignedRow): boolean =>
    row?.key === '' && row.account !== undefined && reduced.get(row.account.id) === gross.account?.id;
  const all: AlignedRow[] = [];
  for (let index = 0; index < rows.length;) {
    const gross = rows[index] as AlignedRow;
    let end = index + 1;
    if (gross.key === '' && gross.account) while (isLessOf(rows[end], gross)) end += 1;
    const deductions = rows.slice(index + 1, end);
    if (deductions.length === 0 || !gross.account) all.push(gross);
    else
      all.push({ ...gross, key: GROSS }, ...deductions.map((row) => ({ ...row, key: LESS })), {
        row: 'subtotal',
        key: `${NET}${gross.account.number}`,
        label: `${gross.label}, net`,
        amounts: sumsOf([gross, ...deductions]),
      });
    index = end;
  }
  return all;
}
