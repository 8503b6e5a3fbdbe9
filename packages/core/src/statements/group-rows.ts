import type { AccountId } from '../accounts/account.js';
import { add, type Minor } from '../money/minor.js';
import type { AccountGroup } from './arrangement.js';
import { GROUP, MEMBER } from './item-sums.js';
import type { AlignedRow } from './statement-row.js';

/**
 * Draws groups of accounts among rows: as one row, or with a heading and their sum.
 *
 * @param rows the accounts of a group one under the other
 * @example withGroups(groupOf, rows) // → Rent · Heating · Premises
 */
export function withGroups(groupOf: ReadonlyMap<AccountId, AccountGroup>, rows: readonly AlignedRow[]): AlignedRow[] {
  const groupAt = (index: number): AccountGroup | undefined => {
    const row = rows[index];
    return row?.key === '' && row.account ? groupOf.get(row.account.id) : undefined;
  };
  const all: AlignedRow[] = [];
  for (let index = 0; index < rows.length;) {
    const group = groupAt(index);
    let end = index + 1;
    if (group) while (groupAt(end)?.id === group.id) end += 1;
    const members = rows.slice(index, end);
    all.push(...(group ? groupRows(group, members) : members));
    index = end;
  }
  return all;
}

function groupRows({ id, name, isTogether }: AccountGroup, members: readonly AlignedRow[]): AlignedRow[] {
  const amounts = sumsOf(members);
  const key = `${GROUP}${id}`;
  if (isTogether) return [{ row: 'account', key, label: name, amounts, together: members }];
  return [
    { row: 'heading', key, label: name, amounts: amounts.map(() => undefined) },
    ...members.map((row) => ({ ...row, key: MEMBER })),
    { row: 'subtotal', key, label: `${name}, total`, amounts },
  ];
}

/** What rows come to, column by column; undefined where none has a figure. */
export function sumsOf(rows: readonly Pick<AlignedRow, 'amounts'>[]): (Minor | undefined)[] {
  return (rows[0]?.amounts ?? []).map((_, index) =>
    rows.reduce<Minor | undefined>((sum, { amounts }) => {
      const amount = amounts[index];
      return amount === undefined ? sum : sum === undefined ? amount : add(sum, amount);
    }, undefined),
  );
}
