import { problem } from '@just-ledger/core';
import type { FastifyReply, FastifyRequest } from 'fastify';
import type { Db } from '../database/connection.js';
import { Refusal } from '../problems/refusal.js';
import { SESSION_COOKIE } from './session-cookie.js';
import { type FoundSession, sessionOfToken } from './session-store.js';

/** A request whose cookie has been looked at: the session that it opens, if it opens one. */
export type AdmittedRequest = FastifyRequest & {
  foundSession?: FoundSession | undefined;
  cookies: Record<string, string | undefined>;
};

/** So many requests of a person, or of an address that nobody has signed in from, are open at once. */
const MOST_AT_ONCE = 100;

/** Whoever is not signed in sends so many bytes at most, and says beforehand how many. */
const MOST_OF_STRANGERS = 16 * 1024;

/** A body may take so many milliseconds, and longer by its bytes at the slowest speed that is waited for. */
const PATIENCE = 30_000;
const SLOWEST_BYTES_A_SECOND = 16 * 1024;

/** Who may keep the server busy, and for how long: nobody so much that others are not served. */
export class Admission {
  private readonly open = new Map<string, number>();

  /** @param patience in milliseconds: a body that says nothing of its length has so long to come */
  constructor(
    private readonly db: Db,
    private readonly patience = PATIENCE,
  ) {}

  /**
   * Lets a request in before anything of its body is read.
   *
   * @returns who asks: a person, or an address
   * @throws {Refusal} 401 for a body that only somebody who is signed in may send, 429 for too many requests at once
   */
  admit(request: AdmittedRequest, reply: FastifyReply): string {
    const token = request.cookies[SESSION_COOKIE];
    request.foundSession = token ? sessionOfToken(this.db, token) : undefined;
    const bytes = bytesSent(request);
    // what is refused here is not read: the connection ends with the answer
    if (bytes > 0) void reply.header('connection', 'close');
    if (!request.foundSession && bytes > MOST_OF_STRANGERS) {
      throw new Refusal(401, [problem('signed-out', '', 'Sign in first.')]);
    }
    const who = request.foundSession ? `person ${request.foundSession.person.id}` : `address ${request.ip}`;
    this.count(who, reply);
    reply.removeHeader('connection');
    if (bytes > 0) this.waitForBody(request, bytes);
    return who;
  }

  private count(who: string, reply: FastifyReply): void {
    const open = (this.open.get(who) ?? 0) + 1;
    if (open > MOST_AT_ONCE) {
      const message = `More than ${MOST_AT_ONCE} things are asked for at once. Try again in a moment.`;
      throw new Refusal(429, [problem('too-many-at-once', '', message)]);
    }
    this.open.set(who, open);
    reply.raw.once('close', () => {
      const left = (this.open.get(who) ?? 1) - 1;
      if (left > 0) this.open.set(who, left);
      else this.open.delete(who);
    });
  }

  /** Ends the connection of a body that does not come to its end in time. */
  private waitForBody({ raw }: FastifyRequest, bytes: number): void {
    const length = Number.isFinite(bytes) ? bytes : 0;
    const milliseconds = this.patience + (length / SLOWEST_BYTES_A_SECOND) * 1_000;
    const timer = setTimeout(() => {
      if (!raw.complete) raw.destroy(Object.assign(new Error('The body took too long.'), { statusCode: 408 }));
    }, milliseconds).unref();
    raw.once('close', () => clearTimeout(timer));
  }
}

/** The bytes that a request says it brings; no number is large enough for one that does not say. */
function bytesSent({ headers }: FastifyRequest): number {
  if (headers['transfer-encoding'] !== undefined) return Infinity;
  return Number(headers['content-length'] ?? 0);
}
