import type { BalanceSheetResponse, IncomeStatementResponse, StatementRowResponse } from '@just-ledger/contract';
import { RunningServer } from './running-server.js';
import { TakeOn, type Cells } from './take-on-of-books.js';

let server: RunningServer;
beforeAll(async () => {
  server = await RunningServer.shared();
});
afterAll(() => server.stop());

/** What a report says, by account number or key: the amount, and the one of the year before. */
const figures = (rows: readonly StatementRowResponse[]): Record<string, (string | null)[]> =>
  Object.fromEntries(
    rows
      .filter(({ row }) => row !== 'heading')
      .map(({ account, key, amounts: [amount = null, before = null] }) => [account ?? key, [amount, before]]),
  );
const report = async <Answer>(takeOn: TakeOn, query: string): Promise<Answer> => {
  const { status, body } = await server.request('GET', `${takeOn.path}/reports/${query}`);
  expect([status, body.problems]).toEqual([200, undefined]);
  return body as Answer;
};
const atDate = (date: string, balances: Readonly<Record<string, string>>): Cells[] =>
  Object.entries(balances).map(([account, debit]) => ({ account, date, debit }));

describe('books that begin with a year', () => {
  let books: TakeOn;
  beforeAll(async () => {
    books = await TakeOn.begin(server);
    await books.add(
      'trial-balance',
      { account: '1010', debit: '90.00' },
      { account: '3000', credit: '60.00' },
      { account: '3200', credit: '30.00' },
    );
    expect((await books.signOff()).status).toBe(200);
    await server.request('POST', `${books.path}/entries`, {
      date: '2026-03-31',
      explanation: 'Sales of the quarter',
      lines: [
        { account: '1010', debit: '25.00' },
        { account: '4000', credit: '25.00' },
      ],
    });
  });

  test('without earlier years it is said that the books begin later', async () => {
    const income = await report<IncomeStatementResponse>(
      books,
      'income-statement?from=2026-01-01&to=2026-03-31&columns=years:1',
    );
    expect(income.columns[1]).toEqual({
      key: 'year-before-1',
      type: 'amount',
      label: '31 Mar 2025',
      from: '2025-01-01',
      to: '2025-03-31',
      within: null,
      knownOn: null,
      note: 'Before these books begin: revenue and expense are here from 1 January 2026. The balances of 31 March 2025 can be brought in under Take on, Earlier years.',
    });
    expect(figures(income.rows)['net-result']).toEqual(['25.00', null]);
    const sheet = await report<BalanceSheetResponse>(books, 'balance-sheet?asAt=2025-03-31');
    expect([sheet.rows, sheet.totals.totalAssets, sheet.note?.slice(0, 24)]).toEqual([
      [],
      '0.00',
      'Before these books begin',
    ]);
    const { body } = await server.request('GET', `${books.path}/reports/trial-balance?asAt=2025-03-31`);
    expect([body.rows, body.note]).toEqual([[], sheet.note]);
    const equity = await report<{ rows: unknown[]; note: string }>(
      books,
      'equity-statement?from=2025-01-01&to=2025-03-31',
    );
    expect([equity.rows, equity.note]).toEqual([[], sheet.note]);
  });

  test('earlier years stand beside this one, in the statements, their files and the chart', async () => {
    const reopened = await books.ask('POST', '/reopening', { reason: 'the balances of 2025 were found' });
    expect(reopened.status).toBe(200);
    await books.add(
      'history',
      ...atDate('2025-03-31', { 1010: '70.00', 3000: '(60.00)', 4000: '(18.00)', 6100: '8.00' }),
      ...atDate('2025-12-31', { 1010: '90.00', 3000: '(60.00)', 4000: '(42.00)', 6100: '12.00' }),
    );
    const { history } = await books.now();
    expect(history.map(({ date, outBy, differing }) => [date, outBy, differing])).toEqual([
      ['2025-12-31', '0.00', 0],
      ['2025-03-31', '0.00', null],
    ]);
    const income = await report<IncomeStatementResponse>(
      books,
      'income-statement?from=2026-01-01&to=2026-03-31&columns=years:1',
    );
    expect(figures(income.rows)).toMatchObject({
      4000: ['25.00', '18.00'],
      6100: [null, '8.00'],
      'net-result': ['25.00', '10.00'],
    });
    expect(income.columns[1]?.note).toBe('From the old books.');
    const sheet = await report<BalanceSheetResponse>(books, 'balance-sheet?asAt=2026-03-31&columns=years:1');
    expect(figures(sheet.rows)).toMatchObject({
      1010: ['115.00', '70.00'],
      'total-assets': ['115.00', '70.00'],
      'total-equity': ['115.00', '70.00'],
    });
    const csv = (
      await server.request('GET', `${books.path}/reports/balance-sheet.csv?asAt=2026-03-31&columns=years:1`)
    ).body as string;
    expect(csv.split(/\r?\n/).slice(0, 3)).toEqual([
      'row,key,label,account,amount,year-before-1',
      'heading,current-assets,Current assets,,,',
      'account,,Bank account,1010,115.00,70.00',
    ]);
    const chart = (await server.request('GET', `${books.path}/accounts?asAt=2025-03-31`)).body as {
      number: string;
      balance: string;
    }[];
    expect(chart.find(({ number }) => number === '4000')?.balance).toBe('-18.00');
    // the year up to the changeover, and the rest of it after March
    const rest = await report<IncomeStatementResponse>(books, 'income-statement?from=2025-04-01&to=2025-12-31');
    expect([figures(rest.rows)['4000'], figures(rest.rows)['6100'], rest.note]).toEqual([
      ['24.00', null],
      ['4.00', null],
      'From the old books.',
    ]);
  });

  test('a span that begins before anything is known of shows the part that is here, and says so', async () => {
    const income = await report<IncomeStatementResponse>(
      books,
      'income-statement?from=2025-12-31&to=2026-03-31&columns=years:1',
    );
    expect([figures(income.rows)['4000'], income.note?.slice(0, 57)]).toEqual([
      ['25.00', null],
      'Only from 1 January 2026 on. Before these books begin: re',
    ]);
    expect(income.columns[1]?.note).toContain('The balances of 31 December 2024 can be brought in');
  });

  test('nothing of earlier years is posted, and the proofs hold', async () => {
    expect(await books.balances('2026-03-31')).toEqual({
      1010: '115.00',
      3000: '-60.00',
      3200: '-30.00',
      4000: '-25.00',
    });
    const { body } = await server.request('GET', `${books.path}/proofs?asAt=2026-03-31`);
    expect((body.proofs as { holds: boolean }[]).every(({ holds }) => holds)).toBe(true);
  });
});

