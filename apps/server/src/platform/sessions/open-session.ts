import type { FastifyReply, FastifyRequest } from 'fastify';
import { randomBytes } from 'node:crypto';
import type { Writer } from '../threads/threads.module.js';
import { openSession } from './session-commands.js';
import { COOKIE_TERMS, SESSION_COOKIE } from './session-cookie.js';
import { hashToken, SESSION_DAYS } from './session-store.js';

const SECONDS_OF_A_DAY = 24 * 60 * 60;

/** A reply that sets cookies, and a request that brings them. */
export type CookieReply = FastifyReply & { setCookie: (name: string, value: string, options: object) => void };
export type CookieRequest = FastifyRequest & { cookies: Record<string, string | undefined> };

/**
 * Opens a session of a person and hands its token over in a cookie that no script can read. The session that the request
 * came with ends.
 */
export async function beginSession(
  writer: Writer,
  personId: number,
  request: CookieRequest,
  reply: CookieReply,
): Promise<void> {
  const token = randomBytes(32).toString('base64url');
  const before = request.cookies[SESSION_COOKIE];
  await writer.run(openSession, {
    personId,
    tokenHash: hashToken(token),
    before: before === undefined ? null : hashToken(before),
    address: request.ip,
    agent: (request.headers['user-agent'] ?? '').slice(0, 300),
  });
  reply.setCookie(SESSION_COOKIE, token, { ...COOKIE_TERMS, maxAge: SESSION_DAYS * SECONDS_OF_A_DAY });
}
