import type { OwnSessionResponse } from '@just-ledger/contract';
import Database from 'better-sqlite3';
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { type AddressInfo, createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Secret, TOTP } from 'otpauth';
import { booksFile } from '../src/platform/database/connection.js';
import { RunningServer, type Reply } from './running-server.js';

const MAIN = fileURLToPath(new URL('../dist/bundled/main.js', import.meta.url));
const WAY_BACK = fileURLToPath(new URL('../dist/bundled/way-back.main.js', import.meta.url));

const codes = ({ body }: Reply): string[] =>
  (body.problems as { code: string; path: string }[]).map((problem) => `${problem.code} at ${problem.path}`);

describe('one’s own sign-in', () => {
  const first = { email: 'owner@sallow-reach.test', password: 'a long enough password' };
  let own: RunningServer;
  beforeAll(async () => {
    own = await RunningServer.start();
  });
  afterAll(() => own.stop());

  test('changes its password, which ends every other session and the old password', async () => {
    const elsewhere = own.signedOut();
    await elsewhere.signIn(first);
    expect((await elsewhere.request('GET', '/api/organisations')).status).toBe(200);
    const change = (current: string, next: string): Promise<Reply> =>
      own.request('PUT', '/api/own-sign-in/password', { current, next });
    expect(codes(await change('not this', 'another long password'))).toEqual(['wrong-password at current']);
    expect(codes(await change(first.password, 'short'))).toEqual(['invalid at next']);
    expect(codes(await change(first.password, first.password))).toEqual(['same-password at next']);
    expect((await change(first.password, 'another long password')).status).toBe(204);
    expect((await own.request('GET', '/api/organisations')).status).toBe(200);
    expect((await elsewhere.request('GET', '/api/organisations')).status).toBe(401);
    expect((await own.signedOut().signIn(first)).status).toBe(401);
    expect((await elsewhere.signIn({ ...first, password: 'another long password' })).status).toBe(200);
  });

  test('keeps how the person reads, types and sees', async () => {
    const elsewhere = own.signedOut();
    await elsewhere.signIn({ ...first, password: 'another long password' });
    const keep = (preferences: object): Promise<Reply> =>
      elsewhere.request('PUT', '/api/own-sign-in/preferences', preferences);
    const seen = async (): Promise<unknown> =>
      (await elsewhere.request('GET', '/api/session')).body.person.preferences;
    expect(await seen()).toEqual({
      amounts: 'point',
      dates: 'day-first',
      colours: 'system',
      paper: 'a4',
    });
    const chosen = { amounts: 'comma', dates: 'month-first', colours: 'dark', paper: 'letter' };
    expect((await keep(chosen)).status).toBe(204);
    expect(await seen()).toEqual(chosen);
    expect(codes(await keep({ ...chosen, colours: 'plaid' }))).toEqual(['invalid at colours']);
    expect(codes(await keep({ ...chosen, paper: 'a0' }))).toEqual(['invalid at paper']);
    expect(await seen()).toEqual(chosen);
  });

  test('signs out everywhere at once', async () => {
    const elsewhere = own.signedOut();
    await elsewhere.signIn({ ...first, password: 'another long password' });
    expect((await own.request('DELETE', '/api/own-sign-in/sessions')).status).toBe(204);
    for (const runningServer of [own, elsewhere])
      expect((await runningServer.request('GET', '/api/organisations')).status).toBe(401);
  });

  test('bears only so many guesses at its password', async () => {
    await own.signIn({ ...first, password: 'another long password' });
    const guess = (): Promise<Reply> =>
      own.request('PUT', '/api/own-sign-in/password', { current: 'a guess', next: 'yet another password' });
    const answers = [];
    for (let index = 0; index < 12; index += 1) answers.push((await guess()).status);
    expect(answers.slice(0, 10).every((status) => status === 422)).toBe(true);
    expect(answers.at(-1)).toBe(429);
    expect(
      (await own.signedOut().request('PUT', '/api/own-sign-in/password', { current: 'x', next: 'y' })).status,
    ).toBe(401);
  });
});

