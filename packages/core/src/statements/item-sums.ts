import type { SetRow } from './statement-row.js';

/** The keys of accounts within an item: one that others are taken from, those, and one that a group lists. */
export const [GROSS, LESS, MEMBER] = ['gross', 'less', 'member'] as const;

/** The first letters of the keys of what contra accounts leave of an account, and of a group with its number. */
export const [NET, GROUP] = ['net-of-', 'group-'] as const;

/** Whether a row is the sum of accounts that stand over it: it is an item of its part in their stead. */
export function isItemSum({ row, key }: SetRow): boolean {
  return row === 'subtotal' && (key.startsWith(NET) || key.startsWith(GROUP));
}

/** Whether a row is an account within an item, and so none of its part by itself. */
export function isOfItem({ key }: SetRow): boolean {
  return key === GROSS || key === LESS || key === MEMBER;
}

/** Whether a row is the name of a group whose accounts are listed under it. */
export function isGroupName({ row, key }: SetRow): boolean {
  return row === 'heading' && key.startsWith(GROUP);
}
