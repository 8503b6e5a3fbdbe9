import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { RecurringJournalResponse, RecurringPreviewResponse, TimeLineResponse } from '@just-ledger/contract';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fromTo } from './entries.js';
import { problemCodes, type Reply, RunningServer } from './running-server.js';
import { TakeOn } from './take-on-of-books.js';

const folder = mkdtempSync(join(tmpdir(), 'just-ledger-'));
let server: RunningServer;
let path: string;

/** The same books on another day, after the server was down. */
async function onDay(today: string, { killed = false } = {}): Promise<void> {
  if (server.today === today && !killed) return;
  await (killed ? server.kill() : server.stop(true));
  server = await RunningServer.start({ folder, today });
}

const ask = (method: string, to: string, body?: unknown): Promise<Reply> =>
  server.lookedAt(method, `${path}${to}`, body);
async function done(method: string, to: string, body?: unknown): Promise<Reply['body']> {
  const reply = await ask(method, to, body);
  expect([to, reply.status < 300, reply.body.problems]).toEqual([to, true, undefined]);
  return reply.body;
}
const keep = (body: object): Promise<RecurringJournalResponse> => done('POST', '/recurring-journals', body);
const read = (id: number): Promise<RecurringJournalResponse> => done('GET', `/recurring-journals/${id}`);
const preview = (id: number, until: string): Promise<RecurringPreviewResponse> =>
  done('GET', `/recurring-journals/${id}/preview?until=${until}`);

/** The entries that recurring journals have posted, as date, explanation and what they come to. */
async function posted(explanation: string): Promise<string[]> {
  const { entries } = await done('GET', `/entries?text=${explanation}&from=2027-12-01&to=2029-12-31&limit=100`);
  const found = entries as { date: string; explanation: string; lines: { debit: string | null }[] }[];
  return found
    .map(
      ({ date, lines }) =>
        `${date} ${lines
          .map(({ debit }) => debit)
          .filter(Boolean)
          .join(' ')}`,
    )
    .sort();
}

const RENT = { explanation: 'Rent', lines: fromTo('1010', '6100', '750.00') };
const rent = (schedule: object, more: object = {}): object => ({ name: 'Rent', schedule, entry: RENT, ...more });
const MONTHLY = { unit: 'month', every: 1 };
const LAST = { ...MONTHLY, day: 'last' };

beforeAll(async () => {
  server = await RunningServer.start({ folder, today: '2028-01-01' });
});
afterAll(async () => {
  await server.stop();
  rmSync(folder, { recursive: true, force: true });
});

/** Books that begin with a year, so that every date in it can be posted. */
async function fresh(): Promise<void> {
  path = await server.organisation({ firstDay: '2028-01-01' });
  for (const [number, name, element] of [
    ['1430', 'Prepaid insurance', 'asset'],
    ['1590', 'Accumulated depreciation', 'asset'],
    ['2550', 'Loan', 'liability'],
    ['6310', 'Insurance', 'expense'],
    ['6410', 'Depreciation', 'expense'],
    ['6810', 'Interest', 'expense'],
    ['6901', 'Overhead of the press', 'expense'],
    ['6902', 'Overhead of the shop', 'expense'],
    ['6903', 'Overhead of the orchard', 'expense'],
    ['6909', 'Overhead', 'expense'],
  ] as const) {
    await ask('POST', '/accounts', { number, name, element, ...(number === '1590' && { contra: true }) });
  }
}

