import { isoCBOR } from '@simplewebauthn/server/helpers';
import { createHash, createSign, generateKeyPairSync, type KeyObject, randomBytes } from 'node:crypto';
import { request as send } from 'node:http';
import { PasskeyChallenges } from '../src/platform/sessions/passkey-challenges.js';
import { OWNER, type Reply, RunningServer } from './running-server.js';

/** What an authenticator is told otherwise than it should be. */
interface Ways {
  readonly origin?: string;
  readonly site?: string;
  /** Whether it has asked its owner for a finger, a face or a number. */
  readonly isOwnerAsked?: boolean;
  readonly signatures?: number;
}

const hashOf = (bytes: string | Uint8Array): Buffer => createHash('sha256').update(bytes).digest();

/**
 * An authenticator in software, after W3C, Web Authentication Level 3: 6.1 (authenticator data), 6.5.1 (attested credential
 * data), 8.7 (no attestation), and RFC 9053 for its key (ES256).
 */
class Authenticator {
  private readonly credential = randomBytes(16);
  private readonly secret: KeyObject;
  private readonly key: Uint8Array;
  private signatures = 0;

  constructor(private readonly origin: string) {
    const { privateKey, publicKey } = generateKeyPairSync('ec', { namedCurve: 'P-256' });
    this.secret = privateKey;
    const { x = '', y = '' } = publicKey.export({ format: 'jwk' });
    const bytes = (text: string): Uint8Array<ArrayBuffer> => new Uint8Array(Buffer.from(text, 'base64url'));
    // kty EC2, alg ES256, crv P-256
    const cose = new Map<number, number | Uint8Array<ArrayBuffer>>([
      [1, 2],
      [3, -7],
      [-1, 1],
      [-2, bytes(x)],
      [-3, bytes(y)],
    ]);
    this.key = isoCBOR.encode(cose);
  }

  private data({ site = 'localhost', isOwnerAsked = true, signatures }: Ways, attested?: Uint8Array): Buffer {
    const flags = 0x01 | (isOwnerAsked ? 0x04 : 0) | (attested ? 0x40 : 0);
    const count = Buffer.alloc(4);
    count.writeUInt32BE(signatures ?? (this.signatures += 1));
    return Buffer.concat([hashOf(site), Buffer.from([flags]), count, attested ?? Buffer.alloc(0)]);
  }

  private said(type: string, options: string, { origin = this.origin }: Ways): Buffer {
    const { challenge }: { challenge: string } = JSON.parse(options);
    return Buffer.from(JSON.stringify({ type, challenge, origin, crossOrigin: false }));
  }

  private answer(response: Record<string, string>): string {
    const id = this.credential.toString('base64url');
    return JSON.stringify({ id, rawId: id, type: 'public-key', clientExtensionResults: {}, response });
  }

  make(options: string, ways: Ways = {}): string {
    const length = Buffer.from([0, this.credential.length]);
    const attested = Buffer.concat([Buffer.alloc(16), length, this.credential, this.key]);
    const attestation = isoCBOR.encode(
      new Map<string, unknown>([
        ['fmt', 'none'],
        ['attStmt', new Map()],
        ['authData', new Uint8Array(this.data(ways, attested))],
      ]) as never,
    );
    return this.answer({
      clientDataJSON: this.said('webauthn.create', options, ways).toString('base64url'),
      attestationObject: Buffer.from(attestation).toString('base64url'),
    });
  }

  use(options: string, ways: Ways = {}): string {
    const [data, said] = [this.data(ways), this.said('webauthn.get', options, ways)];
    const signature = createSign('sha256')
      .update(Buffer.concat([data, hashOf(said)]))
      .sign(this.secret);
    return this.answer({
      clientDataJSON: said.toString('base64url'),
      authenticatorData: data.toString('base64url'),
      signature: signature.toString('base64url'),
    });
  }
}