test('books that begin within a year: its months are here, those of the year before in the old books', async () => {
  const books = await TakeOn.begin(server, { changeoverDate: '2026-04-30' });
  await books.add('trial-balance', { account: '1010', debit: '70' }, { account: '3000', credit: '50' });
  await books.add('trial-balance', { account: '4000', credit: '20' });
  await books.add(
    'running-year',
    { account: '4000', month: '2026-03', credit: '15' },
    { account: '4000', month: '2026-04', credit: '5' },
  );
  for (const tray of ['trial-balance', 'running-year']) await books.post(tray);
  await books.add('history', ...atDate('2025-03-31', { 1010: '9.00', 3000: '(2.00)', 4000: '(7.00)' }));
  const march = await report<IncomeStatementResponse>(
    books,
    'income-statement?from=2026-01-01&to=2026-03-31&columns=years:1',
  );
  expect([march.note, march.columns[1]?.note, figures(march.rows)['4000']]).toEqual([
    null,
    'From the old books.',
    ['15.00', '7.00'],
  ]);
  const sheet = await report<BalanceSheetResponse>(books, 'balance-sheet?asAt=2026-03-31&columns=years:1');
  expect([sheet.note?.slice(0, 24), figures(sheet.rows)['1010']]).toEqual([
    'Before these books begin',
    [null, '9.00'],
  ]);
  const across = await report<IncomeStatementResponse>(books, 'income-statement?from=2025-01-01&to=2026-04-30');
  expect(across.note).toContain('The balances of 31 December 2025 can be brought in');
  await books.add('history', ...atDate('2025-12-31', { 1010: '50.00', 3000: '(2.00)', 4000: '(48.00)' }));
  const whole = await report<IncomeStatementResponse>(books, 'income-statement?from=2025-01-01&to=2026-04-30');
  expect([whole.note, figures(whole.rows)['4000']]).toEqual([
    'Up to 31 December 2025 from the old books.',
    ['68.00', null],
  ]);
});
