import { randomBytes } from 'node:crypto';
import { settings } from '../settings.js';
import { hashToken } from './session-store.js';

/** The word of a link that only whoever is given it knows, and the hash that is kept of it. */
export function newToken(): { token: string; tokenHash: string } {
  const token = randomBytes(32).toString('base64url');
  return { token, tokenHash: hashToken(token) };
}

/**
 * A link that whoever has it may follow, once. Where nobody has said at which address people are, it has none: what a
 * request says of its host is not to be trusted with somebody's way in.
 *
 * @example linkTo('invitation', token) // → 'https://books.example/invitation/…'
 */
export function linkTo(path: 'invitation' | 'new-password', token: string): string {
  return `${settings.origin ?? ''}/${path}/${token}`;
}