let server: RunningServer;
let here: string;
let authenticator: Authenticator;
beforeAll(async () => {
  server = await RunningServer.start();
  here = server.url.replace('127.0.0.1', 'localhost');
  authenticator = new Authenticator(here);
});
afterAll(() => server.stop());

/** Asks under the name of this machine: a passkey is for a name. */
async function ask(
  path: string,
  body: unknown,
  cookie = server.session,
): Promise<Pick<Reply, 'status' | 'body' | 'headers'>> {
  const response = await fetch(`${here}${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...(cookie && { cookie }) },
    body: JSON.stringify(body),
  });
  const text = await response.text();
  return { status: response.status, headers: response.headers, body: text ? JSON.parse(text) : undefined };
}

const offer = async (cookie = server.session): Promise<string> =>
  (await ask('/api/own-sign-in/passkeys/offer', { password: OWNER.password }, cookie)).body.options;
const offerSignIn = async (): Promise<string> => (await ask('/api/session/passkey/offer', {}, '')).body.options;
const signIn = (credential: string) => ask('/api/session/passkey', { credential }, '');
const own = async () => (await server.request('GET', '/api/own-sign-in')).body.passkeys;

test('a passkey is offered to who knows the password, and under a name only', async () => {
  const wrong = await ask('/api/own-sign-in/passkeys/offer', { password: 'not the password' });
  expect([wrong.status, wrong.body.problems[0].path]).toEqual([422, 'password']);
  const byNumber = await server.request('POST', '/api/own-sign-in/passkeys/offer', { password: OWNER.password });
  expect([byNumber.status, byNumber.body.problems[0].code]).toEqual([422, 'passkey-site']);
  expect((await server.signedOut().request('POST', '/api/session/passkey/offer', {})).status).toBe(422);
  expect((await ask('/api/own-sign-in/passkeys/offer', { password: OWNER.password }, '')).status).toBe(401);
  // an address that the gate lets in, and that is none
  const { port } = new URL(server.url);
  const headers = { host: 'localhost:99999', 'content-type': 'application/json', 'content-length': 2 };
  const status = await new Promise((resolve) => {
    const asked = send({ port, host: '127.0.0.1', method: 'POST', path: '/api/session/passkey/offer', headers });
    asked.on('response', (response) => resolve(response.resume().statusCode));
    asked.end('{}');
  });
  expect(status).toBe(422);
  const options = JSON.parse(await offer());
  expect(options).toMatchObject({
    rp: { id: 'localhost' },
    user: { name: OWNER.email },
    authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
  });
});

test.each<[string, Ways, boolean]>([
  ['made for other pages', { origin: 'http://localhost:1' }, false],
  ['of another name', { site: 'elsewhere.example' }, false],
  ['whose owner was not asked for', { isOwnerAsked: false }, false],
  ['made with a challenge of signing in', {}, true],
])('one %s is not kept', async (_, ways, isOtherChallenge) => {
  const options = isOtherChallenge ? await offerSignIn() : await offer();
  const credential = authenticator.make(options, ways);
  const { status, body } = await ask('/api/own-sign-in/passkeys', { name: 'Laptop', credential });
  expect([status, body.problems[0].code]).toEqual([422, 'passkey-refused']);
  expect(await own()).toEqual([]);
});

test.each([
  '',
  '{}',
  'null',
  '[]',
  '{"id":5,"response":null}',
  '{"id":"x","rawId":"x","type":"public-key","response":{}}',
])('what is no passkey, %j, is refused', async (credential) => {
  expect((await ask('/api/own-sign-in/passkeys', { name: 'Laptop', credential })).status).toBe(422);
  expect((await signIn(credential)).status).toBe(401);
});

test('one that was made for these pages signs in alone, each challenge once', async () => {
  const options = await offer();
  const credential = authenticator.make(options);
  const made = await ask('/api/own-sign-in/passkeys', { name: ' Laptop ', credential });
  expect([made.status, made.body.passkeys]).toEqual([
    201,
    [{ id: 1, name: 'Laptop', createdAt: expect.any(String), usedAt: null }],
  ]);
  // the same again: its challenge was taken
  expect((await ask('/api/own-sign-in/passkeys', { name: 'Laptop', credential })).status).toBe(422);
  const again = authenticator.make(await offer());
  expect((await ask('/api/own-sign-in/passkeys', { name: 'Laptop', credential: again })).status).toBe(409);
  expect(JSON.parse(await offer()).excludeCredentials).toHaveLength(1);

  const used = authenticator.use(await offerSignIn());
  const opened = await signIn(used);
  expect([opened.status, opened.body.person.email]).toEqual([200, OWNER.email]);
  const cookie = opened.headers.get('set-cookie')?.split(';')[0] ?? '';
  expect((await fetch(`${here}/api/own-sign-in`, { headers: { cookie } })).status).toBe(200);
  expect((await signIn(used)).status).toBe(401);
  expect(await own()).toEqual([expect.objectContaining({ usedAt: expect.any(String) })]);
});

test.each<[string, Ways]>([
  ['for other pages', { origin: 'http://elsewhere.example' }],
  ['for another name', { site: 'elsewhere.example' }],
  ['without its owner being asked for', { isOwnerAsked: false }],
  ['by a copy that counts backwards', { signatures: 1 }],
])('used %s it opens nothing', async (_, ways) => {
  const { status, body } = await signIn(authenticator.use(await offerSignIn(), ways));
  expect([status, body.problems[0].code]).toEqual([401, 'passkey-refused']);
});

test('somebody else’s key opens nothing, and a removed one neither', async () => {
  const stranger = new Authenticator(here);
  expect((await signIn(stranger.use(await offerSignIn()))).status).toBe(401);
  const path = await server.organisation();
  const other = await server.member(path, 'linnet', 'reader');
  const [{ id }] = await own();
  const taken = await other.request('POST', `/api/own-sign-in/passkeys/${id}/removal`, {
    password: 'a long enough one',
  });
  expect(taken.status).toBe(404);
  const removal = `/api/own-sign-in/passkeys/${id}/removal`;
  expect((await server.request('POST', removal, { password: 'not the password' })).status).toBe(422);
  expect((await server.request('POST', removal, { password: OWNER.password })).status).toBe(204);
  expect(await own()).toEqual([]);
  expect((await signIn(authenticator.use(await offerSignIn()))).status).toBe(401);
  expect(
    (await ask('/api/own-sign-in/passkeys', { name: 'Next', credential: authenticator.make(await offer()) })).status,
  ).toBe(201);
  expect((await own())[0].id).toBeGreaterThan(id);
});

describe('a challenge', () => {
  const challenges = new PasskeyChallenges();
  const issued = (purpose: string, moment: number): string =>
    Buffer.from(challenges.issue(purpose, moment)).toString('base64url');
  test('is taken once, for what it was made, within five minutes', () => {
    const [first, second, third] = [issued('sign-in', 0), issued('sign-in', 0), issued('sign-in', 0)];
    expect(challenges.take(first, 'sign-in', 299_000)).toBe(true);
    expect(challenges.take(first, 'sign-in', 299_000)).toBe(false);
    expect(challenges.take(second, 'a new one of 1', 1)).toBe(false);
    expect(challenges.take(third, 'sign-in', 301_000)).toBe(false);
    expect(challenges.take(first, 'sign-in', 400_000)).toBe(false);
  });
  test('of another server, or of nobody, is none', () => {
    const other = Buffer.from(new PasskeyChallenges().issue('sign-in')).toString('base64url');
    for (const text of [other, '', 'x', '....', Buffer.from('a.9999999999999.b').toString('base64url')]) {
      expect([text, challenges.take(text, 'sign-in')]).toEqual([text, false]);
    }
  });
});
