import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { fromTo } from './entries.js';
import { problemCodes, type Reply, RunningServer } from './running-server.js';

let server: RunningServer;
let base: string;
const done = (method: string, path: string, body?: object): Promise<Reply['body']> =>
  server.done(method, `${base}${path}`, body);
const post = async (date: string, from: string, to: string, amount: string, more: object = {}): Promise<string> =>
  (await done('POST', '/entries', { date, explanation: 'Posted', lines: fromTo(from, to, amount), ...more })).number;
const closing = (): Promise<Reply['body']> => done('GET', '/fiscal-years/2026/closing');
const proof = async (key: string, asAt = '2026-12-31'): Promise<{ holds: boolean; remark: string } | undefined> =>
  (await done('GET', `/proofs?asAt=${asAt}`)).proofs.find((proof: { key: string }) => proof.key === key);
const holds = async (key: string, asAt?: string): Promise<unknown> => (await proof(key, asAt))?.holds;

// a company, closed, reopened for a late bill, closed again
beforeAll(async () => {
  server = await RunningServer.shared();
  base = await server.organisation();
  await post('2026-01-02', '3000', '1010', '5000.00');
  await post('2026-03-10', '4000', '1010', '900.00');
  await post('2026-03-20', '1010', '6100', '400.00');
});
afterAll(() => server.stop());

test('the next year begins with the post-closing trial balance, and with what is reversed by itself in it', async () => {
  const accrual = { kind: 'adjusting', explanation: 'Power not billed' };
  const early = await post('2026-12-31', '2200', '6300', '30.00', { ...accrual, reversesOn: '2027-01-02' });
  const late = await post('2026-12-31', '2200', '6300', '20.00', { ...accrual, reversesOn: '2027-03-01' });
  // what is reversed within the year itself, or after the next, is not told
  await post('2026-05-31', '2200', '6300', '1.00', { ...accrual, reversesOn: '2026-06-01' });
  await post('2026-12-31', '2200', '6300', '2.00', { ...accrual, reversesOn: '2028-01-01' });
  const before = await closing();
  expect([before.former, before.history, await holds('opening-balances')]).toEqual([null, [], undefined]);
  expect(before.opening).toMatchObject({ date: '2027-01-01', yearName: '2027' });
  expect(before.opening.reversals).toEqual([
    expect.objectContaining({
      entry: early,
      reversesOn: '2027-01-02',
      amount: '30.00',
      reversedBy: expect.stringMatching(/^2027-/),
    }),
    expect.objectContaining({ entry: late, reversesOn: '2027-03-01', reversedBy: null }),
  ]);
  await done('POST', '/fiscal-years/2026/closing', {});
  expect((await proof('opening-balances', '2027-01-18'))?.remark).toContain('5,500.00 on each side');
  for (const asAt of ['2026-12-31', '2027-01-18']) {
    expect([await holds('ended-years', asAt), await holds('opening-balances', asAt)]).toEqual([true, true]);
  }
});

test('reopened, it shows what closing will bring otherwise than the first time, and by which entries', async () => {
  await done('POST', '/fiscal-years/2026/reopening', { reason: 'A late bill' });
  // from another tab
  const twice = await server.request('POST', `${base}/fiscal-years/2026/reopening`, { reason: 'A late bill' });
  expect(problemCodes(twice)).toEqual(['year-open at ']);
  const untouched = await closing();
  expect(untouched.former).toMatchObject({ reason: 'A late bill', entries: [], rows: [] });
  const bill = await post('2026-12-20', '1010', '6100', '120.00');
  const { former, history, closed } = await closing();
  expect([closed, former.entries]).toEqual([false, [bill]]);
  expect(former.rows).toEqual([
    { account: '3200', name: expect.any(String), then: '448.00', now: '328.00', change: '-120.00' },
    { account: '6100', name: expect.any(String), then: '400.00', now: '520.00', change: '120.00' },
  ]);
  expect(history.map(({ event, reason }: { event: string; reason: string }) => [event, reason])).toEqual([
    ['closed', null],
    ['reopened', 'A late bill'],
  ]);
});

test('closed again, it goes on saying so; what is posted in the next year does not come into it', async () => {
  await done('POST', '/fiscal-years/2026/closing', {});
  // what is kept of locked days is kept no longer than they are locked
  const after = await proof('opening-balances', '2027-01-18');
  expect([after?.holds, after?.remark]).toEqual([true, expect.stringContaining('5,380.00 on each side')]);
  await post('2027-01-05', '1010', '6100', '7.00');
  const { former, history, closed, posted } = await closing();
  expect([closed, posted.at]).toEqual([true, history[2].at]);
  expect([former.entries.length, former.rows.length, history.length]).toEqual([1, 2, 3]);
  await done('POST', '/fiscal-years/2026/reopening', { reason: 'Once more' });
  const again = await closing();
  // against the closing that stood last, in which the bill was there already
  expect(again.former).toMatchObject({ reason: 'Once more', entries: [], rows: [] });
});
