import { jest } from '@jest/globals';
import { Attempts } from '../src/platform/sessions/attempts.js';
import { isSoonGuessed } from '../src/platform/sessions/guessed-password.js';
import { assertSameOrigin } from '../src/platform/sessions/same-origin.js';
import {
  deviceAddress,
  hashOfRecoveryCode,
  newRecoveryCodes,
  newSecret,
  stepOfCode,
} from '../src/platform/sessions/device-codes.js';

describe('attempts to get in', () => {
  const minute = 60_000;
  const here = { person: 'ada@sallow-reach.test', address: '10.0.0.1' };
  beforeEach(() => void jest.useFakeTimers({ now: 0 }));
  afterEach(() => void jest.useRealTimers());
  const trying = async (times: number, attempt = here): Promise<Attempts> => {
    const attempts = new Attempts();
    for (let index = 0; index < times; index += 1) await attempts.begin(attempt);
    return attempts;
  };
  const isTaken = async (attempts: Attempts, attempt: typeof here): Promise<boolean> => {
    try {
      await attempts.begin(attempt);
      return true;
    } catch (error) {
      expect(error).toMatchObject({ status: 429, problems: [{ code: 'too-many-attempts' }] });
      return false;
    }
  };

  test('are borne ten times in a quarter of an hour, and counted before anybody knows whether they are right', async () => {
    expect(await isTaken(await trying(9), here)).toBe(true);
    expect(await isTaken(await trying(10), { ...here, person: ' ADA@sallow-reach.test' })).toBe(false);
    const attempts = await trying(10);
    jest.advanceTimersByTime(15 * minute - 1);
    expect(await isTaken(attempts, here)).toBe(false);
    jest.advanceTimersByTime(1);
    expect(await isTaken(attempts, here)).toBe(true);
    const atOnce = new Attempts();
    const taken = await Promise.all(Array.from({ length: 40 }, () => isTaken(atOnce, here)));
    expect(taken.filter(Boolean)).toHaveLength(10);
  });
  test('of a stranger elsewhere do not lock a person out, until there are very many', async () => {
    const elsewhere = (index: number) => ({ ...here, address: `10.0.1.${index}` });
    const attempts = await trying(10, elsewhere(1));
    expect(await isTaken(attempts, here)).toBe(true);
    for (const index of [2, 3, 4, 5]) for (let n = 0; n < 10; n += 1) await isTaken(attempts, elsewhere(index));
    expect(await isTaken(attempts, here)).toBe(false);
  });
  test('of one person do not lock out the office, until there are very many', async () => {
    const attempts = await trying(10);
    expect(await isTaken(attempts, { ...here, person: 'bo' })).toBe(true);
    for (let index = 0; index < 89; index += 1) await attempts.begin({ ...here, person: `made up ${index}` });
    expect(await isTaken(attempts, { ...here, person: 'cy' })).toBe(false);
    expect(await isTaken(attempts, { ...here, person: 'cy', address: '10.0.0.2' })).toBe(true);
  });
  test('from one network of version 6 are from one address', async () => {
    const attempts = await trying(10, { ...here, address: '2001:db8:0:1::7' });
    expect(await isTaken(attempts, { ...here, address: '2001:db8:0:1:2:3:4:5' })).toBe(false);
    expect(await isTaken(attempts, { ...here, address: '2001:db8:0:2::7' })).toBe(true);
  });
  test('that were right do not count, and end what was tried there before', async () => {
    const attempts = await trying(9);
    for (let index = 0; index < 200; index += 1) {
      await attempts.begin(here);
      await attempts.succeeded(here);
    }
    for (let index = 0; index < 10; index += 1) expect(await isTaken(attempts, here)).toBe(true);
    expect(await isTaken(attempts, here)).toBe(false);
  });
  test('taken back leave what was tried before', async () => {
    const attempts = await trying(9);
    await attempts.begin(here);
    await attempts.takeBack(here);
    expect(await isTaken(attempts, here)).toBe(true);
    expect(await isTaken(attempts, here)).toBe(false);
  });
});

