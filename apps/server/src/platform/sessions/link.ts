import { randomBytes } from 'node:crypto';
import { settings } from '../settings.js';
import { hashToken } from './session-store.js';

/**
 * A link that whoever has it may follow, once: only the hash of its token is kept. Where nobody has said at which
 * address people are, it has none: what a request says of its host is not to be trusted with somebody's way in.
 */
export function newLink(path: string): { link: string; tokenHash: string } {
  const token = randomBytes(32).toString('base64url');
  return { link: `${settings.origin ?? ''}/${path}/${token}`, tokenHash: hashToken(token) };
}
