import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { fromTo } from './entries.js';
import { problemCodes, type Reply, RunningServer } from './running-server.js';

let server: RunningServer;
let base: string;
const ask = (method: string, path: string, body?: object): Promise<Reply> =>
  server.request(method, `${base}${path}`, body);
const post = async (date: string, from: string, to: string, amount: string): Promise<string> =>
  (await ask('POST', '/entries', { date, explanation: 'Posted', lines: fromTo(from, to, amount) })).body.number;
const changes = async (query = 'from=2026-01-01&to=2026-12-31'): Promise<Reply['body']> =>
  (await ask('GET', `/reports/changes?${query}`)).body;
const amounts = ({ rows }: Reply['body']): string[][] =>
  rows.map((row: Record<string, string>) => [row['account'], row['then'], row['now'], row['change']]);

beforeAll(async () => {
  server = await RunningServer.shared();
  base = await server.organisation();
  await post('2026-01-02', '3000', '1010', '5000.00');
  await post('2026-03-20', '1010', '6100', '400.00');
});
afterAll(() => server.stop());

test('without a lock, what was posted after the days had ended is what changed', async () => {
  const { since, moments, rows, count } = await changes('from=2026-01-01&to=2026-03-31');
  expect([since, moments, rows.length, count]).toEqual(['2026-03-31', [], 3, 2]);
  const today = await changes('from=2026-01-01&to=2026-03-31&since=2027-01-18');
  expect([today.rows.length, today.count]).toEqual([0, 0]);
  const known = await changes('from=2026-01-01&to=2026-12-31&since=2020-01-01');
  expect([amounts(known), known.count]).toEqual([
    [
      ['1010', '0.00', '4600.00', '4600.00'],
      ['3000', '0.00', '-5000.00', '-5000.00'],
      ['6100', '0.00', '400.00', '400.00'],
    ],
    2,
  ]);
});

test('since a month was locked: the accounts, what they received then and now, the entries, who and when', async () => {
  await ask('POST', '/periods/2026-03/lock?several=true');
  const locked = await changes('from=2026-03-01&to=2026-03-31');
  expect(locked.moments).toEqual([{ at: expect.any(String), what: expect.stringMatching(/March 2026/) }]);
  expect([locked.since, locked.count]).toEqual([locked.moments[0].at, 0]);
  await ask('POST', '/periods/2026-03/unlock', { reason: 'A late bill' });
  const late = await post('2026-03-31', '1010', '6100', '120.00');
  // one that lies outside the days, and one that comes to nothing
  await post('2026-04-02', '1010', '6100', '7.00');
  const wrong = await post('2026-03-05', '1010', '6500', '9.00');
  await ask('POST', `/entries/${wrong}/reverse`, { date: '2026-03-06' });
  const since = await changes('from=2026-03-01&to=2026-03-31');
  expect(amounts(since)).toEqual([
    ['1010', '-400.00', '-520.00', '-120.00'],
    ['6100', '400.00', '520.00', '120.00'],
  ]);
  expect(since.count).toBe(3);
  expect(since.entries[0]).toMatchObject({
    number: late,
    date: '2026-03-31',
    amount: '120.00',
    by: expect.any(String),
  });
  const { body: csv } = await ask('GET', '/reports/changes.csv?from=2026-03-01&to=2026-03-31');
  expect((csv as string).split('\r\n').slice(0, 2)).toEqual([
    'account,name,then,now,change',
    expect.stringMatching(/^1010,.*,-400\.00,-520\.00,-120\.00$/),
  ]);
});

test('a year closed, reopened and closed again differs by what was posted in between, not by its closing entries', async () => {
  await ask('POST', '/fiscal-years/2026/closing', {});
  const [first] = (await changes()).moments;
  expect(first.what).toBe('2026 closed');
  await ask('POST', '/fiscal-years/2026/reopening', { reason: 'Power' });
  await post('2026-12-30', '1010', '6300', '30.00');
  await ask('POST', '/fiscal-years/2026/closing', {});
  const now = await changes();
  expect([now.rows.length, now.count]).toEqual([0, 0]);
  expect(now.moments.map(({ what }: { what: string }) => what).slice(0, 2)).toEqual(['2026 closed', '2026 closed']);
  const since = await changes(`from=2026-01-01&to=2026-12-31&since=${first.at}`);
  expect([amounts(since).map(([account, , , change]) => [account, change]), since.count]).toEqual([
    [
      ['1010', '-30.00'],
      ['6300', '30.00'],
    ],
    1,
  ]);
});

test('what is no moment, and days that are none, are refused', async () => {
  expect(problemCodes(await ask('GET', '/reports/changes?since=soon'))).toEqual(['not-a-moment at since']);
  expect((await ask('GET', '/reports/changes?from=2026-02-30')).status).toBe(422);
});

test('in a currency without decimals, and within one day', async () => {
  const yen = await server.organisation({ baseCurrency: 'JPY' });
  const lines = fromTo('3000', '1010', '5000');
  await server.done('POST', `${yen}/entries`, { date: '2026-05-05', explanation: 'Shares', lines });
  const { rows } = await server.done('GET', `${yen}/reports/changes?from=2026-05-05&to=2026-05-05`);
  expect(rows.map((row: Record<string, string>) => row['change'])).toEqual(['5000', '-5000']);
});
