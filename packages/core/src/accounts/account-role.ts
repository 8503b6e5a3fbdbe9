import type { Element } from './element.js';

/** What an account does in statements and closing, with the elements that can do it. */
export const ACCOUNT_ROLES = {
  cash: { elements: ['asset', 'liability'], label: 'Cash or bank' },
  'owner-capital': { elements: ['equity'], label: 'Owner’s capital' },
  drawings: { elements: ['equity'], label: 'Drawings' },
  'share-capital': { elements: ['equity'], label: 'Share capital' },
  'treasury-shares': { elements: ['equity'], label: 'Treasury shares' },
  'retained-earnings': { elements: ['equity'], label: 'Retained earnings' },
  dividends: { elements: ['equity'], label: 'Dividends' },
  'members-shares': { elements: ['equity'], label: 'Members’ shares' },
  reserve: { elements: ['equity'], label: 'Reserve' },
  fund: { elements: ['equity'], label: 'Fund' },
  contributions: { elements: ['equity'], label: 'Contributions of the year' },
  'income-summary': { elements: ['equity'], label: 'Income summary' },
  'take-on-clearing': { elements: ['asset', 'liability', 'equity'], label: 'Take-on clearing' },
  'due-to': { elements: ['liability'], label: 'Due to another organisation' },
  'due-from': { elements: ['asset'], label: 'Due from another organisation' },
} as const satisfies Record<string, { elements: readonly Element[]; label: string }>;

/** A key of {@link ACCOUNT_ROLES}. */
export type AccountRole = keyof typeof ACCOUNT_ROLES;

/** Whether a text names a role. @example isAccountRole('cash') // → true */
export function isAccountRole(text: string): text is AccountRole {
  return Object.hasOwn(ACCOUNT_ROLES, text);
}

/** Roles whose accounts usually stand on the side opposite to equity's. */
export const CONTRA_ROLES: ReadonlySet<string> = new Set<AccountRole>(['drawings', 'dividends', 'treasury-shares']);

/** Roles whose equity accounts start each year at zero and are closed into another one. */
export const CLOSED_ROLES: ReadonlySet<string> = new Set<AccountRole>(['drawings', 'dividends', 'contributions']);

/** Roles that no person writes to by hand. */
export const UNTYPED_ROLES: ReadonlySet<AccountRole> = new Set([
  'income-summary',
  'take-on-clearing',
  'due-to',
  'due-from',
]);
