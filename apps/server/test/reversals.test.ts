import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { problemCodes, type Reply, RunningServer } from './running-server.js';

const folder = mkdtempSync(join(tmpdir(), 'just-ledger-'));
let server: RunningServer;
let path: string;

/** The same books on another day, after the server was down. */
async function onDay(today: string, { killed = false } = {}): Promise<void> {
  await (killed ? server.kill() : server.stop(true));
  server = await RunningServer.start({ folder, today });
}

const accrual = {
  date: '2026-05-31',
  kind: 'adjusting',
  explanation: 'Interest accrued',
  lines: [
    { account: '1010', debit: '12.50' },
    { account: '4000', credit: '12.50' },
  ],
};
const post = (entry: object): Promise<Reply> => server.request('POST', `${path}/entries`, entry);
const read = async (number: string): Promise<Reply['body']> =>
  (await server.request('GET', `${path}/entries/${number}`)).body;
const planned = async (): Promise<Reply['body']> => (await server.request('GET', `${path}/planned-reversals`)).body;
const put = (number: string, date: string, was?: string): Promise<Reply> =>
  server.request('PUT', `${path}/entries/${number}/planned-reversal`, { date, was });

beforeAll(async () => {
  server = await RunningServer.start({ folder, today: '2026-05-31' });
  path = await server.organisation();
});
afterAll(async () => {
  await server.stop();
  rmSync(folder, { recursive: true, force: true });
});

