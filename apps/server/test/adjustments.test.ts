import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { type Reply, RunningServer } from './running-server.js';
import { archiveOf, sendArchive, takeArchive } from './sent-archives.js';
import { caseOf } from '../../../packages/core/test/cases.js';

// Adjusting entries by kind: each proposes its lines from the books, says how it found them, and is made once.

let server: RunningServer;
let base: string;
beforeAll(async () => {
  server = await RunningServer.shared();
  base = await server.organisation({ firstDay: '2026-01-01' });
  for (const account of [
    { number: '1190', name: 'Allowance for doubtful debts', element: 'asset', contra: true },
    { number: '1250', name: 'Inventory of casks', element: 'asset' },
    { number: '1390', name: 'Prepaid insurance', element: 'asset' },
    { number: '2290', name: 'Accrued interest', element: 'liability' },
    { number: '2390', name: 'Corporation tax owed', element: 'liability' },
    { number: '2590', name: 'Tank loan', element: 'liability' },
    { number: '4990', name: 'Sales of cider', element: 'revenue' },
    { number: '5990', name: 'Cost of casks', element: 'expense' },
    { number: '6990', name: 'Doubtful debts', element: 'expense' },
    { number: '7990', name: 'Interest paid', element: 'expense' },
    { number: '8990', name: 'Corporation tax', element: 'expense', classification: 'income-tax' },
  ])
    await done('POST', '/accounts', account);
});
afterAll(() => server.stop());

const ask = (method: string, path: string, body?: object): Promise<Reply> =>
  server.lookedAt(method, `${base}${path}`, body);
const done = async (method: string, path: string, body?: object): Promise<Reply['body']> => {
  const reply = await ask(method, path, body);
  expect([path, reply.status < 300, reply.body.problems]).toEqual([path, true, undefined]);
  return reply.body;
};
const post = (date: string, debit: object, credit: object, amount: string): Promise<Reply['body']> =>
  done('POST', '/entries', {
    date,
    explanation: 'As it happened',
    lines: [
      { debit: amount, ...debit },
      { credit: amount, ...credit },
    ],
  });
const YEARLY = { unit: 'year', every: 1, from: '2026-12-31' };
const schedule = async (name: string, target: object, more: object = {}): Promise<number> => {
  const entry = { explanation: name, kind: 'adjusting', lines: [] };
  const kept = { name, schedule: YEARLY, amounts: 'target', target, entry, ...more };
  return (await done('POST', '/recurring-journals', kept)).id;
};
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- what is asked for is looked into as it comes
const adjustment = async (name: string): Promise<any> =>
  (await done('GET', '/adjustments?from=2026-01-01&to=2026-12-31')).adjustments.find(
    (adjustment: { name: string }) => adjustment.name === name,
  );
const balance = async (account: string, asAt = '2026-12-31'): Promise<string> => {
  const { rows } = await done('GET', `/reports/trial-balance?asAt=${asAt}&zeros=true`);
  const row = rows.find((row: { account: string }) => row.account === account);
  return row?.debit || `-${row?.credit}`;
};
const sides = (lines: Record<string, string>[]) =>
  lines.map(({ account, debit, credit }) => [account, debit ?? '', credit ?? '']);

test('what the books call for and nothing makes is told, each with what it is about', async () => {
  await post('2026-03-01', { account: '1390' }, { account: '1010' }, '1200.00');
  await post('2026-03-01', { account: '1250' }, { account: '1010' }, '1000.00');
  await post('2026-02-01', { account: '1010' }, { account: '2590' }, '10000.00');
  const lacking = await done('GET', '/adjustments/lacking?from=2026-01-01&to=2026-12-31');
  const lackingRows = (lacking as { kind: string; account: string; amount: string }[]).map(
    ({ kind, account, amount }) => [kind, account, amount],
  );
  expect(lackingRows).toEqual([
    ['prepaid', '1390', '1200.00'],
    ['stock', '1250', '1000.00'],
    ['interest', '2590', '10000.00'],
    ['tax', '7500', null],
  ]);
});

