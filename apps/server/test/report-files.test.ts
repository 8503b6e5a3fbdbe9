import Database from 'better-sqlite3';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type {
  AccountResponse,
  AgedBalancesResponse,
  BalanceSheetResponse,
  ChangesResponse,
  ChartsResponse,
  IncomeStatementResponse,
  TaxReportResponse,
  TrialBalanceResponse,
  WorksheetResponse,
} from '@just-ledger/contract';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { reckonedWorkbook } from './reckoned-workbooks.js';
import { type Reply, RunningServer } from './running-server.js';
import { fileOf, pagesOfPdf } from './written-files.js';

// Reports as paper, read back by a reader of another make, and as workbooks, reckoned anew from their formulas alone.

let server: RunningServer;
let folder: string;
let base: string;
const done = (method: string, path: string, body?: object): Promise<Reply['body']> =>
  server.done(method, `${base}${path}`, body);
const post = (date: string, lines: object[], more: object = {}): Promise<Reply['body']> =>
  done('POST', '/entries', { date, explanation: 'As it happened', lines, ...more });
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'just-ledger-reports-'));
  server = await RunningServer.start({ today: '2026-12-31' });
  base = await server.organisation({ firstDay: '2026-01-01', kind: 'company' });
  for (const name of ['Low Weir Farm Shop', 'Bramley Walk Deli'])
    await done('POST', '/contacts', { name, roles: ['customer'] });
  await done('POST', '/accounts', { number: '2210', name: 'Sales tax owed', classification: 'current-liabilities' });
  await done('POST', '/tax-codes', {
    code: 'S',
    name: 'Standard',
    side: 'sales',
    rates: [{ parts: [{ rate: '20', side: 'credit', account: '2210' }] }],
  });
  const sell = (date: string, amount: string, contact: string, document: string): Promise<Reply['body']> =>
    post(date, [
      { account: '1100', debit: amount, contact, document },
      { account: '4000', credit: amount, contact },
    ]);
  await post('2026-01-02', [
    { account: '1010', debit: '5000.00' },
    { account: '3000', credit: '5000.00' },
  ]);
  await sell('2026-02-01', '1200.40', 'Low Weir Farm Shop', 'S-1');
  await sell('2026-11-01', '300.60', 'Low Weir Farm Shop', 'S-2');
  await sell('2026-12-20', '99.99', 'Bramley Walk Deli', 'S-3');
  await post(
    '2026-12-31',
    [
      { account: '6500', debit: '250.00' },
      { account: '1519', credit: '250.00' },
    ],
    { kind: 'adjusting' },
  );
}, 60_000);
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await server.stop();
});

const pages = (query: string): Promise<string[]> => pagesOfPdf(server, `${base}/reports/${query}`);
/** What a workbook comes to from its formulas, row by row, without its heads. */
const rows = async (query: string, sheet = 0): Promise<string[][]> => {
  const { sheets, formulas } = await reckonedWorkbook(server, `${base}/reports/${query}`, folder);
  expect(formulas).toBeGreaterThan(0);
  return (sheets[sheet] ?? []).slice(5);
};
const figures = (row: readonly string[] | undefined): string[] =>
  (row ?? []).slice(2).map((cell) => (cell === '' ? '' : Number(cell).toFixed(2)));

describe('the trial balance', () => {
  test('is printed with its totals, the books’ seal and the day', async () => {
    const [page = '', ...more] = await pages('trial-balance.pdf?asAt=2026-12-31');
    expect(more).toEqual([]);
    for (const text of ['Trial balance', 'as at 31 December 2026', '1010', '€5,000.00', 'Total', '€6,850.99', 'Seal'])
      expect(page).toContain(text);
    expect(page).toContain('Page 1 of 1');
  });
  test('adds up in a workbook', async () => {
    const {
      rows: told,
      totalDebit,
      totalCredit,
    } = (await done('GET', '/reports/trial-balance?asAt=2026-12-31')) as TrialBalanceResponse;
    const found = await rows('trial-balance.xlsx?asAt=2026-12-31');
    expect(found.map((row) => row[0]).slice(0, -1)).toEqual(told.map(({ account }) => account));
    expect(figures(found.at(-1))).toEqual([totalDebit, totalCredit]);
  });
  test.each(['unadjusted', 'post-closing'])('says that it is the %s one', async (stage) => {
    const [page = ''] = await pages(`trial-balance.pdf?asAt=2026-12-31&stage=${stage}`);
    expect(page.toLowerCase()).toContain(`${stage} trial balance`);
  });
});