describe('a recurring year', () => {
  beforeAll(async () => {
    await onDay('2028-12-31');
    await fresh();
    // 29 February is a holiday here, so that the rent of that month moves twice
    await done('PUT', '/holidays', { version: 0, holidays: [{ date: '2028-02-29', name: 'Leap day' }] });
    await keep(rent({ ...MONTHLY, day: 30, from: '2028-01-30', businessDay: 'before' }));
    await keep({
      name: 'Insurance',
      schedule: { ...LAST, from: '2028-03-31', count: 7 },
      amounts: 'spread',
      spread: { total: '1000.00' },
      entry: { explanation: 'Insurance', lines: fromTo('1430', '6310', '1') },
    });
    for (const method of ['straight-line', 'declining', 'sum-of-years-digits']) {
      await keep({
        name: `Truck ${method}`,
        schedule: { unit: 'year', every: 1, day: 'last', from: '2028-12-31' },
        amounts: 'depreciation',
        depreciation: {
          asset: { name: 'Truck', cost: '13000', residual: '1000', acquired: '2028-04-01', method, life: '5' },
          expense: '6410',
          accumulated: '1590',
        },
        entry: { kind: 'adjusting', explanation: `By ${method}`, lines: [] },
      });
    }
    await keep({
      name: 'Loan',
      schedule: { ...LAST, from: '2028-01-31', count: 12 },
      amounts: 'loan',
      loan: {
        principal: '12000.00',
        rate: '6',
        repayment: 'level-principal',
        drawn: '2027-12-31',
        account: '2550',
        interestAccount: '6810',
        paymentAccount: '1010',
      },
      entry: { explanation: 'Instalment', lines: [] },
    });
    for (const [date, amount] of [
      ['2028-01-10', '100.01'],
      ['2028-02-10', '33.33'],
    ] as const) {
      await done('POST', '/entries', { date, explanation: 'Cost', lines: fromTo('1010', '6909', amount) });
    }
    await keep({
      name: 'Allocation',
      schedule: { ...LAST, from: '2028-01-31' },
      amounts: 'share-of-balance',
      share: { account: '6909', of: 'movement', percent: '100' },
      entry: {
        explanation: 'Allocated',
        lines: [
          { account: '6901', debit: '50' },
          { account: '6902', debit: '30' },
          { account: '6903', debit: '20' },
          { account: '6909', credit: '100' },
        ],
      },
    });
    await done('POST', '/recurring-journals/post-due');
  });
  test('rent on the 30th, or the business day before, across a leap February with a holiday', async () => {
    expect((await posted('Rent')).map((text) => text.slice(0, 10))).toEqual([
      '2028-01-28',
      '2028-02-28',
      '2028-03-30',
      '2028-04-28',
      '2028-05-30',
      '2028-06-30',
      '2028-07-28',
      '2028-08-30',
      '2028-09-29',
      '2028-10-30',
      '2028-11-30',
      '2028-12-29',
    ]);
  });
  test('a prepayment over seven months, each part the difference of rounded sums', async () => {
    expect(await posted('Insurance')).toEqual([
      '2028-03-31 142.86',
      '2028-04-30 142.85',
      '2028-05-31 142.86',
      '2028-06-30 142.86',
      '2028-07-31 142.86',
      '2028-08-31 142.85',
      '2028-09-30 142.86',
    ]);
  });
  // Weygandt, Kimmel, Kieso, Accounting Principles, plant assets (delivery truck, nine months in its first year), from
  // memory; the sum of the digits by hand: 12,000 × 5/15 × 9/12
  test('depreciation by three methods', async () => {
    expect(await posted('straight-line')).toEqual(['2028-12-31 1800.00']);
    expect(await posted('declining')).toEqual(['2028-12-31 3900.00']);
    expect(await posted('digits')).toEqual(['2028-12-31 3000.00']);
  });
  test('a loan at level principal, to nothing', async () => {
    const instalments = await posted('Instalment');
    expect([instalments[0], instalments.at(-1)]).toEqual(['2028-01-31 1000.00 60.00', '2028-12-31 1000.00 5.00']);
    const [loan] = ((await done('GET', '/recurring-journals')) as RecurringJournalResponse[]).filter(
      ({ name }) => name === 'Loan',
    );
    const rows = (await preview(loan?.id ?? 0, '2029-12-31')).instalments ?? [];
    expect([rows.length, rows.at(-1)?.balance]).toEqual([12, '0.00']);
    expect(rows.reduce((sum, row) => sum + Math.round(Number(row.interest) * 100), 0)).toBe(39000);
  });
  test('an allocation over three accounts by largest remainder; a month without movement makes no entry', async () => {
    expect(await posted('Allocated')).toEqual(['2028-01-31 50.01 30.00 20.00', '2028-02-29 16.66 10.00 6.67']);
  });
});