describe('an allowance for doubtful debts', () => {
  type In = { buckets: { amount: string; percent: string }[]; existing_allowance_credit: string };
  type Out = { required_allowance: string; entry: { debits: { amount: string }[] } };
  const { inputs, expected } = caseOf<In, Out>('ageing', 'ageing-allowance-five-buckets');
  const DUE = ['2027-01-15', '2026-12-10', '2026-11-10', '2026-10-20', '2026-06-01'];
  let id: number;

  test('is brought to what is published: ageing-allowance-five-buckets', async () => {
    await done('POST', '/contacts', { name: 'Ferry Arms', roles: ['customer'] });
    for (const [index, { amount }] of inputs.buckets.entries()) {
      const document = { contact: 'Ferry Arms', document: `F-${index}`, dueDate: DUE[index] };
      await post('2026-05-01', { account: '1100', ...document }, { account: '4990' }, amount);
    }
    await post('2026-01-31', { account: '6990' }, { account: '1190' }, inputs.existing_allowance_credit);
    const [notDue, text, two, three, over] = inputs.buckets.map(({ percent }) => percent);
    const percents = { 'not-due': notDue, '1-30': text, '31-60': two, '61-90': three, 'over-90': over };
    id = await schedule('Allowance', { account: '1190', against: '6990', by: 'ages', percents });
    const proposed = await adjustment('Allowance');
    expect(proposed).toMatchObject({ kind: 'doubtful', state: 'due', lacks: null });
    expect(proposed.reckoning).toMatchObject({
      target: expected.required_allowance,
      standing: inputs.existing_allowance_credit,
      change: expected.entry.debits[0]?.amount,
    });
    expect(sides(proposed.lines)).toEqual([
      ['6990', '1700.00', ''],
      ['1190', '', '1700.00'],
    ]);
  });
  test('of a document that was looked at, its own percentage counts instead of its age’s', async () => {
    const doubted = [{ contact: 'Ferry Arms', document: 'F-4', percent: '100' }];
    const date = '2026-12-31';
    const { reckoning } = await done('POST', `/recurring-journals/${id}/reckon`, { date, doubted });
    // 1,900.00 whole instead of 40 per cent of it
    expect(reckoning).toMatchObject({ target: '3368.00', change: '2840.00' });
    expect((await adjustment('Allowance')).reckoning.target).toBe(expected.required_allowance);
  });
  test.each([
    [
      'a document that is not open',
      [{ contact: 'Ferry Arms', document: 'F-9', percent: '50' }],
      'doubted.0.document',
    ],
    ['more than all of it', [{ contact: 'Ferry Arms', document: 'F-4', percent: '150' }], 'doubted.0.percent'],
    [
      'one said twice',
      [
        { contact: 'Ferry Arms', document: 'F-4', percent: '50' },
        { contact: 'Ferry Arms', document: 'f-4', percent: '60' },
      ],
      'doubted.1.document',
    ],
  ])('%s is refused at its place', async (_, doubted, path) => {
    const { status, body } = await ask('POST', `/recurring-journals/${id}/post`, { date: '2026-12-31', doubted });
    expect([status, body.problems[0].path]).toEqual([422, path]);
  });
  test('is not made where the books bring something else by now than what was shown', async () => {
    const shown = { date: '2026-12-31', change: '1699.00' };
    const { status, body } = await ask('POST', `/recurring-journals/${id}/post`, shown);
    expect([status, body.problems[0].code, body.problems[0].message]).toEqual([
      409,
      'changed-since',
      expect.stringContaining('1700.00'),
    ]);
  });
  test('is made once, and how it was found is kept with it, whatever is posted later', async () => {
    const date = '2026-12-31';
    const doubted = [{ contact: 'Ferry Arms', document: 'F-4', percent: '100' }];
    await done('POST', `/recurring-journals/${id}/post`, { date, doubted, change: '2840.00' });
    expect((await ask('POST', `/recurring-journals/${id}/post`, { date, doubted })).status).toBe(422);
    expect(await balance('1190')).toBe('-3368.00');
    await post(
      '2026-12-20',
      { account: '1010' },
      { account: '1100', contact: 'Ferry Arms', document: 'F-4' },
      '1900.00',
    );
    const made = await adjustment('Allowance');
    expect(made).toMatchObject({ state: 'posted', amount: '2840.00', reckoning: { target: '3368.00' } });
    expect(made.reckoning.rows.at(-1)).toMatchObject({ what: 'Ferry Arms, F-4', of: '1900.00', percent: '100' });
  });
});

describe('a count of stock', () => {
  const date = '2026-12-31';
  const counted = [
    { item: 'Casks of oak', quantity: '20', cost: '30.00' },
    { item: 'Casks of ash', quantity: '12.5', cost: '20.00' },
  ];
  let id: number;

  test('waits until it is said what was counted, and is neither posted nor drafted by itself', async () => {
    const target = { account: '1250', against: '5990', by: 'count' };
    const entry = { explanation: 'Casks', kind: 'adjusting', lines: [] };
    const kept = { name: 'Casks', schedule: YEARLY, amounts: 'target', target, entry };
    const refused = await ask('POST', '/recurring-journals', { ...kept, byItself: 'drafts' });
    expect([refused.status, refused.body.problems[0].path]).toEqual([422, 'byItself']);
    id = await schedule('Casks', target);
    expect(await adjustment('Casks')).toMatchObject({ kind: 'stock', lacks: { what: 'count' }, countedBefore: [] });
    for (const act of ['post', 'draft']) {
      const { status, body } = await ask('POST', `/recurring-journals/${id}/${act}`, { date });
      expect([status, body.problems[0].path]).toEqual([422, 'counted']);
    }
    const { left } = await done('POST', '/recurring-journals/post-due', {});
    expect(left).toContainEqual(expect.objectContaining({ journal: 'Casks' }));
  });
  test('is refused item by item where it cannot be read', async () => {
    const wrong = [counted[0], { ...counted[1], quantity: 'a few' }];
    const { status, body } = await ask('POST', `/recurring-journals/${id}/reckon`, { date, counted: wrong });
    expect([status, body.problems[0].path]).toEqual([422, 'counted.1.quantity']);
  });
  test('brings the account to what was counted, as a draft too', async () => {
    const reckoned = await done('POST', `/recurring-journals/${id}/reckon`, { date, counted });
    expect(reckoned.reckoning).toMatchObject({ target: '850.00', standing: '1000.00', change: '-150.00' });
    expect(sides(reckoned.lines)).toEqual([
      ['5990', '150.00', ''],
      ['1250', '', '150.00'],
    ]);
    await done('POST', `/recurring-journals/${id}/draft`, { date, counted });
    const drafted = await adjustment('Casks');
    expect(drafted).toMatchObject({ state: 'drafted', reckoning: { target: '850.00' } });
    await done('POST', `/drafts/${drafted.draft}/post`, { version: 1 });
    expect(await balance('1250')).toBe('850.00');
    expect(await adjustment('Casks')).toMatchObject({
      state: 'posted',
      reckoning: { rows: [{ quantity: '20' }, {}] },
    });
  });
});

