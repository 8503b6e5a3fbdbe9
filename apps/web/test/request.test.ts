import { jest } from '@jest/globals';
import { paths, withQuery } from '@just-ledger/contract';
import { onlineManager } from '@tanstack/react-query';
import { problemPlaces } from '../src/api/problem-places.js';
import { api, RequestRefused, ServerAway } from '../src/api/request.js';

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
  const entries = '/api/organisations/7/entries';
  expect(withQuery(paths.entries(7), { text: '', from: undefined, to: null })).toBe(entries);
  expect(withQuery(paths.entries(7), { text: 'Low & Weir', limit: 0 })).toBe(`${entries}?text=Low+%26+Weir&limit=0`);
});

test('an address takes its values in their places', () => {
  expect(paths.breakdownValue(7, 2, 3)).toBe('/api/organisations/7/breakdowns/2/values/3');
  expect(paths.session).toBe('/api/session');
});

describe('a request', () => {
  const answers = (answer: () => Response | Promise<Response>): jest.SpiedFunction<typeof fetch> =>
    jest.spyOn(globalThis, 'fetch').mockImplementation(() => Promise.resolve().then(answer));
  afterEach(() => void jest.restoreAllMocks());

  test('sends JSON with its type, a file as it is, and nothing without a body', async () => {
    const sent = answers(() => Response.json({ ok: true }));
    const file = new Blob(['a,b']);
    const value = { name: 'Orchard' };
    expect(await api.post(paths.breakdowns(7), value, { 'idempotency-key': 'k' })).toEqual({ ok: true });
    await api.post(paths.archives, file);
    await api.get(paths.breakdowns(7));
    expect(sent.mock.calls.map(([, init]) => [init?.headers, init?.body])).toEqual([
      [{ 'content-type': 'application/json', 'idempotency-key': 'k' }, '{"name":"Orchard"}'],
      [{ 'content-type': 'application/octet-stream' }, file],
      [{}, undefined],
    ]);
  });
  test('tells a refusal with its problems, and an answer of another sort by its status', async () => {
    answers(() =>
      Response.json({ type: 'about:blank', title: 'Refused', status: 422, problems: [NO_NAME] }, { status: 422 }),
    );
    await expect(api.post(paths.breakdowns(7), { name: '' })).rejects.toMatchObject({
      details: { problems: [NO_NAME] },
    });
    answers(() => new Response('<html>', { status: 502, statusText: 'Bad Gateway' }));
    await expect(api.get(paths.breakdowns(7))).rejects.toMatchObject({
      message: 'Bad Gateway',
      details: { status: 502, problems: [] },
    });
  });
  test('that was on its way when a later one was lost does not say that the server is there', async () => {
    let arrive = (): void => undefined;
    const early = new Promise<Response>((resolve) => (arrive = () => resolve(Response.json([]))));
    const answer = jest.spyOn(globalThis, 'fetch').mockReturnValueOnce(early);
    const first = api.get(paths.breakdowns(7));
    answer.mockRejectedValueOnce(new TypeError('fetch failed'));
    await expect(api.get(paths.breakdowns(7))).rejects.toThrow(ServerAway);
    arrive();
    await first;
    expect(onlineManager.isOnline()).toBe(false);
    answer.mockResolvedValueOnce(Response.json([]));
    await api.get(paths.breakdowns(7));
    expect(onlineManager.isOnline()).toBe(true);
  });
  test('says that the server is away, and that nothing typed is lost', async () => {
    answers(() => Promise.reject(new TypeError('fetch failed')));
    await expect(api.get(paths.breakdowns(7))).rejects.toThrow(/cannot be reached\. What you typed is still here/);
  });
});