describe('one that posts by itself', () => {
  test('does so after every start, in order, and never twice, whichever way the clock goes', async () => {
    await onDay('2028-01-15');
    await fresh();
    const { id } = await keep(rent({ ...LAST, from: '2028-01-31' }, { byItself: 'posts' }));
    await onDay('2028-03-31', { killed: true });
    expect((await posted('Rent')).length).toBe(3);
    await onDay('2028-02-10', { killed: true });
    await onDay('2028-04-01', { killed: true });
    await onDay('2028-03-31');
    expect((await posted('Rent')).map((text) => text.slice(0, 10))).toEqual([
      '2028-01-31',
      '2028-02-29',
      '2028-03-31',
    ]);
    const { done: told } = (await done('GET', '/recurring-journals/time-line')) as TimeLineResponse;
    expect(told.map(({ journal, what, date }) => [journal, what, date])).toEqual([
      [id, 'posted', '2028-01-31'],
      [id, 'posted', '2028-02-29'],
      [id, 'posted', '2028-03-31'],
    ]);
    expect(await done('GET', '/recurring-journals/standing')).toEqual({ due: 0, done: 3 });
    await done('POST', '/recurring-journals/told', { until: told.at(-1)?.at });
    expect(await done('GET', '/recurring-journals/standing')).toEqual({ due: 0, done: 0 });
    expect(((await done('GET', '/recurring-journals/time-line')) as TimeLineResponse).done).toEqual([]);
  });
  test('waits for a locked month, and goes on once it is unlocked', async () => {
    await done('POST', '/periods/2028-04/lock', {});
    await onDay('2028-05-31');
    expect((await posted('Rent')).length).toBe(3);
    await done('POST', '/periods/2028-04/unlock', { reason: 'Rent' });
    await onDay('2028-06-01');
    expect((await posted('Rent')).length).toBe(5);
  });
  test('waits for its approval where a preparer made it, or where two people are asked for', async () => {
    await fresh();
    const preparer = await server.member(path, 'prepares-recurring', 'preparer');
    const { body } = await preparer.request(
      'POST',
      `${path}/recurring-journals`,
      rent({ ...LAST, from: '2028-05-31' }, { byItself: 'posts' }),
    );
    expect(body).toMatchObject({ byItself: 'posts', approvedBy: null });
    await onDay('2028-06-02');
    expect(await posted('Rent')).toEqual([]);
    expect((await done('POST', `/recurring-journals/${body.id}/approve`)).approvedBy).not.toBeNull();
    expect(problemCodes(await ask('POST', `/recurring-journals/${body.id}/approve`))).toEqual([
      'nothing-to-approve at ',
    ]);
    await onDay('2028-06-03');
    expect((await posted('Rent')).length).toBe(1);
    await done('PATCH', '', { twoPeopleFrom: '0.00', version: (await done('GET', '')).version });
    const { id } = await keep({ ...rent({ ...LAST, from: '2028-06-30' }, { byItself: 'posts' }), name: 'Two' });
    expect(problemCodes(await ask('POST', `/recurring-journals/${id}/approve`))).toEqual(['two-people at ']);
  });
  test('lays drafts instead where that is wanted; once one is posted, its date is', async () => {
    await onDay('2028-02-01');
    await fresh();
    const { id } = await keep(rent({ ...LAST, from: '2028-01-31' }, { byItself: 'drafts' }));
    await onDay('2028-02-29', { killed: true });
    const [first, second] = (await read(id)).occurrences;
    expect([first?.state, second?.state]).toEqual(['drafted', 'drafted']);
    await done('POST', `/drafts/${first?.draft}/post`, {});
    expect((await read(id)).occurrences[0]).toMatchObject({
      state: 'posted',
      entry: expect.stringMatching(/^2028-/),
    });
    await done('DELETE', `/drafts/${second?.draft}`);
    expect((await read(id)).occurrences[1]).toMatchObject({ state: 'drafted', isDiscarded: true });
    await done('POST', `/recurring-journals/${id}/skip`, { date: '2028-02-29', reason: 'a month free' });
    expect((await read(id)).occurrences[1]).toMatchObject({ state: 'skipped', reason: 'a month free' });
    expect(problemCodes(await ask('POST', `/drafts/${second?.draft}/bring-back`))).toEqual(['date-skipped at ']);
  });
});