describe('codes of a device', () => {
  // RFC 6238, appendix B: the secret of SHA-1 is the ASCII text 12345678901234567890; its codes have eight digits, of which
  // six are the last six
  const secret = 'GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ';
  test.each([
    [59, '287082'],
    [1_111_111_109, '081804'],
    [1_111_111_111, '050471'],
    [1_234_567_890, '005924'],
    [2_000_000_000, '279037'],
    [20_000_000_000, '353130'],
  ])('at %i seconds are those of the standard', (seconds, code) => {
    const step = Math.floor(seconds / 30);
    expect(stepOfCode(secret, code, seconds * 1000)).toBe(step);
    expect(stepOfCode(secret, ` ${code.slice(0, 3)} ${code.slice(3)}`, seconds * 1000)).toBe(step);
    expect(stepOfCode(secret, code, (seconds + 30) * 1000)).toBe(step);
    expect(stepOfCode(secret, code, (seconds + 90) * 1000)).toBeUndefined();
    expect(stepOfCode(secret, '', seconds * 1000)).toBeUndefined();
  });
  test('go to a device by an address that its readers know', () => {
    expect(deviceAddress(secret, 'wren@sallow-reach.test')).toBe(
      `otpauth://totp/Just%20Ledger:wren%40sallow-reach.test?issuer=Just%20Ledger&secret=${secret}&algorithm=SHA1&digits=6&period=30`,
    );
    expect(newSecret()).toMatch(/^[A-Z2-7]{32}$/);
  });
  test('on paper are ten that differ; dashes, blanks and capitals do not count', () => {
    const codes = newRecoveryCodes();
    expect(new Set(codes).size).toBe(10);
    for (const code of codes) expect(code).toMatch(/^[a-z2-7]{5}-[a-z2-7]{5}$/);
    const [code = ''] = codes;
    expect(hashOfRecoveryCode(1, ` ${code.replace('-', ' ').toUpperCase()}`)).toBe(hashOfRecoveryCode(1, code));
    expect(hashOfRecoveryCode(2, code)).not.toBe(hashOfRecoveryCode(1, code));
  });
});

describe('a password that is guessed soon', () => {
  const isSoon = (password: string): Promise<boolean> =>
    isSoonGuessed(undefined as never, { password, known: ['Wren Ashby', 'wren.ashby@sallow-reach.test'] });
  test.each([
    'password123',
    'qwertyuiop',
    '1234567890',
    'P@ssw0rd123',
    'wren.ashby@sallow-reach.test',
    'WrenAshby1',
    'aaaaaaaaaaaaaaaaaaaa',
  ])('is %s', async (password) => expect(await isSoon(password)).toBe(true));
  test.each(['correct horse battery staple', 'a long enough password', 'three geese at noon'])(
    'is not %s',
    async (password) => expect(await isSoon(password)).toBe(false),
  );
});

describe('where a request comes from', () => {
  const taken = (method: string, headers: Record<string, string>, ours?: string): boolean => {
    try {
      assertSameOrigin({ method, headers } as never, ours);
      return true;
    } catch (error) {
      expect(error).toMatchObject({ status: 403, problems: [{ code: 'foreign-origin' }] });
      return false;
    }
  };
  const here = 'localhost:4600';
  const address = 'https://books.sallow-reach.test';
  test.each<[string, boolean, string, Record<string, string>, string?]>([
    ['a script that says neither is served', true, 'POST', { host: here }],
    [
      'our own page may change',
      true,
      'POST',
      { host: here, origin: `http://${here}`, 'sec-fetch-site': 'same-origin' },
    ],
    ['an address typed in may change', true, 'DELETE', { host: here, 'sec-fetch-site': 'none' }],
    ['another page may not change', false, 'POST', { host: here, origin: 'https://elsewhere.test' }],
    ['a page without an origin may not change', false, 'POST', { host: here, origin: 'null' }],
    ['another site may not change', false, 'PATCH', { host: here, 'sec-fetch-site': 'cross-site' }],
    ['a neighbour may not change', false, 'PUT', { host: here, 'sec-fetch-site': 'same-site' }],
    ['another port may not change', false, 'POST', { host: here, origin: 'http://localhost:4601' }],
    ['another page may lead here', true, 'GET', { host: here, 'sec-fetch-site': 'cross-site' }],
    ['a name that was pointed here is not ours', false, 'GET', { host: 'rebound.test' }],
    ['a plain address is ours', true, 'GET', { host: '127.0.0.1:80' }],
    ['a plain address of version six is ours', true, 'GET', { host: '[::1]:4600' }],
    ['no host is not ours', false, 'GET', {}],
    ['the address people use is ours', true, 'POST', { host: 'books.sallow-reach.test', origin: address }, address],
    ['another name is not, where people use one', false, 'GET', { host: 'sallow-reach.test' }, address],
  ])('%s', (_, expected, method, headers, ...[ours]) => expect(taken(method, headers, ours)).toBe(expected));
});
