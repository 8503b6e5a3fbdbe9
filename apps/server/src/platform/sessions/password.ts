import { problem } from '@just-ledger/core';
import { hash, verify } from '@node-rs/argon2';
import { randomBytes } from 'node:crypto';
import { Refusal } from '../problems/refusal.js';

/** So many passwords are hashed at the same time, each in memory of its own, and so many more may wait. */
const AT_ONCE = 4;
const MOST_WAITING = 100;

let running = 0;
const waiting: (() => void)[] = [];

/** Hashes a password with argon2id. @throws {Refusal} 503 if too many want one hashed */
export function hashPassword(password: string): Promise<string> {
  return inTurn(() => hash(password));
}

/** Verified against where there is no password, so that both take as long. */
let decoy: Promise<string> | undefined;

/**
 * Whether this is the password of a hash.
 *
 * @param known undefined where there is nobody: it takes as long, and is wrong
 * @throws {Refusal} 503 if too many want one hashed
 */
export async function isPassword(known: string | undefined, password: string): Promise<boolean> {
  decoy ??= hash(randomBytes(16).toString('hex'));
  const against = known ?? (await decoy);
  const isRight = await inTurn(() => verify(against, password));
  return isRight && known !== undefined;
}

async function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (running >= AT_ONCE) {
    if (waiting.length >= MOST_WAITING) {
      const message = 'Too many want to sign in at this moment. Try again in a moment.';
      throw new Refusal(503, [problem('busy', '', message)]);
    }
    await new Promise<void>((resolve) => waiting.push(resolve));
  }
  running += 1;
  try {
    return await work();
  } finally {
    running -= 1;
    waiting.shift()?.();
  }
}