describe('where one is signed in', () => {
  const first = { email: 'owner@sallow-reach.test', password: 'a long enough password' };
  let own: RunningServer;
  beforeAll(async () => {
    own = await RunningServer.start();
  });
  afterAll(() => own.stop());
  const sessions = async (): Promise<OwnSessionResponse[]> =>
    (await own.done('GET', '/api/own-sign-in')).sessions as OwnSessionResponse[];

  test('is told by program and address; each is ended by itself, and another’s is not', async () => {
    const elsewhere = own.signedOut();
    await elsewhere.request('POST', '/api/session', first, { 'user-agent': 'A program of the club' });
    const all = await sessions();
    expect(all.map(({ agent, isThis, address }) => [agent, isThis, address])).toContainEqual([
      'A program of the club',
      false,
      '127.0.0.1',
    ]);
    const key = all.find(({ agent }) => agent === 'A program of the club')?.key ?? '';
    const base = await own.organisation();
    const stranger = await own.member(base, 'robin', 'reader');
    expect((await stranger.request('DELETE', `/api/own-sign-in/sessions/${key}`)).status).toBe(404);
    expect((await elsewhere.request('GET', '/api/organisations')).status).toBe(200);
    expect((await own.request('DELETE', `/api/own-sign-in/sessions/${key}`)).status).toBe(204);
    expect((await elsewhere.request('GET', '/api/organisations')).status).toBe(401);
    expect((await own.request('DELETE', `/api/own-sign-in/sessions/${key}`)).status).toBe(404);
  });

  test('begins anew with each sign-in: the session before it opens nothing any more', async () => {
    const elsewhere = own.signedOut();
    await elsewhere.signIn(first);
    const before = elsewhere.session;
    await elsewhere.signIn(first);
    expect(elsewhere.session).not.toBe(before);
    const reply = await fetch(`${own.url}/api/organisations`, { headers: { cookie: before } });
    expect(reply.status).toBe(401);
  });

  test('ends by itself when it was not used for a day, and after fourteen days of use', async () => {
    const elsewhere = own.signedOut();
    await elsewhere.signIn(first);
    const books = new Database(booksFile(own.folder));
    const set = (columns: string): number =>
      books.prepare(`UPDATE session SET ${columns} WHERE used_at = (SELECT max(used_at) FROM session)`).run().changes;
    const ago = (hours: number): string => new Date(Date.now() - hours * 3_600_000).toISOString();
    // six minutes ago: it is noted that it is used
    expect(set(`used_at = '${ago(0.1)}'`)).toBe(1);
    const used = (): string => books.prepare('SELECT max(used_at) FROM session').pluck().get() as string;
    await elsewhere.request('GET', '/api/backups');
    await elsewhere.request('GET', '/api/session');
    const before = used();
    expect((await elsewhere.request('GET', '/api/organisations')).status).toBe(200);
    for (let waited = 0; used() === before && waited < 1_000; waited += 1) await new Promise(setImmediate);
    await elsewhere.request('PUT', '/api/own-sign-in/preferences', {
      ...{ amounts: 'point', dates: 'day-first', colours: 'system', paper: 'a4' },
    });
    expect(used() > before).toBe(true);
    set(`used_at = '${ago(24.1)}'`);
    expect((await elsewhere.request('GET', '/api/organisations')).status).toBe(401);
    await elsewhere.signIn(first);
    set(`expires_at = '${ago(0.1)}'`);
    expect((await elsewhere.request('GET', '/api/organisations')).status).toBe(401);
    books.close();
  });

  test('leaves nothing behind in the browser when one signs out', async () => {
    const elsewhere = own.signedOut();
    await elsewhere.signIn(first);
    const reply = await elsewhere.request('DELETE', '/api/session');
    expect(reply.headers.get('clear-site-data')).toBe('"cache", "storage"');
    expect(reply.headers.get('set-cookie')).toMatch(
      /^just_ledger_session=; Max-Age=0; Path=\/; HttpOnly; SameSite=Strict/,
    );
  });
});