describe('the accrual', () => {
  test('is reversed by itself on the first of the next month, each time', async () => {
    await onDay('2028-03-10');
    await fresh();
    const { id } = await keep({
      name: 'Water',
      schedule: { ...LAST, from: '2028-01-31' },
      reverses: 'next-month',
      entry: { kind: 'adjusting', explanation: 'Water', lines: fromTo('2550', '6310', '120.00') },
    });
    await done('POST', '/recurring-journals/post-due');
    expect(await posted('Water')).toEqual([
      '2028-01-31 120.00',
      '2028-02-01 120.00',
      '2028-02-29 120.00',
      '2028-03-01 120.00',
    ]);
    expect((await read(id)).reverses).toBe('next-month');
  });
});

describe('a date', () => {
  let id: number;
  beforeAll(async () => {
    await onDay('2028-03-10');
    await fresh();
    ({ id } = await keep(rent({ ...LAST, from: '2028-01-31' })));
  });
  test('is settled once, by however many ask at the same time', async () => {
    const asked = Array.from({ length: 8 }, () =>
      ask('POST', `/recurring-journals/${id}/post`, { date: '2028-01-31' }),
    );
    const statuses = (await Promise.all(asked)).map(({ status }) => status).sort();
    expect(statuses).toEqual([201, ...Array.from({ length: 7 }, () => 422)]);
    expect(await posted('Rent')).toEqual(['2028-01-31 750.00']);
  });
  test('takes no second entry in the file itself, and is never changed or deleted', () => {
    const file = join(folder, 'books.sqlite');
    const shell = (sql: string): string => {
      try {
        return execFileSync('sqlite3', ['-bail', '-cmd', '.timeout 2000', file], {
          input: sql,
          stdio: 'pipe',
        }).toString();
      } catch (error) {
        return String((error as { stderr: Buffer }).stderr);
      }
    };
    const row = `SELECT * FROM occurrence ORDER BY organisation DESC LIMIT 1`;
    for (const sql of [
      `INSERT INTO occurrence ${row};`,
      `INSERT OR REPLACE INTO occurrence ${row};`,
      'UPDATE occurrence SET date = date || 0;',
      "UPDATE occurrence SET reckoning = '{}';",
      "UPDATE occurrence SET state = 'skipped', entry = NULL, reason = 'x';",
      'DELETE FROM occurrence;',
      "UPDATE recurring_version SET by_itself = 'posts';",
      'DELETE FROM recurring_version;',
    ]) {
      expect([sql, shell(sql)]).toEqual([sql, expect.stringContaining('recurring journal:')]);
    }
  });
  test('can be given another amount or other lines, this once', async () => {
    expect(
      problemCodes(await ask('POST', `/recurring-journals/${id}/post`, { date: '2028-02-29', amount: '-5' })),
    ).toEqual(['not-an-amount at amount']);
    await done('POST', `/recurring-journals/${id}/post`, { date: '2028-02-29', amount: '760.00' });
    expect(await posted('Rent')).toEqual(['2028-01-31 750.00', '2028-02-29 760.00']);
    expect((await read(id)).entry.lines[0]).toMatchObject({ debit: '750.00' });
  });
  test('asks for its amount where that is wanted, with the last one at hand', async () => {
    const asked = await keep({ ...rent({ ...LAST, from: '2028-02-29' }), name: 'Power', amounts: 'asked' });
    const post = `/recurring-journals/${asked.id}/post`;
    expect(problemCodes(await ask('POST', post, { date: '2028-02-29' }))).toEqual(['amount-asked at amount']);
    expect((await done('POST', '/recurring-journals/post-due')).left).toMatchObject([
      { journal: 'Power', message: 'Power, 29 February 2028: say what it comes to.' },
    ]);
    await done('POST', post, { date: '2028-02-29', amount: '81.20' });
    const next = (await preview(asked.id, '2028-03-31')).occurrences.at(-1);
    expect(next).toMatchObject({
      date: '2028-03-31',
      amount: '81.20',
      lacks: { what: 'amount', message: 'Say what it comes to.' },
    });
  });
});

