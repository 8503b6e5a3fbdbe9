import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { fromTo } from './entries.js';
import { archiveOf, sendArchive, takeArchive } from './sent-archives.js';
import { problemCodes, type Reply, RunningServer } from './running-server.js';

let server: RunningServer;
let base: string;
const ask = (method: string, path: string, body?: object): Promise<Reply> =>
  server.request(method, `${base}${path}`, body);
const post = async (date: string, from: string, to: string, amount: string, kind = 'ordinary'): Promise<string> => {
  const lines = fromTo(from, to, amount);
  const reply = await ask('POST', '/entries', { date, kind, explanation: 'Posted', lines });
  return reply.body.number ?? problemCodes(reply).join();
};

// a sole trader whose years begin on the 6th of April
beforeAll(async () => {
  server = await RunningServer.start({ today: '2027-06-18' });
  const given = { kind: 'sole-trader', fiscalYearStartMonth: 4, fiscalYearStartDay: 6, firstDay: '2025-04-06' };
  base = await server.organisation(given);
});
afterAll(() => server.stop());

test('years and months run from that day, and entries are counted and numbered in them', async () => {
  expect(await post('2025-04-06', '3000', '1010', '500.00')).toBe('2026-0001');
  expect(await post('2025-05-05', '4000', '1010', '100.00')).toBe('2026-0002');
  expect(await post('2025-05-06', '4000', '1010', '90.00')).toBe('2026-0003');
  expect(await post('2026-04-05', '1010', '6100', '30.00')).toBe('2026-0004');
  expect(await post('2026-04-06', '4000', '1010', '80.00')).toBe('2027-0001');
  const { body } = await ask('GET', '/fiscal-years');
  const [first] = body.years;
  expect([first.year, first.name, first.from, first.to]).toEqual(['2026', '2025–26', '2025-04-06', '2026-04-05']);
  expect(first.periods).toHaveLength(12);
  expect(first.periods.slice(0, 2)).toMatchObject([
    { period: '2025-04', name: '6 April to 5 May 2025', from: '2025-04-06', to: '2025-05-05', entries: 2 },
    { period: '2025-05', name: '6 May to 5 June 2025', from: '2025-05-06', to: '2025-06-05', entries: 1 },
  ]);
  expect(first.periods[11]).toMatchObject({ period: '2026-03', from: '2026-03-06', to: '2026-04-05', entries: 1 });
});

test('reports of a year, and of its months, end on its last day', async () => {
  const { body: income } = await ask('GET', '/reports/income-statement?from=2025-04-06&to=2026-04-05');
  expect([income.dateLine, income.totals.netResult]).toEqual(['for the year ended 5 April 2026', '160.00']);
  const { body: months } = await ask('GET', '/reports/income-statement?to=2025-06-30&columns=months');
  const spans = months.columns.map(({ from, to }: { from: string; to: string }) => ({ from, to }));
  expect(spans.slice(0, -1)).toEqual([
    { from: '2025-04-06', to: '2025-05-05' },
    { from: '2025-05-06', to: '2025-06-05' },
    { from: '2025-06-06', to: '2025-06-30' },
  ]);
  const sales = months.rows.find((row: { account: string }) => row.account === '4000');
  expect(sales.amounts).toEqual(['100.00', '90.00', null, '190.00']);
});

test('a month is locked from its first day to its last', async () => {
  expect((await ask('POST', '/periods/2025-04/lock', {})).status).toBe(204);
  expect(await post('2025-05-05', '4000', '1010', '1.00')).toBe('period-locked at date');
  const { body } = await ask('POST', '/entries', {
    date: '2025-05-05',
    explanation: 'Late',
    lines: fromTo('4000', '1010', '1'),
  });
  expect(body.problems[0].message).toContain('6 April to 5 May 2025 is locked');
  expect((await ask('POST', '/periods/2025-04/unlock', { reason: 'A late bill' })).status).toBe(204);
  const { body: toDo } = await ask('GET', '/fiscal-years/2026/to-do');
  expect(toDo.map((month: { period: string }) => month.period)).toHaveLength(12);
});

test('a part of it, and all of it, is closed at the end of such a month', async () => {
  const close = (query = ''): Promise<Reply> => ask('POST', `/fiscal-years/2026/closing${query}`, {});
  expect(problemCodes(await close('?until=2025-06-30'))).toEqual(['not-a-period-end at until']);
  expect((await close('?until=2025-07-05')).status).toBe(201);
  expect(await post('2025-07-05', '4000', '1010', '1.00')).toBe('period-locked at date');
  expect(await post('2025-07-06', '4000', '1010', '40.00')).toBe('2026-0007');
  const closed = await close();
  expect(closed.status).toBe(201);
  const entries = await ask('GET', `/entries?from=2025-04-06&to=2026-04-05&kind=closing`);
  const days = entries.body.entries.map((entry: { date: string }) => entry.date);
  expect([...new Set(days)].sort()).toEqual(['2025-07-05', '2026-04-05']);
  const trial = await ask('GET', '/reports/trial-balance?asAt=2026-04-05&stage=post-closing');
  expect(trial.body.rows).toMatchObject([
    { account: '1010', debit: '700.00' },
    { account: '3000', credit: '700.00' },
  ]);
  const { body: next } = await ask('GET', '/reports/income-statement?from=2026-04-06&to=2027-04-05');
  expect(next.totals.netResult).toBe('80.00');
  const { proofs } = (await ask('POST', '/proofs/check?asAt=2026-04-05')).body;
  expect(proofs.every((proof: { holds: boolean }) => proof.holds)).toBe(true);
  const { proofs: within } = (await ask('GET', '/proofs?asAt=2027-04-20')).body;
  expect(within.every((proof: { holds: boolean }) => proof.holds)).toBe(true);
});

test('the day stays once something is posted, and goes with the archive, as do locks of a part that was closed', async () => {
  const { body: own } = await ask('GET', '');
  expect(own).toMatchObject({ fiscalYearStartMonth: 4, fiscalYearStartDay: 6 });
  const changed = await ask('PATCH', '', { version: own.version, fiscalYearStartDay: 1 });
  expect(problemCodes(changed)).toEqual(['in-use at fiscalYearStartDay']);
  const refused = await server.request('POST', '/api/organisations', { ...own, fiscalYearStartDay: 32 });
  expect(refused.status).toBe(422);
  const sent = await sendArchive(server, await archiveOf(server, base));
  expect(sent.problems).toEqual([]);
  const taken = await takeArchive(server, sent, 'Again');
  expect(taken.state).toBe('done');
  const again = (await server.request('GET', '/api/organisations')).body.find(
    (candidate: { name: string }) => candidate.name === 'Again',
  );
  expect(again).toMatchObject({ fiscalYearStartMonth: 4, fiscalYearStartDay: 6 });
});
