import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { CashFlowResponse, StatementRowResponse } from '@just-ledger/contract';
import { followEveryFigure } from './followed-figures.js';
import { type Reply, RunningServer } from './running-server.js';
import { archiveOf, sendArchive, takeArchive } from './sent-archives.js';
import { pagesOfPdf } from './written-files.js';

// The cash-flow statement over HTTP: reckoned by hand beside what is posted, and against the lines themselves.

let server: RunningServer;
let base: string;
beforeAll(async () => {
  server = await RunningServer.shared();
  base = await server.organisation({ firstDay: '2026-01-01', kind: 'company' });
  await done('POST', '/contacts', { name: 'Ferry Garage', roles: ['supplier'] });
});
afterAll(() => server.stop());

const done = (method: string, path: string, body?: object): Promise<Reply['body']> =>
  server.done(method, `${base}${path}`, body);
type Line = readonly [account: string, amount: number, more?: object];
const post = (date: string, explanation: string, ...lines: Line[]): Promise<{ number: string }> =>
  done('POST', '/entries', {
    date,
    explanation,
    lines: lines.map(([account, amount, more]) => ({
      account,
      [amount > 0 ? 'debit' : 'credit']: Math.abs(amount).toFixed(2),
      ...more,
    })),
  }) as Promise<{ number: string }>;
const bill = (document: string): object => ({ contact: 'Ferry Garage', document });
const cashFlow = async (query: string): Promise<CashFlowResponse> =>
  (await done('GET', `/reports/cash-flow-statement?${query}`)) as CashFlowResponse;
const written = (rows: readonly StatementRowResponse[], column = 0): string[] =>
  rows.flatMap(({ label, amounts }) => (amounts[column] ? [`${label} ${amounts[column]}`] : []));