describe('the worksheet', () => {
  test('is printed on its side, whole or with the columns that are asked for', async () => {
    const [page = ''] = await pages('worksheet.pdf?asAt=2026-12-31');
    for (const text of ['Unadjusted debit', 'Balance sheet credit', 'With the result', 'Net income'])
      expect(page).toContain(text);
    const [few = ''] = await pages('worksheet.pdf?asAt=2026-12-31&show=adjusted,adjustments');
    expect(few).toContain('Adjusted debit');
    expect(few).not.toContain('Income statement');
    expect(few).not.toContain('With the result');
  });
  test('adds up in a workbook, the statements with the result', async () => {
    const sheet = (await done('GET', '/reports/worksheet?asAt=2026-12-31')) as WorksheetResponse;
    const found = await rows('worksheet.xlsx?asAt=2026-12-31&show=adjusted,incomeStatement,balanceSheet');
    const { adjusted, incomeStatement, balanceSheet } = sheet.totals;
    const [total, , end] = found.slice(-3);
    const sides = [adjusted, incomeStatement, balanceSheet].flatMap(({ debit, credit }) => [debit, credit]);
    expect(figures(total)).toEqual(sides);
    const [, , debit, credit, assets, claims] = figures(end);
    expect([debit, assets]).toEqual([credit, claims]);
  });
  test('says within which value and by whose knowledge it is drawn', async () => {
    await done('POST', '/breakdowns', { name: 'Stall', selfBalancing: false });
    const [{ id }] = await done('GET', '/breakdowns');
    await done('POST', `/breakdowns/${id}/values`, { name: 'Ferry Lane' });
    const asked = 'worksheet.pdf?asAt=2026-12-31&breakdown=Stall';
    expect((await pages(`${asked}&value=Ferry%20Lane`))[0]).toContain('as at 31 December 2026, Stall: Ferry Lane');
    expect((await pages(`${asked}&unnamed=true&asKnownOn=2026-12-31`))[0]).toContain(
      'as at 31 December 2026, as known on 31 December 2026, no stall named',
    );
  });
  test('has headings over their accounts, or folded into one row that says the same', async () => {
    await done('POST', '/accounts', { number: '1001', name: 'Money', classification: 'current-assets' });
    const chart = (await done('GET', '/accounts')) as AccountResponse[];
    const { id, version } = chart.find(({ number }) => number === '1010') ?? {};
    await done('PUT', `/accounts/${id}`, { number: '1010', name: 'Bank', role: 'cash', parent: '1001', version });
    const asked = 'asAt=2026-12-31&show=adjusted';
    const [open = ''] = await pages(`worksheet.pdf?${asked}&headings=open`);
    expect(open).toMatch(/1001 Money 1010 .*€5,000\.00/);
    const [folded = ''] = await pages(`worksheet.pdf?${asked}&headings=folded`);
    expect(folded).toMatch(/1001 Money €5,000\.00/);
    expect(folded).not.toContain('1010');
    expect((await pages(`worksheet.pdf?${asked}&headings=folded&turned=1001`))[0]).toBe(open);
    expect((await pages(`worksheet.pdf?${asked}`))[0]).not.toContain('Money');
    const total = figures((await rows(`worksheet.xlsx?${asked}`)).at(-1));
    for (const headings of ['open', 'folded'])
      expect(figures((await rows(`worksheet.xlsx?${asked}&headings=${headings}`)).at(-1))).toEqual(total);
  });
  test('columns that it has not are refused', async () => {
    const { status, body } = await server.request('GET', `${base}/reports/worksheet.pdf?show=colours`);
    expect([status, body.problems[0].path]).toEqual([422, 'show']);
  });
});

describe('aged balances', () => {
  test('are printed by contact, with their documents where these are asked for', async () => {
    const [page = ''] = await pages('aged-balances.pdf?ledger=receivables&asAt=2026-12-31');
    for (const text of ['Aged receivables', 'Low Weir Farm Shop', '1,501.00', '€1,600.99', 'control account'])
      expect(page).toContain(text);
    expect(page).not.toContain('S-1');
    const [all = ''] = await pages('aged-balances.pdf?ledger=receivables&asAt=2026-12-31&documents=true');
    expect(all).toMatch(/S-1, of 1 Feb 2026, due 1 Feb 2026, 333 days over/);
  });
  test('add up down and across, documents in no sum', async () => {
    const { ages, total } = (await done(
      'GET',
      '/reports/aged-balances?ledger=receivables&asAt=2026-12-31',
    )) as AgedBalancesResponse;
    const found = await rows('aged-balances.xlsx?ledger=receivables&asAt=2026-12-31&documents=true');
    expect(found).toHaveLength(6);
    expect(figures(found.at(-1))).toEqual([...Object.values(ages), total]);
  });
  test('are printed of what is derived, as they are drawn: not of all lines there are', async () => {
    const derived = new Database(join(server.folder, 'derived.sqlite'));
    try {
      const behind = derived.prepare<[string], number>('SELECT count(*) FROM derived_to WHERE name = ?').pluck();
      const change = derived.prepare('UPDATE document_sum SET amount = amount + ? WHERE key = ?');
      while (!behind.get('document-sums')) await done('GET', '/accounts');
      // forged, to see where the figure comes from
      change.run(100, 's-1');
      const [page = ''] = await pages('aged-balances.pdf?ledger=receivables&asAt=2026-12-30');
      expect(page).toContain('1,502.00');
      change.run(-100, 's-1');
    } finally {
      derived.close();
    }
  });
});