describe('a device besides the password', () => {
  const first = { email: 'owner@sallow-reach.test', password: 'a long enough password' };
  let own: RunningServer;
  let secret: string;
  let codesOnPaper: string[];
  /** Codes of steps that were not taken yet: each only once, so that time is gone through from the one before the last. */
  const code = (ahead = 0): string =>
    new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: Date.now() + ahead * 30_000 });
  beforeAll(async () => {
    own = await RunningServer.start();
  });
  afterAll(() => own.stop());

  test('is offered to whoever knows the password, and asked for once it has given a code', async () => {
    const offer = (password: string): Promise<Reply> => own.request('POST', '/api/own-sign-in/device', { password });
    expect(codes(await offer('not this'))).toEqual(['wrong-password at password']);
    const { body } = await offer(first.password);
    secret = body.secret;
    expect(body.address).toContain(`secret=${secret}`);
    // not before it was confirmed
    expect((await own.signedOut().signIn(first)).status).toBe(200);
    const elsewhere = own.signedOut();
    await elsewhere.signIn(first);
    const confirm = (given: string): Promise<Reply> => own.request('PUT', '/api/own-sign-in/device', { code: given });
    expect(codes(await confirm('000000'))).toEqual(['wrong-code at code']);
    const confirmed = await confirm(code(-1));
    expect(confirmed.status).toBe(200);
    codesOnPaper = confirmed.body.codes;
    expect(codesOnPaper).toHaveLength(10);
    expect((await elsewhere.request('GET', '/api/organisations')).status).toBe(401);
    expect((await own.done('GET', '/api/own-sign-in')).device).toMatchObject({ codesLeft: 10 });
    expect((await offer(first.password)).status).toBe(409);
  });

  test('lets in with its code, each code once; a code on paper once in its place', async () => {
    const signIn = (given?: string): Promise<Reply> =>
      own.signedOut().signIn({ ...first, ...(given !== undefined && { code: given }) } as typeof first);
    expect(codes(await signIn())).toEqual(['device-code at code']);
    expect(codes(await signIn('000000'))).toEqual(['wrong-code at code']);
    const now = code();
    expect((await signIn(now)).status).toBe(200);
    expect(codes(await signIn(now))).toEqual(['wrong-code at code']);
    const [paper = ''] = codesOnPaper;
    expect((await signIn(` ${paper.toUpperCase()} `)).status).toBe(200);
    expect(codes(await signIn(paper))).toEqual(['wrong-code at code']);
    expect((await own.done('GET', '/api/own-sign-in')).device).toMatchObject({ codesLeft: 9 });
    // a wrong password says nothing of the device
    expect(codes(await own.signedOut().signIn({ ...first, password: 'not this' }))).toEqual([
      'wrong-password at password',
    ]);
  });

  test('is not read from the file: of codes on paper only hashes are kept', () => {
    const books = new Database(booksFile(own.folder), { readonly: true });
    const kept = books.prepare<[], string>('SELECT hash FROM recovery_code').pluck().all();
    books.close();
    expect(kept).toHaveLength(9);
    for (const hash of kept) expect(hash).toMatch(/^[0-9a-f]{64}$/);
  });

  test('has new codes on paper, and is removed, with the password', async () => {
    const renewed = await own.request('POST', '/api/own-sign-in/device/codes', { password: first.password });
    expect(renewed.body.codes).toHaveLength(10);
    const [, second = ''] = codesOnPaper;
    const old = await own.signedOut().signIn({ ...first, code: second } as typeof first);
    expect(codes(old)).toEqual(['wrong-code at code']);
    const remove = (password: string): Promise<Reply> =>
      own.request('POST', '/api/own-sign-in/device/removal', { password });
    expect((await remove('not this')).status).toBe(422);
    expect((await remove(first.password)).status).toBe(204);
    expect((await own.signedOut().signIn(first)).status).toBe(200);
    expect((await own.done('GET', '/api/own-sign-in')).device).toBeNull();
  });
});