describe('a year with a van on account, a loan and a dividend', () => {
  let van: { number: string };
  let given: { number: string };
  beforeAll(async () => {
    await post('2026-01-02', 'Shares', ['1010', 9_000], ['3000', -9_000]);
    await post('2026-02-01', 'Sales', ['1010', 4_000], ['4000', -4_000]);
    await post('2026-02-10', 'Rent', ['6100', 700], ['1010', -700]);
    van = await post('2026-03-01', 'A van', ['1510', 6_000], ['2100', -6_000, bill('V-1')]);
    await post('2026-03-20', 'Half of the van', ['2100', 3_000, bill('V-1')], ['1010', -3_000]);
    given = await post('2026-04-01', 'A press on a loan', ['1500', 2_000], ['2600', -2_000]);
    await post('2026-05-01', 'First instalment', ['2600', 400], ['7000', 30], ['1010', -430]);
    await post('2026-12-31', 'Wear', ['6500', 800], ['1519', -800]);
  });

  test('tells what was earned, what was paid, and what moved no cash', async () => {
    const statement = await cashFlow('from=2026-01-01&to=2026-12-31');
    expect(statement.title).toBe('Cash-flow statement');
    expect(statement.dateLine).toBe('for the year ended 31 December 2026');
    expect(written(statement.rows)).toEqual([
      'Net income 2470.00',
      'Depreciation 800.00',
      'Cash from operating activities 3270.00',
      'Paid for Vehicles -3000.00',
      'Cash used in investing activities -3000.00',
      'Paid on Loans -400.00',
      'Paid in as Share capital 9000.00',
      'Cash from financing activities 8600.00',
      'Increase in cash 8870.00',
      'Cash at the beginning 0.00',
      'Cash at the end 8870.00',
    ]);
    expect(statement.withoutCash).toEqual([
      { entry: van.number, date: '2026-03-01', explanation: 'A van', amount: '3000.00' },
      { entry: given.number, date: '2026-04-01', explanation: 'A press on a loan', amount: '2000.00' },
    ]);
  });

  test('what is paid of it in the next span is paid there', async () => {
    await post('2027-01-10', 'The rest of the van', ['2100', 3_000, bill('V-1')], ['1010', -3_000]);
    const january = await cashFlow('from=2027-01-01&to=2027-01-18&columns=years:1&change=true');
    expect(written(january.rows)).toEqual([
      'Net income 0.00',
      'Cash from operating activities 0.00',
      'Paid for Vehicles -3000.00',
      'Cash used in investing activities -3000.00',
      'Decrease (increase) in cash -3000.00',
      'Cash at the beginning 8870.00',
      'Cash at the end 5870.00',
    ]);
    expect(written(january.rows, 1)).toContain('Paid in as Share capital 9000.00');
    expect(january.columns.map(({ key }) => key)).toEqual(['amount', 'year-before-1', 'change', 'change-percent']);
    expect(january.withoutCash).toEqual([]);
    // the whole of both years is what its parts come to
    const both = await cashFlow('from=2026-01-01&to=2027-01-18');
    expect(written(both.rows)).toContain('Paid for Vehicles -6000.00');
  });

  test('as it was known before the rest was paid', async () => {
    const known = await cashFlow('from=2026-01-01&to=2027-01-18&asKnownOn=2026-01-01T00:00:00Z');
    expect(known.totals.cashAtEnd).toBe('0.00');
  });

  test('months add up to the whole, each from the cash of the one before', async () => {
    const { rows, columns } = await cashFlow('from=2026-01-01&to=2026-12-31&columns=months');
    expect(columns).toHaveLength(13);
    const cents = (key: string): number[] =>
      rows.find((row) => row.key === key)?.amounts.map((amount) => Math.round(Number(amount) * 100)) ?? [];
    for (const key of ['net-result', 'cash-operating', 'cash-investing', 'cash-financing', 'change-in-cash']) {
      const all = cents(key);
      expect([key, all.slice(0, -1).reduce((sum, count) => sum + count, 0)]).toEqual([key, all.at(-1)]);
    }
    const [beginning, end] = [cents('cash-at-beginning'), cents('cash-at-end')];
    expect(beginning.slice(1, 12)).toEqual(end.slice(0, 11));
    expect([beginning.at(-1), end.at(-1)]).toEqual([beginning[0], end[11]]);
  });

  test.each([
    ['2026-01-01', '2026-12-31'],
    ['2026-03-02', '2026-03-31'],
    ['2027-01-01', '2027-01-18'],
  ])('every figure of %s to %s is followed to its lines and entries', async (from, to) =>
    expect((await followEveryFigure(server, base, { from, to })).faults).toEqual([]),
  );

  test('a figure leads to the entries behind it', async () => {
    const ask = (query: string) => done('GET', `/reports/figure?from=2026-01-01&to=2026-12-31&${query}`);
    const paid = await ask('statement=cash-flow-statement&row=paid&account=1510');
    expect(paid).toMatchObject({ label: 'Paid for Vehicles', amount: '-3000.00', sum: '-3000.00' });
    expect(paid.parts).toMatchObject([{ entry: { entry: van.number, explanation: 'A van', papers: 0 } }]);
    const result = await ask('row=net-result');
    expect(result.parts.map(({ label, amount }: { label: string; amount: string }) => `${label} ${amount}`)).toEqual([
      'Sales 4000.00',
      'Rent -700.00',
      'Depreciation -800.00',
      'Interest paid -30.00',
    ]);
    const { rows, sum, next } = await done(
      'GET',
      '/reports/figure-lines?account=1010&from=2026-02-01&to=2026-02-28&stages=flows',
    );
    expect([rows.map((row: { explanation: string }) => row.explanation), sum, next]).toEqual([
      ['Rent', 'Sales'],
      '3300.00',
      null,
    ]);
  });

  test('a figure that is not there is not made up', async () => {
    const ask = async (query: string) => (await server.request('GET', `${base}/reports/figure?${query}`)).status;
    expect(await ask('statement=balance-sheet&row=none')).toBe(404);
    expect(await ask('statement=equity-statement&row=closing-equity&component=9999')).toBe(404);
    expect(await ask('account=4000&row=none')).toBe(404);
    expect((await server.request('GET', `${base}/reports/figure-lines?account=9999`)).status).toBe(404);
    expect((await server.request('GET', `${base}/reports/figure-lines?account=1010&after=x`)).status).toBe(422);
  });

  test('as a file, with the figures of the year before', async () => {
    const csv = (await done(
      'GET',
      '/reports/cash-flow-statement.csv?from=2026-01-01&to=2026-12-31&columns=periods:1',
    )) as unknown as string;
    const lines = csv.split('\r\n');
    expect(lines[0]).toBe('row,key,label,account,amount,period-before-1');
    expect(lines).toContain('account,,Paid for Vehicles,1510,-3000.00,');
    expect(lines).toContain('total,cash-at-end,Cash at the end,,8870.00,0.00');
  });

  test('an account is where somebody puts it, which is on the record and in the archive', async () => {
    type Known = { id: number; number: string; version: number; cashFlow: string | null };
    const find = (all: unknown): Known | undefined => (all as Known[]).find(({ number }) => number === '7000');
    const account = find(await done('GET', '/accounts'));
    expect(account?.cashFlow).toBeNull();
    const [number, name, element, classification] = ['7000', 'Interest paid', 'expense', 'other-expenses'];
    const change = { number, name, element, classification, cashFlow: 'financing', version: account?.version };
    await done('PUT', `/accounts/${account?.id}`, change);
    const { rows } = await cashFlow('from=2026-01-01&to=2026-12-31');
    expect(written(rows)).toEqual(
      expect.arrayContaining([
        'Interest paid 30.00',
        'Cash from operating activities 3300.00',
        'Paid on Loans -430.00',
      ]),
    );
    const chart = (await done('GET', '/accounts.csv')) as unknown as string;
    expect(chart.split('\r\n').find((line) => line.startsWith('7000'))).toContain(',financing,');
    const job = await sendArchive(server, await archiveOf(server, base));
    const { organisation } = await takeArchive(server, job, 'Taken in');
    expect(find(await server.done('GET', `/api/organisations/${organisation}/accounts`))?.cashFlow).toBe('financing');
  });

  test('what cannot be is refused at its place', async () => {
    const ask = async (path: string): Promise<unknown> => {
      const { status, body } = await server.request('GET', `${base}${path}`);
      return [
        status,
        ...((body.problems ?? []) as { code: string; path: string }[]).map(
          (problem) => `${problem.code} at ${problem.path}`,
        ),
      ];
    };
    expect(await ask('/reports/cash-flow-statement?columns=weeks')).toEqual([422, 'columns at columns']);
    expect(await ask('/reports/balance-sheet?columns=years:0')).toEqual([422, 'columns at columns']);
    const { status, body } = await server.request('POST', `${base}/accounts`, {
      number: '1999',
      name: 'Till',
      cashFlow: 'cash',
    });
    expect([status, body.problems[0].path]).toEqual([422, 'cashFlow']);
  });
});