test('the report of taxes is printed and adds up, with its accounts on a page of their own', async () => {
  await post('2026-12-30', [
    { account: '1010', debit: '120.00' },
    { account: '4000', credit: '100.00', taxCode: 'S', amountIs: 'net' },
  ]);
  const span = 'from=2026-10-01&to=2026-12-31';
  const report = (await done('GET', `/reports/tax?${span}`)) as TaxReportResponse;
  expect(report.due).toBe('20.00');
  const [page = '', accounts = ''] = await pages(`tax.pdf?${span}`);
  for (const text of ['S Standard, 20 %', '€20.00', '20.00 is owed for the period']) expect(page).toContain(text);
  expect(accounts).toContain('Accounts of taxes');
  const found = await rows(`tax.xlsx?${span}`);
  expect(figures(found.at(-1))).toEqual(['100.00', '20.00', '0.00', '0.00']);
});

describe('ledger and journal as workbooks', () => {
  const reckoned = (path: string): ReturnType<typeof reckonedWorkbook> =>
    reckonedWorkbook(server, `${base}/${path}`, folder);
  const cents = (cells: readonly (string | undefined)[]): string[] => cells.map((cell) => Number(cell).toFixed(2));

  test('each balance of a ledger follows from the one above, and the last from the sums', async () => {
    const { sheets, formulas } = await reckoned(
      'reports/account-ledger.xlsx?account=1100&from=2026-02-01&to=2026-12-31',
    );
    const [lines = [], sums = []] = sheets;
    const balance = lines[0]?.indexOf('balance') ?? -1;
    expect(cents(lines.slice(1).map((row) => row[balance]))).toEqual(['0.00', '1200.40', '1501.00', '1600.99']);
    expect(formulas).toBe(3 + 4);
    expect(sums.map(([label]) => label)).toEqual(['Brought forward', 'Debit', 'Credit', 'At the end']);
    expect(cents(sums.map(([, sum]) => sum))).toEqual(['0.00', '1600.99', '0.00', '1600.99']);
  });

  test('a filtered ledger has sums and no balances', async () => {
    const { sheets } = await reckoned(
      'reports/account-ledger.xlsx?account=1100&from=2026-01-01&to=2026-12-31&amount=99.99',
    );
    expect(sheets[1]?.map(([label]) => label)).toEqual(['Debit', 'Credit']);
    expect(cents(sheets[1]?.map(([, sum]) => sum) ?? [])).toEqual(['99.99', '0.00']);
  });

  test('the journal comes to the same on both sides', async () => {
    const { sheets } = await reckoned('entries.xlsx?from=2026-01-01&to=2026-12-31');
    expect(sheets[1]?.map(([label]) => label)).toEqual(['Sum of debit', 'Sum of credit', 'Difference']);
    const { amount } = await done('GET', '/entries/sums?from=2026-01-01&to=2026-12-31');
    expect(cents(sheets[1]?.map(([, sum]) => sum) ?? [])).toEqual([amount, amount, '0.00']);
  });
});

describe('recurring journals', () => {
  beforeAll(async () => {
    const keep = (name: string, day: number, more: object): Promise<Reply['body']> =>
      done('POST', '/recurring-journals', {
        name,
        schedule: { unit: 'month', every: 1, day, from: '2027-01-01' },
        entry: {
          explanation: name,
          lines: [
            { account: '6100', debit: '80.00' },
            { account: '1010', credit: '80.00' },
          ],
        },
        ...more,
      });
    await keep('Rent of the shed', 5, { byItself: 'drafts' });
    await keep('Power, as metered', 28, { amounts: 'asked' });
  });

  test('are printed whole: how often, how they stand, what they post', async () => {
    const all = (await pagesOfPdf(server, `${base}/recurring-journals.pdf?size=letter`)).join(' ');
    expect(all).toMatch(/Recurring journals.*as at 31 Dec 2026/);
    expect(all).toMatch(
      /Rent of the shed 5 Jan 2027 monthly, on the 5th; the same each time; laid as a draft by itself 6100 .*80\.00.*1010 .*80\.00/,
    );
    // an amount that is asked for each time is not told before it is known
    expect(all).toMatch(
      /Power, as metered 28 Jan 2027 monthly, on the 28th; asked for each time 6100 \D*1010 \D*Rent of the shed/,
    );
  });

  test('are a workbook, a row each', async () => {
    const { sheets } = await reckonedWorkbook(server, `${base}/recurring-journals.xlsx`, folder);
    const [[head = []] = [], ...none] = sheets;
    expect([head.join(), none.length]).toEqual(['name,schedule,from,next,amounts,amount,standing', 0]);
    expect(sheets[0]?.slice(1).map(([name, how, , , , amount]) => [name, how, Number(amount)])).toEqual(
      expect.arrayContaining([['Rent of the shed', 'monthly, on the 5th', 80]]),
    );
  });
});