describe('a loan whose accounts are renumbered', () => {
  test('posts to those that were meant; in a locked month it says so first, and holds up no later date', async () => {
    await onDay('2028-03-10');
    await fresh();
    const loan = {
      principal: '1200.00',
      rate: '6',
      repayment: 'level-principal',
      drawn: '2027-12-31',
      account: '2550',
      interestAccount: '6810',
      paymentAccount: '1010',
    };
    const { id } = await keep({
      name: 'Loan',
      schedule: { ...LAST, from: '2028-01-31', count: 12 },
      amounts: 'loan',
      loan,
      entry: { explanation: 'Instalment', lines: [] },
    });
    const accounts = (await done('GET', '/accounts')) as { id: number; number: string; version: number }[];
    const loanAccount = accounts.find(({ number }) => number === '2550');
    await done('PUT', `/accounts/${loanAccount?.id}`, {
      number: '2555',
      name: 'Loan',
      element: 'liability',
      version: loanAccount?.version,
    });
    await done('POST', '/periods/2028-01/lock', {});
    const [first, second] = (await preview(id, '2028-02-29')).occurrences;
    expect(first?.lacks).toMatchObject({
      what: 'open-month',
      message: expect.stringMatching(/^January 2028 is locked/),
    });
    expect(second?.lines.map(({ account }) => account)).toEqual(['2555', '6810', '1010']);
    await done('POST', `/recurring-journals/${id}/post`, { date: '2028-02-29' });
    expect((await posted('Instalment'))[0]).toBe('2028-02-29 100.00 5.50');
  });
});