test('of very many entries that moved no cash the largest hundred are told, and what all come to', async () => {
  const own = await server.organisation({ firstDay: '2026-01-01', kind: 'company' });
  const rows = Array.from({ length: 104 }, (_, index) => [
    `2026-03-01,${index},Press ${index},1500,${index + 1}.00,`,
    `2026-03-01,${index},Press ${index},2600,,${index + 1}.00`,
  ]);
  const csv = `date,entry,explanation,account,debit,credit\n${rows.flat().join('\n')}\n`;
  const file = await server.request('POST', `${own}/entries/import`, csv, { 'content-type': 'text/csv' });
  expect(file.status).toBe(201);
  const asked = 'from=2026-01-01&to=2026-12-31';
  const told = (await server.done('GET', `${own}/reports/cash-flow-statement?${asked}`)) as CashFlowResponse;
  expect(told.withoutCashInAll).toEqual({ entries: 104, amount: '5460.00' });
  expect(told.withoutCash.map(({ amount }) => amount)).toEqual(
    Array.from({ length: 100 }, (_, index) => `${index + 5}.00`),
  );
  const pages = await pagesOfPdf(server, `${own}/reports/cash-flow-statement.pdf?${asked}`);
  expect(pages.join(' ')).toContain(
    'Moved no cash, and is in no figure above (the largest 100 of 104 entries, 5,460.00 in all):',
  );
});