describe('tax on the result', () => {
  test('is what the result so far bears, less what was set aside in the year', async () => {
    const entry = { explanation: 'Tax', kind: 'adjusting', lines: [] };
    const quarterly = { unit: 'quarter', every: 1, day: 'last', from: '2026-03-31' };
    const target = { account: '8990', against: '2390', by: 'result', percent: '25' };
    const kept = { name: 'Tax', schedule: quarterly, amounts: 'target', target, entry };
    const { id } = await done('POST', '/recurring-journals', kept);
    await post('2026-03-15', { account: '1010' }, { account: '4990' }, '528.00');
    await post('2026-04-15', { account: '1010' }, { account: '4990' }, '400.00');
    await post('2026-07-15', { account: '5990' }, { account: '1010' }, '50000.00');
    // 528.00 less the 528.00 of the allowance, then 400.00 and 39,600.00 of the invoices in May, then a loss
    const posted: unknown[] = [];
    for (const date of ['2026-03-31', '2026-06-30', '2026-09-30']) {
      const { lines, reckoning } = await done('POST', `/recurring-journals/${id}/reckon`, { date });
      posted.push([reckoning.rows[0].of, reckoning.target, reckoning.change, sides(lines)[0]]);
      await done('POST', `/recurring-journals/${id}/post`, { date });
    }
    expect(posted).toEqual([
      ['0.00', '0.00', '0.00', undefined],
      ['40000.00', '10000.00', '10000.00', ['8990', '10000.00', '']],
      ['-10000.00', '0.00', '-10000.00', ['2390', '10000.00', '']],
    ]);
    const kinds = (await done('GET', '/adjustments?from=2026-01-01&to=2026-12-31')).adjustments
      .filter(({ name }: { name: string }) => name === 'Tax')
      .map(({ state, reason }: { state: string; reason: string }) => [state, reason]);
    expect(kinds).toEqual([
      ['skipped', 'it came to nothing'],
      ['posted', null],
      ['posted', null],
      ['due', null],
    ]);
  });
});

test('interest is of what stood each day, with what was paid in between', async () => {
  await post('2026-02-16', { account: '2590' }, { account: '1010' }, '4000.00');
  const lines = [
    { account: '7990', debit: '1' },
    { account: '2290', credit: '1' },
  ];
  await done('POST', '/recurring-journals', {
    name: 'Interest',
    schedule: { unit: 'month', every: 1, day: 'last', from: '2026-02-28' },
    amounts: 'share-of-balance',
    share: { account: '2590', of: 'interest', percent: '3.65', dayCount: 'actual/365' },
    entry: { explanation: 'Interest', kind: 'adjusting', lines },
  });
  const { adjustments } = await done('GET', '/adjustments?from=2026-02-01&to=2026-03-31');
  const interest = adjustments.filter(({ name }: { name: string }) => name === 'Interest');
  // nothing stands until the 1st: 15 days of 10,000 and 12 of 6,000 at 0.01 per cent a day; then 31 days of 6,000
  expect(interest.map(({ kind, amount }: Record<string, string>) => [kind, amount])).toEqual([
    ['interest', '22.20'],
    ['interest', '18.60'],
  ]);
});

test('what is due and not made stands in its month’s list, apart from other dates', async () => {
  const toDo = await done('GET', '/fiscal-years/2026/to-do');
  const read = (period: string) => toDo.find((candidate: { period: string }) => candidate.period === period);
  expect([read('2026-02').adjustments, read('2026-02').due]).toEqual([1, 0]);
  // tax of the last quarter, interest
  expect(read('2026-12').adjustments).toBe(2);
});

test('how amounts were found goes out with an archive, and comes in again', async () => {
  const job = await sendArchive(server, await archiveOf(server, base));
  const { organisation } = await takeArchive(server, job, 'Taken in');
  base = `/api/organisations/${organisation}`;
  expect(await adjustment('Casks')).toMatchObject({ reckoning: { target: '850.00', rows: [{ cost: '30.00' }, {}] } });
});
