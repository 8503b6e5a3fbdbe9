import type { FastifyRequest } from 'fastify';
import { randomBytes } from 'node:crypto';
import { settings } from '../settings.js';
import { hashToken } from './session-store.js';

/** A link that whoever has it may follow, once: only the hash of its token is kept. */
export function newLink(request: FastifyRequest, path: string): { link: string; tokenHash: string } {
  const token = randomBytes(32).toString('base64url');
  const origin = settings.origin ?? `${request.protocol}://${request.headers.host ?? ''}`;
  return { link: `${origin}/${path}/${token}`, tokenHash: hashToken(token) };
}
