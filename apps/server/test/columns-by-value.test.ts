import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type {
  BalanceSheetResponse,
  FigureLinesResponse,
  FigureResponse,
  IncomeStatementResponse,
  StatementRowResponse,
} from '@just-ledger/contract';
import { fromTo } from './entries.js';
import { type Reply, RunningServer } from './running-server.js';

// Statements with a column a value of a breakdown: the values add up to all, and each figure is followed within its value.

let server: RunningServer;
let base: string;
const done = (method: string, path: string, body?: object): Promise<Reply['body']> =>
  server.done(method, `${base}${path}`, body);
const post = (date: string, from: string, to: string, amount: string, fund?: string, crop?: string) =>
  done('POST', '/entries', {
    date,
    explanation: 'Posted',
    lines: fromTo(from, to, amount).map((line) => ({
      ...line,
      breakdowns: { ...(fund && { Fund: fund }), ...(crop && { Crop: crop }) },
    })),
  });
beforeAll(async () => {
  server = await RunningServer.shared();
  base = await server.organisation({ firstDay: '2025-01-01' });
  await done('POST', '/breakdowns', { name: 'Fund', selfBalancing: true });
  await done('POST', '/breakdowns', { name: 'Crop', selfBalancing: false });
  const [fund, crop] = await done('GET', '/breakdowns');
  for (const name of ['General', 'Roof', 'Never named'])
    await done('POST', `/breakdowns/${fund.id}/values`, { name });
  for (const name of ['Apples', 'Pears']) await done('POST', `/breakdowns/${crop.id}/values`, { name });
  await post('2025-06-30', '3000', '1010', '400.00', 'General');
  await post('2025-07-01', '4000', '1010', '90.00', 'Roof');
  await post('2026-01-10', '4000', '1010', '1000.00', 'General', 'Apples');
  await post('2026-02-11', '4000', '1010', '300.00', 'Roof', 'Pears');
  await post('2026-04-10', '1010', '6100', '70.00', 'Roof');
  await post('2026-05-05', '1010', '6100', '9.00');
}, 60_000);
afterAll(() => server.stop());

const cents = (amount: string | null | undefined): number => Math.round(Number(amount ?? 0) * 100) || 0;
const row = (rows: readonly StatementRowResponse[], key: string): (string | null)[] =>
  rows.find((row) => row.key === key || row.account === key)?.amounts ?? [];

describe.each(['Fund', 'Crop'])('the result by %s', (breakdown) => {
  test('is told value by value, which add up to all', async () => {
    const statement = (await done(
      'GET',
      `/reports/income-statement?from=2026-01-01&to=2026-12-31&form=multi-step&columns=by:${breakdown}`,
    )) as IncomeStatementResponse;
    expect(statement.columns.map(({ label }) => label)).toEqual(
      breakdown === 'Fund' ? ['General', 'Roof', 'No fund', 'Total'] : ['Apples', 'Pears', 'No crop', 'Total'],
    );
    for (const { label, amounts } of statement.rows) {
      const sum = amounts.slice(0, -1).reduce((all, amount) => all + cents(amount), 0);
      expect([label, sum]).toEqual([label, cents(amounts.at(-1))]);
    }
    expect(row(statement.rows, 'net-result')).toEqual(
      breakdown === 'Fund' ? ['1000.00', '230.00', '-9.00', '1221.00'] : ['1000.00', '300.00', '-79.00', '1221.00'],
    );
  });
});

test('the position by a value that balances by itself, each with its own equity', async () => {
  const { rows, columns } = (await done(
    'GET',
    '/reports/balance-sheet?asAt=2026-12-31&columns=by:Fund',
  )) as BalanceSheetResponse;
  expect(columns.map(({ within }) => within)).toEqual([
    { breakdown: 'Fund', value: 'General' },
    { breakdown: 'Fund', value: 'Roof' },
    { breakdown: 'Fund', value: null },
    null,
  ]);
  expect(row(rows, 'total-assets')).toEqual(['1400.00', '320.00', '-9.00', '1711.00']);
  expect(row(rows, 'total-liabilities-and-equity')).toEqual(row(rows, 'total-assets'));
  expect(row(rows, 'total-equity')).toEqual(row(rows, 'total-assets'));
});

test('statements that no value has are of all, and say so by their one column', async () => {
  for (const path of [
    'balance-sheet?asAt=2026-12-31&columns=by:Crop',
    'equity-statement?columns=by:Fund',
    'cash-flow-statement?columns=by:Fund',
  ])
    expect((await done('GET', `/reports/${path}`)).columns).toMatchObject([{ key: 'amount', within: null }]);
});

test('a figure within a value leads to the lines that name it', async () => {
  const lines = async (query: object): Promise<string> => {
    const asked = new URLSearchParams(
      Object.entries(query).filter((entry): entry is [string, string] => entry[1] !== undefined),
    );
    return ((await done('GET', `/reports/figure-lines?${asked}`)) as FigureLinesResponse).sum;
  };
  const ask = async (query: string): Promise<FigureResponse> =>
    (await done('GET', `/reports/figure?from=2026-01-01&to=2026-12-31&breakdown=Fund&${query}`)) as FigureResponse;
  const result = await ask('value=Roof&row=net-result');
  expect([result.amount, result.sum]).toEqual(['230.00', '230.00']);
  const found = await Promise.all(result.parts.map(({ lines: own }) => lines({ ...own, sign: undefined })));
  expect(found).toEqual(['-300.00', '70.00']);
  const equity = await ask('statement=balance-sheet&value=Roof&row=total-equity');
  expect([equity.amount, equity.sum]).toEqual(['320.00', '320.00']);
  expect(equity.parts.every((part) => part.lines !== null)).toBe(true);
  expect((await ask('unnamed=true&row=net-result')).amount).toBe('-9.00');
});

test('a breakdown that is not there is refused at its place', async () => {
  const { status, body } = await server.request('GET', `${base}/reports/income-statement?columns=by:Colour`);
  expect([status, body.problems[0].path]).toEqual([422, 'columns']);
});

test('as a file, a column a value', async () => {
  const csv = (await done(
    'GET',
    '/reports/income-statement.csv?from=2026-01-01&to=2026-12-31&columns=by:Fund',
  )) as unknown as string;
  expect(csv.split('\r\n')[0]).toBe('row,key,label,account,amount,value General,value Roof,no-value');
});
