import { Secret, TOTP } from 'otpauth';
import { randomBytes } from 'node:crypto';
import { hashToken } from './session-store.js';

/** So many seconds a code of the device holds. Source: RFC 6238, its usual time step. */
const STEP = 30;

/** So many steps the clock of a device may be ahead or behind. */
const STEPS_OFF = 1;

/** So many codes stand on paper. */
const CODES = 10;

function totpOf(secret: string, email?: string): TOTP {
  const terms = { algorithm: 'SHA1', digits: 6, period: STEP, secret: Secret.fromBase32(secret) };
  return new TOTP({ ...terms, issuer: 'Just Ledger', ...(email !== undefined && { label: email }) });
}

/** A new secret to be shared with a device: 160 bits in base32, as RFC 4226 recommends. */
export function newSecret(): string {
  return new Secret({ size: 20 }).base32;
}

/** The address that a device takes a secret by, as its own reader of squares understands it. */
export function deviceAddress(secret: string, email: string): string {
  return totpOf(secret, email).toString();
}

/**
 * The step of time that a code of the device is of, a step more or less; undefined if it is of none. Blanks do not count.
 *
 * @param now in milliseconds
 */
export function stepOfCode(secret: string, code: string, now = Date.now()): number | undefined {
  const off = totpOf(secret).validate({ token: code.replaceAll(/\s/g, ''), timestamp: now, window: STEPS_OFF });
  return off === null ? undefined : Math.floor(now / (STEP * 1000)) + off;
}

/** New codes for paper: ten, of 50 bits each. @example 'k3qzd-7mwta' */
export function newRecoveryCodes(): string[] {
  return Array.from({ length: CODES }, () => {
    const text = Secret.fromHex(randomBytes(8).toString('hex')).base32.toLowerCase();
    return `${text.slice(0, 5)}-${text.slice(5, 10)}`;
  });
}

/** Only the hash of a code on paper is kept. Blanks, dashes and capitals do not count. */
export function hashOfRecoveryCode(personId: number, code: string): string {
  return hashToken(`${personId} ${code.replaceAll(/[\s-]/g, '').toLowerCase()}`);
}