describe('a journal that is changed', () => {
  let id: number;
  beforeAll(async () => {
    await onDay('2028-03-10');
    await fresh();
    ({ id } = await keep(rent({ ...LAST, from: '2028-01-31' })));
    await done('POST', `/recurring-journals/${id}/post`, { date: '2028-01-31' });
  });
  test('from a date on: what was posted stays, the versions are kept', async () => {
    const dearer = {
      ...rent({ ...LAST, from: '2028-01-31' }),
      entry: { ...RENT, lines: fromTo('1010', '6100', '800.00') },
      version: 1,
    };
    expect(
      problemCodes(await ask('PUT', `/recurring-journals/${id}`, { ...dearer, changesFrom: '2028-01-31' })),
    ).toEqual(['date-settled at changesFrom']);
    const changed = (await done('PUT', `/recurring-journals/${id}`, {
      ...dearer,
      changesFrom: '2028-03-01',
    })) as RecurringJournalResponse;
    expect(changed.versions.map(({ from, entry }) => [from, entry.lines[0]?.debit])).toEqual([
      ['2028-01-31', '750.00'],
      ['2028-03-01', '800.00'],
    ]);
    const amounts = (await preview(id, '2028-04-30')).occurrences.map(({ date, amount }) => `${date} ${amount}`);
    expect(amounts).toEqual(['2028-01-31 750.00', '2028-02-29 750.00', '2028-03-31 800.00', '2028-04-30 800.00']);
    expect((await ask('PUT', `/recurring-journals/${id}`, dearer)).status).toBe(409);
  });
  test('by a pause, and by its end', async () => {
    const dates = async (): Promise<string[]> =>
      (await preview(id, '2028-08-31')).occurrences.map(({ date }) => date.slice(5, 7));
    await done('POST', `/recurring-journals/${id}/pause`, { from: '2028-04-01', until: '2028-05-31' });
    expect(await dates()).toEqual(['01', '02', '03', '06', '07', '08']);
    expect(problemCodes(await ask('POST', `/recurring-journals/${id}/pause`, { from: '2028-05-01' }))).toEqual([
      'already-paused at from',
    ]);
    await done('POST', `/recurring-journals/${id}/resume`);
    expect(await dates()).toEqual(['01', '02', '03', '04', '05', '06', '07', '08']);
    expect(problemCodes(await ask('POST', `/recurring-journals/${id}/resume`))).toEqual(['not-paused at ']);
    await done('DELETE', `/recurring-journals/${id}`);
    expect(await dates()).toEqual(['01', '02']);
  });
});

describe('the asset register', () => {
  test('is depreciated by class, on from what was taken on; what is sold is left out', async () => {
    await onDay('2028-03-10');
    const books = await TakeOn.begin(server, { changeoverDate: '2027-12-31', firstDay: '2028-01-01' });
    path = books.path;
    for (const [number, name, element, more] of [
      ['1520', 'Presses', 'asset', {}],
      ['1529', 'Presses, written off', 'asset', { contra: true }],
      ['6410', 'Depreciation', 'expense', {}],
    ] as const) {
      await ask('POST', '/accounts', { number, name, element, ...more });
    }
    await books.add('asset-classes', {
      name: 'Presses',
      cost: '1520',
      accumulated: '1529',
      expense: '6410',
      method: 'straight-line',
      life: '5',
    });
    await books.add(
      'assets',
      { name: 'Old press', class: 'Presses', cost: '6000', accumulated: '1200', acquired: '2027-01-01' },
      { name: 'New press', class: 'Presses', cost: '12000', accumulated: '0', acquired: '2027-12-20' },
    );
    await books.post('assets');
    const { id } = await keep({
      name: 'Depreciation',
      schedule: { ...LAST, from: '2028-01-31' },
      amounts: 'depreciation',
      depreciation: { assetClass: 'presses' },
      entry: { kind: 'adjusting', explanation: 'Worn', lines: [] },
    });
    await done('POST', '/recurring-journals/post-due');
    expect(await posted('Worn')).toEqual(['2028-01-31 300.00', '2028-02-29 300.00']);
    await done('POST', '/entries', {
      date: '2028-03-01',
      explanation: 'Sold',
      lines: fromTo('1520', '1010', '6000.00').map((line) => ({ ...line, document: 'Old press' })),
    });
    expect((await preview(id, '2028-03-31')).occurrences.at(-1)).toMatchObject({
      amount: '200.00',
      lines: [
        { account: '6410', debit: '200.00' },
        { account: '1529', credit: '200.00', document: 'New press' },
      ],
    });
  });
});

describe('the line of time', () => {
  test('has the months that come with their sums, and what is late before them', async () => {
    await onDay('2028-03-10');
    await fresh();
    await keep(rent({ ...LAST, from: '2028-02-29' }));
    await keep({ ...rent({ unit: 'quarter', every: 1, day: 5, from: '2028-03-05' }), name: 'Water' });
    const { months, late } = (await done('GET', '/recurring-journals/time-line')) as TimeLineResponse;
    expect(late.map(({ name, date, isLate }) => [name, date, isLate])).toEqual([['Rent', '2028-02-29', true]]);
    expect(months.slice(0, 4).map(({ month, total }) => [month, total])).toEqual([
      ['2028-03', '1500.00'],
      ['2028-04', '750.00'],
      ['2028-05', '750.00'],
      ['2028-06', '1500.00'],
    ]);
    expect(months.length).toBe(12);
    expect(months[0]?.occurrences.map(({ name, state }) => [name, state])).toEqual([
      ['Water', 'due'],
      ['Rent', 'to-come'],
    ]);
  });
});

