import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { AccountChangeResponse } from '@just-ledger/contract';
import { RunningServer } from './running-server.js';

// Why the figure of an account is another than before, from the lines of both spans.

let server: RunningServer;
let base: string;
beforeAll(async () => {
  server = await RunningServer.shared({ today: '2026-12-31' });
  base = await server.organisation({ firstDay: '2025-01-01' });
  for (const name of ['Low Weir Farm Shop', 'Bramley Walk Deli'])
    await server.done('POST', `${base}/contacts`, { name, roles: ['customer'] });
  const sell = (date: string, amount: string, contact: string | undefined, explanation = 'Cider') =>
    server.done('POST', `${base}/entries`, {
      date,
      explanation,
      lines: [
        { account: '1010', debit: amount },
        { account: '4000', credit: amount, ...(contact && { contact }) },
      ],
    });
  await sell('2025-03-01', '100.00', 'Low Weir Farm Shop');
  await sell('2025-06-01', '40.00', undefined, 'At the gate');
  for (let month = 1; month <= 7; month += 1) await sell(`2026-0${month}-01`, `${month}0.00`, 'Low Weir Farm Shop');
  await sell('2026-05-05', '15.00', 'Bramley Walk Deli');
});
afterAll(() => server.stop());

const change = async (query: string): Promise<AccountChangeResponse> =>
  (await server.done('GET', `${base}/reports/account-change?${query}`)) as unknown as AccountChangeResponse;

test('is told by contact, with the largest entries of each and what the others come to', async () => {
  const told = await change('account=4000&from=2026-01-01&to=2026-12-31&beforeFrom=2025-01-01&beforeTo=2025-12-31');
  expect([told.now, told.before, told.change]).toEqual(['295.00', '140.00', '155.00']);
  expect(told.parts.map(({ contact, now, before, change: by }) => [contact, now, before, by])).toEqual([
    ['Low Weir Farm Shop', '280.00', '100.00', '180.00'],
    [null, '0.00', '40.00', '-40.00'],
    ['Bramley Walk Deli', '15.00', '0.00', '15.00'],
  ]);
  const [shop] = told.parts;
  expect(shop?.entries.map(({ date, amount }) => [date, amount])).toEqual([
    ['2025-03-01', '-100.00'],
    ['2026-07-01', '70.00'],
    ['2026-06-01', '60.00'],
    ['2026-05-01', '50.00'],
    ['2026-04-01', '40.00'],
  ]);
  expect(shop?.others).toEqual({ lines: 3, amount: '60.00' });
  for (const part of told.parts) {
    const sum = part.entries.reduce((total, { amount }) => total + Number(amount), Number(part.others.amount));
    expect(sum).toBe(Number(part.change));
  }
});

test('of a position by what came in between', async () => {
  const told = await change('account=1010&from=2026-01-01&to=2026-02-28');
  expect([told.before, told.change, told.parts.length]).toEqual(['0.00', '30.00', 1]);
  const sheet = async (asAt: string): Promise<number> => {
    const { rows } = (await server.done('GET', `${base}/reports/balance-sheet?asAt=${asAt}`)) as unknown as {
      rows: { account: string | null; amount: string }[];
    };
    return Number(rows.find(({ account }) => account === '1010')?.amount);
  };
  expect((await sheet('2026-02-28')) - (await sheet('2025-12-31'))).toBe(Number(told.change));
});

test('as it was known before anything was posted, nothing is told', async () => {
  const told = await change('account=4000&from=2026-01-01&to=2026-12-31&asKnownOn=2020-01-01');
  expect([told.now, told.parts]).toEqual(['0.00', []]);
});

test('an account or a date that is none is refused', async () => {
  const ask = async (query: string) => {
    const { status, body } = await server.request('GET', `${base}/reports/account-change?${query}`);
    return [status, body.problems?.[0]?.path];
  };
  expect(await ask('account=9999&from=2026-01-01&to=2026-02-28')).toEqual([404, '']);
  expect(await ask('account=4000&from=2026-01-01&to=never')).toEqual([422, 'to']);
  expect(await ask('from=2026-01-01')).toEqual([422, 'account']);
  expect(await ask('account=4000')).toEqual([200, undefined]);
});

test('what is known now stands beside what was known then, and what was recorded since tells why', async () => {
  const { postedAt } = await server.done('GET', `${base}/entries/2026-0008`);
  const late = await server.done('POST', `${base}/entries`, {
    date: '2026-05-06',
    explanation: 'Found in a drawer',
    lines: [
      { account: '1010', debit: '7.00' },
      { account: '4000', credit: '7.00' },
    ],
  });
  const days = 'from=2026-01-01&to=2026-12-31';
  for (const [path, key, now, then] of [
    [`income-statement?${days}`, 'net-result', '302.00', '295.00'],
    [`equity-statement?${days}`, 'closing-equity', '442.00', '435.00'],
    ['balance-sheet?asAt=2026-12-31', 'total-assets', '442.00', '435.00'],
    [`cash-flow-statement?${days}`, 'cash-at-end', '442.00', '435.00'],
  ] as const) {
    const { rows, columns } = (await server.done(
      'GET',
      `${base}/reports/${path}&columns=known-on:${postedAt}&change=true`,
    )) as { rows: { key: string; amounts: string[]; totals?: string[] }[]; columns: { knownOn: string | null }[] };
    const row = rows.find((row) => row.key === key);
    expect([key, ...(row?.totals ?? row?.amounts ?? []).slice(0, 3)]).toEqual([key, now, then, '7.00']);
    expect(columns.map(({ knownOn }) => knownOn)).toEqual([null, postedAt, null, null]);
  }
  const since = await change(`account=4000&${days}&knownSince=${postedAt}`);
  expect([since.now, since.before, since.change]).toEqual(['7.00', '0.00', '7.00']);
  expect(since.parts.flatMap(({ entries }) => entries.map(({ entry }) => entry))).toEqual([late.number]);
  const refused = await server.request('GET', `${base}/reports/balance-sheet?columns=known-on:yesterday`);
  expect([refused.status, refused.body.problems[0].path]).toEqual([422, 'columns']);
});
