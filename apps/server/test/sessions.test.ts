import { AttemptLimit } from '../src/platform/sessions/attempt-limit.js';
import { assertSameOrigin } from '../src/platform/sessions/same-origin.js';

describe('failed sign-ins', () => {
  const minute = 60_000;
  const failing = (times: number, every = 0): AttemptLimit => {
    const limit = new AttemptLimit();
    for (let index = 0; index < times; index += 1) limit.failed('ada', index * every);
    return limit;
  };
  test('are borne ten times in a quarter of an hour', () => {
    expect(failing(9).isOpen('ada', 0)).toBe(true);
    expect(failing(10).isOpen('ada', 0)).toBe(false);
    expect(failing(10).isOpen('ada', 15 * minute - 1)).toBe(false);
    expect(failing(10).isOpen('ada', 15 * minute)).toBe(true);
  });
  test('are forgotten one by one', () => {
    const limit = failing(10, minute);
    expect(limit.isOpen('ada', 10 * minute)).toBe(false);
    expect(limit.isOpen('ada', 15 * minute)).toBe(true);
    limit.failed('ada', 15 * minute);
    expect(limit.isOpen('ada', 15 * minute)).toBe(false);
  });
  test('of one do not hold up another', () => expect(failing(50).isOpen('bo', 0)).toBe(true));
  test('under many made-up names do not fill the memory', () => {
    const limit = new AttemptLimit();
    for (let index = 0; index <= 10_001; index += 1) limit.failed(`name ${index}`, index);
    expect(limit.isOpen('name 1', 10_001)).toBe(true);
  });
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
