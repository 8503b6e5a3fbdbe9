import { problem } from '@just-ledger/core';
import { Injectable, Logger } from '@nestjs/common';
import type { AuthenticationResponseJSON, RegistrationResponseJSON } from '@simplewebauthn/server';
import { eq } from 'drizzle-orm';
import type { FastifyRequest } from 'fastify';
import { isIP } from 'node:net';
import { passkey, person } from '../database/schema.js';
import { messageOf } from '../problems/message-of.js';
import { Refusal, unprocessable } from '../problems/refusal.js';
import { settings } from '../settings.js';
import { Reader, Writer } from '../threads/threads.module.js';
import { PasskeyChallenges } from './passkey-challenges.js';
import { type NewPasskey, notePasskeyUsed } from './passkey-commands.js';
import type { Person } from './session-store.js';

/** For which pages a passkey is: their origin, and the name in it. */
interface Site {
  readonly origin: string;
  readonly name: string;
}

const SIGN_IN = 'sign-in';

function newOf({ id }: Person): string {
  return `a new one of ${id}`;
}

/**
 * The pages that a request comes from.
 *
 * @throws {Refusal} 422 for an address without a name: browsers keep passkeys by name only
 */
function siteOf({ headers }: FastifyRequest): Site {
  const origin = settings.origin ?? `http://${headers.host ?? ''}`;
  if (!URL.canParse(origin)) throw unprocessable('passkey-site', '', 'Passkeys need an address with a name.');
  const { hostname, port } = new URL(origin);
  if (isIP(hostname.replace(/^\[|\]$/g, '')) === 0) return { origin: new URL(origin).origin, name: hostname };
  const here = `http://localhost${port && `:${port}`}`;
  throw unprocessable('passkey-site', '', `Passkeys need an address with a name. On this machine open ${here}.`);
}

/** What passkeys are made and read with (WebAuthn): read when somebody first uses one. */
const ceremonies = () => import('@simplewebauthn/server');

/**
 * Passkeys as WebAuthn defines them (W3C, Web Authentication Level 3): signing in with a device that knows its owner by a
 * finger, a face or a number. The device and the owner are both asked for, so that no password and no code is.
 */
@Injectable()
export class Passkeys {
  private readonly logger = new Logger('sign-in');
  private readonly challenges = new PasskeyChallenges();

  constructor(
    private readonly reader: Reader,
    private readonly writer: Writer,
  ) {}

  /** What a browser is to make a passkey of a person with, as JSON. @throws {Refusal} 422 where there can be none */
  async offer(owner: Person, request: FastifyRequest): Promise<string> {
    const { name } = siteOf(request);
    const own = this.reader.db.select().from(passkey).where(eq(passkey.person, owner.id)).all();
    const { generateRegistrationOptions } = await ceremonies();
    return JSON.stringify(
      await generateRegistrationOptions({
        rpName: 'Just Ledger',
        rpID: name,
        userID: new TextEncoder().encode(`person ${owner.id}`),
        userName: owner.email,
        userDisplayName: owner.name,
        challenge: this.challenges.issue(newOf(owner)),
        attestationType: 'none',
        excludeCredentials: own.map(({ credential }) => ({ id: credential })),
        authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
      }),
    );
  }

  /**
   * What is kept of a passkey that a browser has made.
   *
   * @param credential what the browser says, as JSON
   * @throws {Refusal} 422 if it is not what was offered
   */
  async made(owner: Person, name: string, credential: string, request: FastifyRequest): Promise<NewPasskey> {
    const site = siteOf(request);
    const { verifyRegistrationResponse } = await ceremonies();
    try {
      const response: RegistrationResponseJSON = JSON.parse(credential);
      const { verified, registrationInfo } = await verifyRegistrationResponse({
        response,
        expectedChallenge: (challenge) => this.challenges.take(challenge, newOf(owner)),
        expectedOrigin: site.origin,
        expectedRPID: site.name,
        requireUserVerification: true,
      });
      if (!verified) throw new Error('it does not verify');
      const { id, publicKey, counter, transports = [] } = registrationInfo.credential;
      return {
        name,
        credential: id,
        publicKey: Buffer.from(publicKey).toString('base64url'),
        signatures: counter,
        transports,
      };
    } catch (error) {
      this.logger.warn(
        `Refused a new passkey of ${JSON.stringify(owner.email)} at ${request.ip}: ${messageOf(error)}`,
      );
      throw unprocessable('passkey-refused', '', 'This passkey was not made for these pages just now. Try again.');
    }
  }

  /** What a browser is to sign in with, as JSON. @throws {Refusal} 422 where there can be no passkey */
  async offerSignIn(request: FastifyRequest): Promise<string> {
    const { name } = siteOf(request);
    const challenge = this.challenges.issue(SIGN_IN);
    const { generateAuthenticationOptions } = await ceremonies();
    return JSON.stringify(
      await generateAuthenticationOptions({ rpID: name, challenge, userVerification: 'required' }),
    );
  }

  /**
   * Who signs in with a passkey.
   *
   * @param credential what the browser says, as JSON
   * @throws {Refusal} 401 if it is not known here, or does not sign what was asked for
   */
  async personOf(credential: string, request: FastifyRequest): Promise<Person> {
    const site = siteOf(request);
    const { verifyAuthenticationResponse } = await ceremonies();
    try {
      const response: AuthenticationResponseJSON = JSON.parse(credential);
      const kept = this.reader.db
        .select({ passkey, id: person.id, email: person.email, name: person.name })
        .from(passkey)
        .innerJoin(person, eq(person.id, passkey.person))
        .where(eq(passkey.credential, String(response.id)))
        .get();
      if (!kept?.email) throw new Error('it is not known here');
      const { verified, authenticationInfo } = await verifyAuthenticationResponse({
        response,
        expectedChallenge: (challenge) => this.challenges.take(challenge, SIGN_IN),
        expectedOrigin: site.origin,
        expectedRPID: site.name,
        credential: {
          id: kept.passkey.credential,
          publicKey: new Uint8Array(Buffer.from(kept.passkey.publicKey, 'base64url')),
          counter: kept.passkey.signatures,
          transports: [...kept.passkey.transports],
        },
        requireUserVerification: true,
      });
      if (!verified) throw new Error('it does not verify');
      await this.writer.run(notePasskeyUsed, { id: kept.passkey.id, signatures: authenticationInfo.newCounter });
      return { id: kept.id, email: kept.email, name: kept.name };
    } catch (error) {
      this.logger.warn(`Refused a passkey at ${request.ip}: ${messageOf(error)}`);
      const message = 'This passkey opens nothing here. Sign in with your password.';
      throw new Refusal(401, [problem('passkey-refused', '', message)]);
    }
  }
}