describe('a bill for a span of time', () => {
  beforeAll(async () => {
    await onDay('2028-03-10');
    await fresh();
    await done('POST', '/entries', {
      date: '2028-02-20',
      explanation: 'Insurance',
      lines: fromTo('1010', '6310', '1000.00'),
    });
  });
  const ahead = (more: object): Promise<Reply> =>
    ask('POST', '/recurring-journals/prepayments', {
      entry: '2028-0001',
      line: 1,
      first: '2028-03-01',
      last: '2029-02-28',
      account: '1430',
      ...more,
    });
  test('is moved out of the result and comes back over twelve months, exact to the cent', async () => {
    const { status, body } = await ahead({});
    expect([status, body.entry]).toEqual([201, '2028-0002']);
    const { occurrences } = await preview(body.journal.id, '2029-02-28');
    // 1,000.00 over twelve, as in prepayment-release-12-months (derivable)
    expect(occurrences.map(({ amount }) => amount).slice(0, 3)).toEqual(['83.33', '83.34', '83.33']);
    expect(occurrences.reduce((sum, { amount }) => sum + Math.round(Number(amount) * 100), 0)).toBe(100000);
    expect(occurrences[0]?.lines).toMatchObject([
      { account: '6310', debit: '83.33' },
      { account: '1430', credit: '83.33' },
    ]);
    const csv = (await done('GET', '/reports/trial-balance.csv?asAt=2028-03-10')) as string;
    expect(csv).toMatch(/^1430,.*,1000\.00,/m);
    expect(csv).not.toMatch(/^6310,/m);
  });
  test('is moved once, until what moved it is reversed', async () => {
    const { count } = await done('GET', '/entries');
    const twice = await ahead({ first: '2028-02-20' });
    expect([twice.status, problemCodes(twice), twice.body.problems[0].message]).toEqual([
      409,
      ['moved-already at line'],
      'Entry 2028-0002 has moved it already. Reverse that one first.',
    ]);
    expect((await done('GET', '/entries')).count).toBe(count);
    await done('POST', '/entries/2028-0002/reverse', { date: '2028-02-20' });
    expect(await ahead({})).toMatchObject({ status: 201, body: { entry: '2028-0004' } });
  });
  test('is moved beside another that says the same', async () => {
    const bill = { date: '2028-02-20', explanation: 'Insurance', lines: fromTo('1010', '6310', '1000.00') };
    const { number } = await done('POST', '/entries', bill);
    expect((await ahead({ entry: number })).status).toBe(201);
    expect((await ahead({ entry: number })).status).toBe(409);
  });
  test('by days', async () => {
    const bill = { date: '2028-02-21', explanation: 'Insurance', lines: fromTo('1010', '6310', '1000.00') };
    const { number: entry } = await done('POST', '/entries', bill);
    // 366 days from 20 February 2028: 10 of them in February, 31 in March
    const { body } = await ahead({ entry, first: '2028-02-20', last: '2029-02-19', by: 'days' });
    const amounts = (await preview(body.journal.id, '2029-02-28')).occurrences.map(({ amount }) => amount);
    expect([amounts.length, amounts[0], amounts[1]]).toEqual([13, '27.32', '84.70']);
  });
  test.each<[string, object, string[]]>([
    ['that has no such line', { line: 7 }, ['no-such-line at line']],
    ['on a line that is no result', { line: 2 }, ['not-of-the-result at line']],
    ['that ends before it begins', { last: '2028-01-01' }, ['until-before-from at last']],
    ['on an account that is not there', { account: '9' }, ['account-unknown at lines.0.account']],
  ])('%s is refused, and nothing of it is left', async (_, more, problems) => {
    const bill = { date: '2028-02-22', explanation: 'Insurance', lines: fromTo('1010', '6310', '1000.00') };
    const { number: entry } = await done('POST', '/entries', bill);
    const { count } = await done('GET', '/entries');
    expect(problemCodes(await ahead({ entry, ...more }))).toEqual(problems);
    expect((await done('GET', '/entries')).count).toBe(count);
  });
});

