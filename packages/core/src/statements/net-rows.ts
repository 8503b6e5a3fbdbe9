import type { AccountId } from '../accounts/account.js';
import { add, type Minor } from '../money/minor.js';
import type { AlignedRow } from './statement-row.js';

/** The key of an account that others are taken from, of those, and the first letters of that of what they leave. */
export const [GROSS, LESS, NET] = ['gross', 'less', 'net-of-'] as const;

/** Whether a row is what contra accounts leave of an account: it is an item of its part in their stead. */
export function isNet({ key }: { readonly key: string }): boolean {
  return key.startsWith(NET);
}

/** Whether a row is an account of a net, and so no item of its part by itself. */
export function isOfNet({ key }: { readonly key: string }): boolean {
  return key === GROSS || key === LESS;
}

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
  for (let at = 0; at < rows.length;) {
    const gross = rows[at] as AlignedRow;
    let end = at + 1;
    if (gross.key === '' && gross.account) while (isLessOf(rows[end], gross)) end += 1;
    const less = rows.slice(at + 1, end);
    if (less.length === 0 || !gross.account) all.push(gross);
    else
      all.push({ ...gross, key: GROSS }, ...less.map((row) => ({ ...row, key: LESS })), {
        row: 'subtotal',
        key: `${NET}${gross.account.number}`,
        label: `${gross.label}, net`,
        amounts: gross.amounts.map((_, place) => sumAt([gross, ...less], place)),
      });
    at = end;
  }
  return all;
}

/** What rows come to in a column; undefined where none has a figure there. */
function sumAt(rows: readonly AlignedRow[], place: number): Minor | undefined {
  return rows.reduce<Minor | undefined>((sum, { amounts }) => {
    const amount = amounts[place];
    return amount === undefined ? sum : sum === undefined ? amount : add(sum, amount);
  }, undefined);
}
