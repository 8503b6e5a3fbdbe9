import { jest } from '@jest/globals';
import { problemPlaces } from '../src/api/problem-places.js';
import { request, RequestRefused, ServerAway, withQuery } from '../src/api/request.js';

const refusal = (...problems: { code: string; path: string; message: string }[]): RequestRefused =>
  new RequestRefused({ type: 'about:blank', title: 'Refused', status: 422, problems });
const NO_NAME = { code: 'no-name', path: 'name', message: 'It needs a name.' };
const LOCKED = { code: 'month-closed', path: '', message: 'That month is closed.' };

describe('the problems of a refused request', () => {
  test('stand beside the fields they are about, the others keep their hint', () => {
    const places = problemPlaces(refusal(NO_NAME), ['name', 'number']);
    expect(places.at('name', 'As on the letterhead')).toEqual({ error: true, helperText: 'It needs a name.' });
    expect(places.at('number', 'Four digits')).toEqual({ error: false, helperText: 'Four digits' });
    expect(places.elsewhere).toBeUndefined();
  });
  test.each([
    ['one without a place', refusal(NO_NAME, LOCKED)],
    ['one for a field that is not there', refusal({ ...NO_NAME, path: 'colour' })],
    ['a refusal without any', refusal()],
    ['a server that is away', new ServerAway()],
  ])('are not lost: %s', (_, error) => {
    expect(problemPlaces(error, ['name']).elsewhere).toBe(error);
  });
  test('are none before anything was sent', () => {
    const places = problemPlaces(null, ['name']);
    expect([places.elsewhere, places.at('name')]).toEqual([undefined, { error: false, helperText: undefined }]);
  });
});

test('a query leaves out what is empty and writes the rest safely', () => {
  expect(withQuery('/api/x', { a: '', b: undefined, c: null })).toBe('/api/x');
  expect(withQuery('/api/x', { find: 'Low & Weir', page: 0 })).toBe('/api/x?find=Low+%26+Weir&page=0');
});

describe('a request', () => {
  const answers = (answer: () => Response | Promise<Response>): jest.SpiedFunction<typeof fetch> =>
    jest.spyOn(globalThis, 'fetch').mockImplementation(() => Promise.resolve().then(answer));
  afterEach(() => void jest.restoreAllMocks());

  test('sends JSON with its type, a file as it is, and nothing without a body', async () => {
    const sent = answers(() => Response.json({ ok: true }));
    const file = new Blob(['a,b']);
    expect(await request('POST', '/api/x', { amount: '1.00' }, { 'idempotency-key': 'k' })).toEqual({ ok: true });
    await request('POST', '/api/x', file);
    await request('GET', '/api/x');
    expect(sent.mock.calls.map(([, init]) => [init?.headers, init?.body])).toEqual([
      [{ 'content-type': 'application/json', 'idempotency-key': 'k' }, '{"amount":"1.00"}'],
      [{ 'content-type': 'application/octet-stream' }, file],
      [{}, undefined],
    ]);
  });
  test('tells a refusal with its problems, and an answer of another sort by its status', async () => {
    answers(() =>
      Response.json({ type: 'about:blank', title: 'Refused', status: 422, problems: [NO_NAME] }, { status: 422 }),
    );
    await expect(request('POST', '/api/x', {})).rejects.toMatchObject({ details: { problems: [NO_NAME] } });
    answers(() => new Response('<html>', { status: 502, statusText: 'Bad Gateway' }));
    await expect(request('GET', '/api/x')).rejects.toMatchObject({
      message: 'Bad Gateway',
      details: { status: 502, problems: [] },
    });
  });
  test('says that the server is away, and that nothing typed is lost', async () => {
    answers(() => Promise.reject(new TypeError('fetch failed')));
    await expect(request('GET', '/api/x')).rejects.toThrow(/cannot be reached\. What you typed is still here/);
  });
});
