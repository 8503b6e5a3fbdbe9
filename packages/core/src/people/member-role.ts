import { isKeyOf, keysOf } from '../keyed/keyed.js';

/** What a person may do in an organisation, from the least to the most; who may do more may do all that others may. */
export const MEMBER_ROLES = {
  reader: { label: 'Reader', may: 'looks at everything and changes nothing' },
  preparer: { label: 'Preparer', may: 'writes drafts, adds contacts and accounts, and posts nothing' },
  approver: { label: 'Approver', may: 'posts, locks and closes, and shapes the set-up' },
  owner: { label: 'Owner', may: 'also invites people and changes the organisation itself' },
} as const;

/** A key of {@link MEMBER_ROLES}. */
export type MemberRole = keyof typeof MEMBER_ROLES;

/** The roles from the least to the most. */
export const MEMBER_ROLE_KEYS = keysOf(MEMBER_ROLES);

/** Whether a text names a role. */
export function isMemberRole(text: string): text is MemberRole {
  return isKeyOf(MEMBER_ROLES, text);
}

/** Whether a role is enough for what takes another. @example isEnough('approver', 'preparer') // → true */
export function isEnough(role: MemberRole, needed: MemberRole): boolean {
  return MEMBER_ROLE_KEYS.indexOf(role) >= MEMBER_ROLE_KEYS.indexOf(needed);
}

/** A role with its article. @example withArticle('approver') // → 'an approver' */
export function withArticle(role: MemberRole): string {
  return `${/^[aeiou]/.test(role) ? 'an' : 'a'} ${role}`;
}