describe('what changed', () => {
  test('is printed and saved: the accounts, then the entries', async () => {
    const asked = 'from=2026-01-01&to=2026-12-31&since=2025-12-31';
    const [accounts = '', entries = ''] = await pages(`changes.pdf?${asked}`);
    expect(accounts).toMatch(/Changed since the end of 31 December 2025.*1010 Bank €0\.00 €5,120\.00 €5,120\.00/);
    expect(entries).toMatch(/Posted since.*2026-0001 2 Jan 2026, As it happened \(posted on .*€5,000\.00/);
    const changes = (await done('GET', `/reports/changes?${asked}`)) as ChangesResponse;
    const found = await rows(`changes.xlsx?${asked}`);
    expect(found.slice(0, -1).map(figures)).toEqual(changes.rows.map(({ then, now, change }) => [then, now, change]));
    expect(figures(found.at(-1))).toEqual(['0.00', '0.00', '0.00']);
  });
  test('says so where nothing did', async () => {
    const [page = '', ...more] = await pages('changes.pdf?from=2026-01-01&to=2026-12-31&since=2026-12-31');
    expect(page).toContain('Nothing that is dated in these days was posted since');
    expect([more.length, page.includes('Total')]).toEqual([0, false]);
  });
});

describe('charts', () => {
  const asked = 'from=2026-01-01&to=2026-12-31';
  test('say what the statements say', async () => {
    const { charts } = (await done('GET', `/reports/charts?${asked}`)) as ChartsResponse;
    expect(charts.map(({ title }) => title)).toEqual([
      'Result by month',
      'Cash at the end of each month',
      'Expenses by part',
      'Shareholders’ equity over the years',
    ]);
    const [result, cash, expenses, equity] = charts;
    const months = (await done(
      'GET',
      `/reports/income-statement?${asked}&columns=months`,
    )) as IncomeStatementResponse;
    const net = months.rows.find(({ key }) => key === 'net-result')?.amounts ?? [];
    expect(result?.points.map(({ amounts }) => amounts[2])).toEqual(net.slice(0, -1));
    const sheet = (await done('GET', '/reports/balance-sheet?asAt=2026-12-31')) as BalanceSheetResponse;
    expect(equity?.points.at(-1)?.amounts).toEqual([sheet.totals.totalEquity]);
    expect(cash?.points.at(-1)?.amounts).toEqual(['5120.00']);
    expect(expenses?.points).toEqual([expect.objectContaining({ amounts: ['250.00'], share: '100.0' })]);
  });
  test('are printed with their figures, tagged, each told where it cannot be seen', async () => {
    const [page = '', last = ''] = await pages(`charts.pdf?${asked}`);
    expect(page).toMatch(/Charts.*up to 31 December 2026.*Result by month.*Feb 1,200\.40 0\.00 1,200\.40/);
    expect(last).toMatch(/Shareholders’ equity over the years.*31 Dec 2026 6,450\.99/);
    const data = await fileOf(server, `${base}/reports/charts.pdf?${asked}&size=letter`, 'application/pdf');
    const pdf = await getDocument({ data, useSystemFonts: false, verbosity: 0 }).promise;
    const tree = JSON.stringify(await (await pdf.getPage(1)).getStructTree());
    expect(tree).toContain('Result by month, 1 Jan 2026 to 31 Dec 2026: the figures stand in the table below.');
  });
  test('without anything posted are none', async () => {
    const empty = await server.organisation({ firstDay: '2026-01-01', name: 'Empty' });
    const told = (await server.done('GET', `${empty}/reports/charts?${asked}`)) as ChartsResponse;
    expect(told.charts).toEqual([]);
    expect((await pagesOfPdf(server, `${empty}/reports/charts.pdf?${asked}`))[0]).toContain('nothing to draw');
  });
  test('days before the books, and such as are none', async () => {
    const before = (await done('GET', '/reports/charts?from=2025-01-01&to=2025-12-31')) as ChartsResponse;
    expect(before.charts).toEqual([]);
    expect((await server.request('GET', `${base}/reports/charts?to=someday`)).status).toBe(422);
  });
});
