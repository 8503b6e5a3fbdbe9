import type { FastifyReply, FastifyRequest } from 'fastify';
import { randomBytes } from 'node:crypto';
import type { Writer } from '../threads/threads.module.js';
import { openSession } from './session-commands.js';
import { SESSION_COOKIE } from './session-guard.js';
import { hashToken } from './session-store.js';

const FOURTEEN_DAYS = 14 * 24 * 60 * 60;

/** A reply that sets cookies, and a request that brings them. */
export type CookieReply = FastifyReply & { setCookie: (name: string, value: string, options: object) => void };
export type CookieRequest = FastifyRequest & { cookies: Record<string, string | undefined> };

/** Opens a session of a person and hands its token over in a cookie that no script can read. */
export async function beginSession(
  writer: Writer,
  personId: number,
  request: FastifyRequest,
  reply: CookieReply,
): Promise<void> {
  const token = randomBytes(32).toString('base64url');
  const expiresAt = new Date(Date.now() + FOURTEEN_DAYS * 1000).toISOString();
  await writer.run(openSession, { personId, tokenHash: hashToken(token), expiresAt });
  reply.setCookie(SESSION_COOKIE, token, {
    path: '/',
    maxAge: FOURTEEN_DAYS,
    httpOnly: true,
    sameSite: 'strict',
    secure: request.protocol === 'https',
  });
}
