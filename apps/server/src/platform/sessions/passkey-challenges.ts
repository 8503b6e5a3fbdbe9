import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';

/** So long a challenge may be answered, in milliseconds. */
const HOLDS = 5 * 60 * 1000;

/**
 * What a passkey is given to sign: made here, for one purpose, and taken once. Nothing is kept of those that are not answered, so
 * that nobody fills the server by asking for them.
 */
export class PasskeyChallenges {
  private readonly key = randomBytes(32);
  private readonly taken = new Map<string, number>();

  /** A new challenge. @param purpose what it is signed for */
  issue(purpose: string, now = Date.now()): Uint8Array<ArrayBuffer> {
    const said = `${randomBytes(16).toString('base64url')}.${now + HOLDS}`;
    return new Uint8Array(Buffer.from(`${said}.${this.sealOf(said, purpose)}`));
  }

  /** Takes a challenge that comes back, in base64url. @returns whether it was made here for this, holds, and was not taken before */
  take(challenge: string, purpose: string, now = Date.now()): boolean {
    const text = Buffer.from(challenge, 'base64url').toString('latin1');
    const [random = '', until = '', seal = ''] = text.split('.');
    const expected = Buffer.from(this.sealOf(`${random}.${until}`, purpose));
    const given = Buffer.from(seal);
    if (given.length !== expected.length || !timingSafeEqual(given, expected)) return false;
    for (const [old, end] of this.taken) if (end < now) this.taken.delete(old);
    if (Number(until) < now || this.taken.has(text)) return false;
    this.taken.set(text, Number(until));
    return true;
  }

  private sealOf(said: string, purpose: string): string {
    return createHmac('sha256', this.key).update(`${said} ${purpose}`).digest('base64url');
  }
}
