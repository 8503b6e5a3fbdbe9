import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { KeptReportRequest, KeptReportResponse } from '@just-ledger/contract';
import { member } from './people-of-books.js';
import { problemCodes, type Reply, RunningServer } from './running-server.js';
import { archiveOf, sendArchive, takeArchive } from './sent-archives.js';

// Reports kept under a name: their settings, days that go on with time, whose they are.

let server: RunningServer;
let base: string;
let reader: RunningServer;
const request = (change: Partial<KeptReportRequest> = {}): KeptReportRequest => ({
  name: 'For the board',
  screen: 'statements',
  settings: [{ key: 'columns', value: 'years:1' }],
  span: 'last-month',
  shared: true,
  ...change,
});
const keep = (change: Partial<KeptReportRequest>, by = server): Promise<Reply> =>
  by.request('POST', `${base}/kept-reports`, request(change));
const all = (by = server): Promise<KeptReportResponse[]> => by.done('GET', `${base}/kept-reports`);

beforeAll(async () => {
  server = await RunningServer.shared();
  base = await server.organisation({ firstDay: '2025-01-01' });
  reader = await member('reader-of-reports', 'reader', server, base);
}, 60_000);
afterAll(() => server.stop());

test('a report is kept with its settings, and has the days of today', async () => {
  expect((await keep({})).status).toBe(201);
  await keep({ name: 'Closed', span: 'last-closed-year', settings: [] });
  const { span: _, ...fixed } = request({ name: 'Of 2025', from: '2025-01-01', to: '2025-12-31' });
  await server.done('POST', `${base}/kept-reports`, fixed);
  expect((await all()).map(({ name, span, from, to }) => [name, span, from, to])).toEqual([
    ['Closed', 'last-closed-year', null, null],
    ['For the board', 'last-month', '2026-12-01', '2026-12-31'],
    ['Of 2025', null, '2025-01-01', '2025-12-31'],
  ]);
  await server.done('POST', `${base}/fiscal-years/2025/closing`, {});
  expect((await all())[0]).toMatchObject({ from: '2025-01-01', to: '2025-12-31', settings: [] });
});

describe('whose a report is', () => {
  test('everybody has what is shared, nobody else what one keeps for oneself', async () => {
    expect((await keep({ name: 'Mine', shared: false }, reader)).status).toBe(201);
    expect((await all(reader)).map(({ name, own }) => [name, own])).toContainEqual(['Mine', true]);
    expect((await all()).map(({ name }) => name)).not.toContain('Mine');
    // and both may call one of their own the same
    expect((await keep({ name: 'mine', shared: false })).status).toBe(201);
  });

  test('a reader shares nothing, and changes nothing that is shared', async () => {
    const refused = await keep({ name: 'Ours' }, reader);
    expect([refused.status, problemCodes(refused)]).toEqual([403, ['role at shared']]);
    const [shared] = (await all(reader)).filter(({ name }) => name === 'For the board');
    const path = `${base}/kept-reports/${shared?.id}`;
    const body = request({ shared: false, version: shared?.version ?? 0 });
    expect((await reader.request('PUT', path, body)).status).toBe(403);
    expect((await reader.request('DELETE', `${path}?version=${shared?.version}`)).status).toBe(403);
    const [mine] = (await all()).filter(({ name }) => name === 'mine');
    expect((await reader.request('DELETE', `${base}/kept-reports/${mine?.id}?version=1`)).status).toBe(404);
  });
});

test('it is changed by version, and what everybody has leaves a trail', async () => {
  const find = async (): Promise<KeptReportResponse> =>
    (await all()).find(({ screen, name }) => screen === 'statements' && /board/.test(name)) as KeptReportResponse;
  const { id, version } = await find();
  const change = request({ name: 'Papers for the board', settings: [{ key: 'rounding', value: 'units' }], version });
  await server.done('PUT', `${base}/kept-reports/${id}`, change);
  expect(problemCodes(await server.request('PUT', `${base}/kept-reports/${id}`, change))).toEqual([
    'changed-since at version',
  ]);
  expect(await find()).toMatchObject({
    name: 'Papers for the board',
    settings: [{ key: 'rounding', value: 'units' }],
  });
  const [trail] = (await server.done('GET', `${base}/set-up-changes?subject=kept-report`)) as { fields: unknown }[];
  expect(trail?.fields).toEqual([
    { field: 'name', from: 'For the board', to: 'Papers for the board' },
    { field: 'settings', from: 'columns: years:1', to: 'rounding: units' },
  ]);
});

test.each<[string, Partial<Record<keyof KeptReportRequest, unknown>>, string[]]>([
  ['without a name', { name: ' ' }, ['kept-name at name']],
  ['under a name that is taken', { name: 'CLOSED' }, ['kept-name-taken at name']],
  ['without days', { name: 'A', span: undefined }, ['not-a-date at from', 'not-a-date at to']],
  ['up to before it begins', { name: 'A', span: undefined, from: '2026-02-01', to: '2026-01-01' }, ['span at to']],
  [
    'with a setting of several lines',
    { name: 'A', settings: [{ key: 'form', value: 'a\nb' }] },
    ['text at settings.0.value'],
  ],
  [
    'with a setting twice',
    {
      name: 'A',
      settings: [
        { key: 'form', value: 'a' },
        { key: 'form', value: 'b' },
      ],
    },
    ['setting-twice at settings'],
  ],
])('a report %s is refused', async (_, change, problems) => {
  const reply = await keep(change as Partial<KeptReportRequest>);
  expect([reply.status, problemCodes(reply)]).toEqual([422, problems]);
});

test('kept reports go into the archive and out of it, and are kept no longer', async () => {
  const sent = await sendArchive(server, await archiveOf(server, base));
  const taken = await takeArchive(server, sent, 'Taken over');
  const theirs = (await server.done(
    'GET',
    `/api/organisations/${String(taken.organisation)}/kept-reports`,
  )) as KeptReportResponse[];
  const names = (kept: readonly KeptReportResponse[]): unknown => kept.map(({ name, span }) => [name, span]);
  const own = await all();
  expect(names(theirs)).toEqual(names(own));
  for (const { id } of own) expect((await server.remove(`${base}/kept-reports/${id}`)).status).toBe(204);
  expect(await all()).toEqual([]);
});