describe('what is written month after month', () => {
  test('is pointed out with its evidence, until a schedule posts it', async () => {
    await onDay('2028-03-10');
    await fresh();
    for (const date of ['2028-01-05', '2028-02-04', '2028-03-06']) {
      await done('POST', '/entries', { date, explanation: 'Web space', lines: fromTo('1010', '6310', '12.00') });
    }
    await done('POST', '/entries', {
      date: '2028-03-05',
      explanation: 'Once',
      lines: fromTo('1010', '6310', '5.00'),
    });
    const [alike, ...others] = await done('GET', '/recurring-journals/alike');
    expect(others).toEqual([]);
    expect(alike).toMatchObject({ explanation: 'Web space', months: 1, isSameAmount: true, latest: '2028-0003' });
    expect(alike.entries.length).toBe(3);
    const { id } = await keep({
      name: 'Web space',
      schedule: { ...MONTHLY, from: '2028-03-08' },
      entry: { explanation: 'Web space', lines: fromTo('1010', '6310', '12.00') },
    });
    expect(await done('GET', '/recurring-journals/alike')).toEqual([]);
    await done('POST', `/recurring-journals/${id}/post`, { date: '2028-03-08' });
    const { entries } = await done('GET', '/entries?source=recurring');
    expect(entries[0].recurringJournal).toEqual({ id, name: 'Web space' });
  });
});

describe('a wrong journal is refused at its field', () => {
  beforeAll(async () => fresh());
  const from = '2028-03-31';
  test.each<[string, object, string[]]>([
    ['unknown amounts', { amounts: 'moon' }, ['invalid at amounts']],
    [
      'a spread without end',
      { amounts: 'spread', spread: { total: '9' } },
      ['schedule-without-end at schedule.count'],
    ],
    [
      'a class that is not there',
      { amounts: 'depreciation', depreciation: { assetClass: 'Kites' } },
      ['class-unknown at depreciation.assetClass'],
    ],
    ['an asked amount that posts by itself', { amounts: 'asked', byItself: 'posts' }, ['amount-asked at byItself']],
    [
      'nothing to share by',
      {
        amounts: 'share-of-balance',
        share: { account: '6909', percent: '5' },
        entry: { explanation: 'x', lines: [{ account: '1010', debit: '1' }] },
      },
      ['no-proportion at entry.lines'],
    ],
    [
      'a weekday that is none',
      { schedule: { ...MONTHLY, from, weekday: { nth: 6, weekday: 'friday' } } },
      ['invalid at schedule.weekday.nth'],
    ],
    [
      'a day and a weekday',
      { schedule: { ...LAST, from, weekday: { nth: 1, weekday: 'friday' } } },
      ['schedule-weekday at schedule.weekday'],
    ],
  ])('%s', async (_, more, problems) => {
    const reply = await ask('POST', '/recurring-journals', { ...rent({ ...LAST, from }), ...more });
    expect([reply.status, problemCodes(reply)]).toEqual([422, problems]);
  });
  test('a holiday that is no day', async () => {
    expect(problemCodes(await ask('PUT', '/holidays', { version: 0, holidays: [{ date: 'Easter' }] }))).toEqual([
      'not-a-date at holidays.0.date',
    ]);
  });
});