describe('the way back of a sole owner', () => {
  const wayBack = (...given: string[]): { readonly status: number; readonly said: string } => {
    const { status, stdout, stderr } = spawnSync(process.execPath, [WAY_BACK, ...given], { encoding: 'utf8' });
    return { status: status ?? -1, said: `${stdout}${stderr}` };
  };

  test('is opened on the server, beside it, and takes the device away if that is wanted', async () => {
    const own = await RunningServer.start();
    const { email, password } = { email: 'owner@sallow-reach.test', password: 'a long enough password' };
    const { body } = await own.request('POST', '/api/own-sign-in/device', { password });
    const code = new TOTP({ secret: Secret.fromBase32(body.secret) }).generate();
    await own.done('PUT', '/api/own-sign-in/device', { code });
    expect(wayBack()).toMatchObject({ status: 2, said: expect.stringContaining('Name who wants back in') });
    expect(wayBack('nobody@sallow-reach.test', own.folder)).toMatchObject({ status: 1 });
    const { status, said } = wayBack(email, own.folder, '--without-device');
    expect([status, said]).toEqual([
      0,
      expect.stringContaining('No code of a device is asked for any more, and no passkey opens anything.'),
    ]);
    const token = /\/new-password\/(\S+?)[,\s]/.exec(said)?.[1] ?? '';
    const set = (next: string): Promise<Reply> =>
      own.signedOut().request('POST', `/api/password-reset/${token}`, { password: next });
    expect(codes(await set('password123'))).toEqual(['password-guessed at password']);
    expect((await set('three geese at noon')).status).toBe(204);
    expect((await set('four geese at noon')).status).toBe(404);
    expect((await own.request('GET', '/api/organisations')).status).toBe(401);
    expect((await own.signedOut().signIn({ email, password: 'three geese at noon' })).status).toBe(200);
    // a way that was asked for before a password was changed leads nowhere
    const again = /\/new-password\/(\S+?)[,\s]/.exec(wayBack(email, own.folder).said)?.[1] ?? '';
    const inside = own.signedOut();
    await inside.signIn({ email, password: 'three geese at noon' });
    await inside.done('PUT', '/api/own-sign-in/password', {
      current: 'three geese at noon',
      next: 'five geese at noon',
    });
    const late = await own
      .signedOut()
      .request('POST', `/api/password-reset/${again}`, { password: 'six geese at noon' });
    expect(late.status).toBe(404);
    await own.stop();
  });
});

async function freePort(): Promise<number> {
  const listening = createServer();
  await new Promise<void>((resolve) => listening.listen(0, '127.0.0.1', resolve));
  const { port } = listening.address() as AddressInfo;
  await new Promise((resolve) => listening.close(resolve));
  return port;
}

test('where people come by https, the cookie and the pages hold to it', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'just-ledger-https-'));
  const port = await freePort();
  const child = spawn(process.execPath, [MAIN], {
    env: {
      ...process.env,
      PORT: String(port),
      JUST_LEDGER_DATA: folder,
      JUST_LEDGER_ORIGIN: 'https://books.sallow-reach.test',
      JUST_LEDGER_PROXIES: '127.0.0.1',
      JUST_LEDGER_OWNER_EMAIL: 'owner@sallow-reach.test',
      JUST_LEDGER_OWNER_PASSWORD: 'a long enough password',
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  for await (const said of child.stdout) if (String(said).includes('ready')) break;
  // as the proxy in front of it would ask
  const url = `http://127.0.0.1:${port}`;
  const headers = { 'x-forwarded-for': '203.0.113.7', 'content-type': 'application/json' };
  const reply = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers,
    body: JSON.stringify({ email: 'owner@sallow-reach.test', password: 'a long enough password' }),
  });
  expect(reply.status).toBe(200);
  expect(reply.headers.get('set-cookie')).toMatch(
    /^__Host-just_ledger_session=\S+; Max-Age=1209600; Path=\/; HttpOnly; Secure; SameSite=Strict$/,
  );
  expect(reply.headers.get('strict-transport-security')).toBe('max-age=31536000');
  const cookie = reply.headers.get('set-cookie')?.split(';')[0] ?? '';
  const { sessions } = (await (await fetch(`${url}/api/own-sign-in`, { headers: { cookie } })).json()) as {
    sessions: OwnSessionResponse[];
  };
  // the proxy that is named may say for whom it asks
  expect(sessions.find(({ isThis }) => isThis)?.address).toBe('203.0.113.7');
  const gone = new Promise((resolve) => child.once('exit', resolve));
  child.kill('SIGTERM');
  await gone;
  rmSync(folder, { recursive: true, force: true });
});

test('whom no proxy is named for, nobody speaks for', async () => {
  const own = await RunningServer.start();
  const elsewhere = own.signedOut();
  await elsewhere.request(
    'POST',
    '/api/session',
    { email: 'owner@sallow-reach.test', password: 'a long enough password' },
    { 'x-forwarded-for': '203.0.113.7' },
  );
  const { sessions } = (await elsewhere.done('GET', '/api/own-sign-in')) as { sessions: OwnSessionResponse[] };
  expect(new Set(sessions.map(({ address }) => address))).toEqual(new Set(['127.0.0.1']));
  await own.stop();
});