describe('an entry that is to be reversed on a day', () => {
  let number: string;
  test('says so from then on', async () => {
    const posted = await post({ ...accrual, reversesOn: '2026-06-01' });
    expect(posted).toMatchObject({ status: 201, body: { reversesOn: '2026-06-01', reversedBy: null } });
    number = posted.body.number;
    expect(await planned()).toMatchObject([
      { entry: number, reversesOn: '2026-06-01', amount: '12.50', isDue: false, message: null },
    ]);
    const listed = (await server.request('GET', `${path}/entries`)).body.entries[0];
    expect([listed.number, listed.reversesOn]).toEqual([number, '2026-06-01']);
  });
  test('is reversed when the day has come, also if the server was down on it, and once', async () => {
    await onDay('2026-06-04', { killed: true });
    const original = await read(number);
    expect(original).toMatchObject({ reversesOn: null, reversedBy: expect.stringMatching(/^2026-/) });
    const reversal = await read(original.reversedBy);
    expect(reversal).toMatchObject({
      date: '2026-06-01',
      kind: 'reversing',
      reverses: number,
      lines: [{ credit: '12.50' }, { debit: '12.50' }],
    });
    await onDay('2026-06-05', { killed: true });
    await onDay('2026-06-03');
    expect((await server.request('GET', `${path}/entries?kind=reversing`)).body.count).toBe(1);
    expect(await planned()).toEqual([]);
    expect(problemCodes(await put(number, '2026-06-20'))).toEqual(['already-reversed at ']);
  });
  test('is reversed at once if the day has come already', async () => {
    const { body } = await post({ ...accrual, reversesOn: '2026-06-01' });
    expect(body.reversesOn).toBeNull();
    expect(await read(body.reversedBy)).toMatchObject({ date: '2026-06-01', reverses: body.number });
  });
  test('waits while the month is locked, and says so', async () => {
    const { body } = await post({ ...accrual, reversesOn: '2026-07-01' });
    await server.request('POST', `${path}/periods/2026-07/lock`, {});
    await onDay('2026-07-02');
    expect(await planned()).toMatchObject([
      { entry: body.number, isDue: true, message: expect.stringMatching(/^July 2026 is locked/) },
    ]);
    expect((await read(body.number)).reversesOn).toBe('2026-07-01');
    await server.request('POST', `${path}/periods/2026-07/unlock`, { reason: 'The accrual' });
    await onDay('2026-07-03');
    expect([await planned(), (await read(body.number)).reversesOn]).toEqual([[], null]);
  });
  test('can be given another day, or none, with a reason', async () => {
    const { body } = await post(accrual);
    expect((await put(body.number, '2026-09-01')).body.reversesOn).toBe('2026-09-01');
    expect((await put(body.number, '2026-08-01', '2026-09-01')).body.reversesOn).toBe('2026-08-01');
    const giveUp = (reason: string): Promise<Reply> =>
      server.request('POST', `${path}/entries/${body.number}/planned-reversal/give-up`, {
        reason,
        was: '2026-08-01',
      });
    expect(problemCodes(await giveUp(' '))).toEqual(['text at reason']);
    expect((await giveUp('It stands')).body.reversesOn).toBeNull();
    expect(problemCodes(await giveUp('Again'))).toEqual(['not-planned at ']);
    await onDay('2026-08-02');
    expect(await read(body.number)).toMatchObject({ reversesOn: null, reversedBy: null });
    expect((await server.request('GET', `${path}/entries/${body.number}/trail`)).body).toMatchObject([
      { what: 'reversal-planned', text: '2026-09-01' },
      { what: 'reversal-planned', text: '2026-08-01' },
      { what: 'reversal-given-up', text: 'It stands' },
    ]);
  });
  test.each([
    ['on its own day', { reversesOn: '2026-05-31' }, ['before-original at reversesOn']],
    ['on no day', { reversesOn: 'soon' }, ['not-a-date at reversesOn']],
    ['beyond the books', { reversesOn: '2031-01-01' }, ['beyond-horizon at reversesOn']],
    [
      'of another kind',
      { kind: 'opening', date: '2026-01-01', reversesOn: '2026-02-01' },
      ['entry-kind at reversesOn'],
    ],
  ])('is refused %s', async (_, more, problems) => {
    expect(problemCodes(await post({ ...accrual, ...more }))).toEqual(problems);
  });
  test('is planned for by whoever posts, and not by others', async () => {
    const { body } = await post(accrual);
    const preparer = await server.member(path, 'prepares', 'preparer');
    const plan = { date: '2026-12-01' };
    expect((await preparer.request('PUT', `${path}/entries/${body.number}/planned-reversal`, plan)).status).toBe(403);
  });
  test('is planned in a draft, and holds once that is posted', async () => {
    const draft = await server.request('POST', `${path}/drafts`, { ...accrual, reversesOn: '2026-12-01' });
    expect(draft.body.reversesOn).toBe('2026-12-01');
    const posted = await server.request('POST', `${path}/drafts/${draft.body.id}/post`, {
      version: draft.body.version,
    });
    expect(posted.body.reversesOn).toBe('2026-12-01');
    const late = await server.request('POST', `${path}/drafts`, { ...accrual, reversesOn: '2026-05-01' });
    expect(late.body.lacks).toMatchObject([{ path: 'reversesOn' }]);
  });
  test('books that are archived wait', async () => {
    const other = await server.organisation({ name: 'Put away' });
    const { body } = await server.request('POST', `${other}/entries`, { ...accrual, reversesOn: '2026-09-01' });
    expect((await server.request('POST', `${other}/archived`)).status).toBe(201);
    await onDay('2026-09-02');
    expect((await server.request('GET', `${other}/entries/${body.number}`)).body.reversedBy).toBeNull();
  });
});

describe('an entry that corrects another', () => {
  test('is linked with it from both ends', async () => {
    const wrong = (await post(accrual)).body.number;
    const right = await post({
      ...accrual,
      corrects: wrong,
      lines: [
        { account: '1010', credit: '12.50' },
        { account: '1200', debit: '12.50' },
      ],
    });
    expect(right).toMatchObject({ status: 201, body: { corrects: wrong, correctedBy: [] } });
    expect(await read(wrong)).toMatchObject({ corrects: null, correctedBy: [right.body.number] });
  });
  test('is refused if it corrects nothing, or what is not there', async () => {
    const wrong = (await post(accrual)).body.number;
    const [debit, credit] = accrual.lines;
    const back = [
      { account: debit?.account, credit: '12.50' },
      { account: credit?.account, debit: '12.50' },
    ];
    const same = { ...accrual, corrects: wrong, lines: [...back, debit, credit] };
    expect(problemCodes(await post(same))).toEqual(['corrects-nothing at lines']);
    expect(problemCodes(await post({ ...accrual, corrects: '2026-9999' }))).toEqual(['no-such-entry at corrects']);
    // somebody else was quicker
    await server.request('POST', `${path}/entries/${wrong}/reverse`, { date: '2026-06-01' });
    expect(problemCodes(await post({ ...accrual, corrects: wrong }))).toEqual(['already-reversed at corrects']);
  });
});
