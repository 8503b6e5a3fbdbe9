import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { FiscalYearsResponse, PeriodResponse, SetUpChangeResponse } from '@just-ledger/contract';
import type { PostsWhileClosing } from '@just-ledger/core';
import { member } from './people-of-books.js';
import { problemCodes, type Reply, RunningServer } from './running-server.js';
import { archiveOf, sendArchive, takeArchive } from './sent-archives.js';

// Who posts into a month that is being closed: approvers and owners, owners, or nobody.

let server: RunningServer;
let approver: RunningServer;
let path: string;
beforeAll(async () => {
  server = await RunningServer.start({ today: '2026-05-10' });
  path = await server.organisation({ firstDay: '2026-01-01' });
  approver = await member('ada', 'approver', server, path);
}, 60_000);
afterAll(() => server.stop());

const entry = (date: string, more: object = {}): object => ({
  date,
  explanation: 'Rent',
  lines: [
    { account: '6100', debit: '100.00' },
    { account: '1010', credit: '100.00' },
  ],
  ...more,
});
const post = (by: RunningServer, date: string): Promise<Reply> => by.request('POST', `${path}/entries`, entry(date));
const months = async (): Promise<PeriodResponse[]> =>
  ((await server.done('GET', `${path}/fiscal-years`)) as FiscalYearsResponse).years[0]?.periods ?? [];
const month = async (period: string): Promise<PeriodResponse | undefined> =>
  (await months()).find((month) => month.period === period);
/** Changes who posts. */
async function letPost(postsWhileClosing: PostsWhileClosing): Promise<void> {
  const { version } = (await server.done('GET', path)) as { version: number };
  await server.done('PATCH', path, { postsWhileClosing, version });
}

describe('a month that is being closed', () => {
  test('is said to be so, once, by whom and since when; other months are not', async () => {
    expect((await approver.request('PUT', `${path}/periods/2026-03/closing`)).status).toBe(204);
    expect((await server.request('PUT', `${path}/periods/2026-03/closing`)).status).toBe(204);
    expect((await month('2026-03'))?.closing).toEqual({ at: expect.stringContaining('2026-05-10'), by: 'ada' });
    expect((await months()).filter(({ closing }) => closing !== null)).toHaveLength(1);
    const trail = (await server.done('GET', `${path}/set-up-changes`)) as SetUpChangeResponse[];
    expect(trail[0]).toMatchObject({
      subject: 'month',
      title: 'March 2026',
      fields: [{ field: 'being closed', from: 'no', to: 'yes' }],
    });
  });

  test.each<[PostsWhileClosing, number, number]>([
    ['all', 201, 201],
    ['owners', 422, 201],
    ['nobody', 422, 422],
  ])('takes entries of %s', async (who, approvers, owners) => {
    await letPost(who);
    expect([(await post(approver, '2026-03-31')).status, (await post(server, '2026-03-31')).status]).toEqual([
      approvers,
      owners,
    ]);
    expect((await post(approver, '2026-04-01')).status).toBe(201);
  });

  test('says why it takes none, and keeps none of several', async () => {
    const refused = await post(server, '2026-03-31');
    expect(problemCodes(refused)).toEqual(['period-closing at date']);
    expect(refused.body.problems[0].message).toBe(
      'March 2026 is being closed: nobody posts into it. Keep the entry as a draft, or date it in another month.',
    );
    const before = (await month('2026-04'))?.entries;
    const draft = (date: string): Promise<{ id: string; version: number }> =>
      server.done('POST', `${path}/drafts`, entry(date)) as Promise<{ id: string; version: number }>;
    const drafts = [await draft('2026-04-02'), await draft('2026-03-30')].map(({ id, version }) => ({ id, version }));
    const set = await server.request('POST', `${path}/drafts/post`, { drafts });
    expect([set.status, problemCodes(set)]).toEqual([422, ['period-closing at drafts.1.date']]);
    expect((await month('2026-04'))?.entries).toBe(before);
  });

  test('takes nothing from a file, and no reversal', async () => {
    const csv =
      'date,entry,explanation,account,debit,credit\n2026-03-05,1,Fees,6100,5.00,\n2026-03-05,1,Fees,1010,,5.00\n';
    const file = await server.request('POST', `${path}/entries/import`, csv, { 'content-type': 'text/csv' });
    expect(problemCodes(file)).toEqual(['period-closing at rows.2.date']);
    const back = await server.request('POST', `${path}/entries/2026-0001/reverse`, { date: '2026-03-31' });
    expect(problemCodes(back)).toEqual(['period-closing at date']);
  });

  test('keeps what is due from being posted, and says why', async () => {
    const { explanation, lines } = entry('2026-03-15') as { explanation: string; lines: object[] };
    const schedule = { unit: 'year', every: 1, from: '2026-03-15' };
    const journal = { name: 'Rent of the yard', schedule, entry: { explanation, lines } };
    await server.done('POST', `${path}/recurring-journals`, journal);
    const due = (await server.done('POST', `${path}/recurring-journals/post-due`)) as {
      posted: unknown;
      left: object[];
    };
    expect(due.left).toHaveLength(1);
    expect(JSON.stringify(due.left)).toContain('March 2026 is being closed');
  });

  test('is not being closed any more once that is said, or once it is locked', async () => {
    expect((await approver.request('DELETE', `${path}/periods/2026-03/closing`)).status).toBe(204);
    expect((await post(server, '2026-03-31')).status).toBe(201);
    await server.done('PUT', `${path}/periods/2026-03/closing`);
    await server.done('POST', `${path}/periods/2026-03/lock`);
    expect(await month('2026-03')).toMatchObject({ locked: true, closing: null });
    expect(problemCodes(await server.request('PUT', `${path}/periods/2026-03/closing`))).toEqual([
      'period-locked at ',
    ]);
    expect((await server.request('PUT', `${path}/periods/2026-13/closing`)).status).toBe(404);
    await server.done('POST', `${path}/periods/2026-03/unlock`, { reason: 'A bill came late' });
    expect(await month('2026-03')).toMatchObject({ locked: false, closing: null });
  });

  test('goes along in an archive, with who posts into it', async () => {
    await server.done('PUT', `${path}/periods/2026-02/closing`);
    const sent = await sendArchive(server, await archiveOf(server, path));
    const taken = await takeArchive(server, sent, 'Taken over');
    const theirs = `/api/organisations/${String(taken.organisation)}`;
    const years = (await server.done('GET', `${theirs}/fiscal-years`)) as FiscalYearsResponse;
    const being = years.years[0]?.periods.filter(({ closing }) => closing !== null).map(({ period }) => period);
    expect([being, ((await server.done('GET', theirs)) as { postsWhileClosing: string }).postsWhileClosing]).toEqual([
      ['2026-02'],
      'nobody',
    ]);
  });

  test('does not keep the year from being closed', async () => {
    await server.done('POST', `${path}/fiscal-years/2026/closing?until=2026-03-31`);
    expect(await month('2026-02')).toMatchObject({ locked: true, closing: null });
  });
});
