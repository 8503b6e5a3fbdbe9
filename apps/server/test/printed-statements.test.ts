import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { IncomeStatementResponse } from '@just-ledger/contract';
import { displayAmount, parseAmount, parseCurrencyCode } from '@just-ledger/core';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { RunningServer } from './running-server.js';
import { fileOf, pagesOfPdf } from './written-files.js';

// Statements as they are printed, read back by a reader of another make.

const EUR = parseCurrencyCode('EUR');
let server: RunningServer;
let path: string;
beforeAll(async () => {
  server = await RunningServer.shared({ today: '2026-12-31' });
  path = await server.organisation({ firstDay: '2026-01-01', kind: 'co-operative' });
  const post = (date: string, debit: string, credit: string, amount: string) =>
    server.done('POST', `${path}/entries`, {
      date,
      explanation: 'As it happened',
      lines: [
        { account: debit, debit: amount },
        { account: credit, credit: amount },
      ],
    });
  await post('2026-01-02', '1010', '3000', '90000.00');
  await post('2026-02-01', '1010', '4000', '12345.60');
  await post('2026-03-01', '6100', '1010', '999.99');
  await post('2026-04-01', '5000', '1010', '4000.00');
  await post('2026-05-01', '1500', '2600', '2500.00');
});
afterAll(() => server.stop());

const pages = (query: string): Promise<string[]> => pagesOfPdf(server, `${path}/reports/${query}`);
const sizes = async (query: string): Promise<readonly number[][]> => {
  const data = await fileOf(server, `${path}/reports/${query}`, 'application/pdf');
  const task = getDocument({ data, useSystemFonts: false, verbosity: 0 });
  const pdf = await task.promise;
  const found: number[][] = [];
  for (let page = 1; page <= pdf.numPages; page += 1)
    found.push((await pdf.getPage(page)).view.slice(2).map(Math.round));
  await task.destroy();
  return found;
};

test('each statement stands on a page of its own, as the trade prints it', async () => {
  const all = await pages('statements.pdf?form=multi-step&sign=true');
  expect(all).toHaveLength(4);
  for (const [page, title] of [
    'Income statement',
    'Statement of changes in members’ funds',
    'Balance sheet',
    'Cash-flow statement',
  ].entries()) {
    expect(all[page]).toContain(title);
    expect(all[page]).toContain(`Page ${page + 1} of 4`);
    expect(all[page]).toMatch(/Seal [0-9a-f]{4} [0-9a-f]{4} [0-9a-f]{4} [0-9a-f]{4}/);
    expect(all[page]).toContain('Drawn on 31 December 2026');
  }
  const [income = '', equity = '', sheet = '', cash = ''] = all;
  expect(income).toContain('for the year ended 31 December 2026');
  // the sign of the currency stands at the first figure and at the end, what is taken away in parentheses
  expect(income).toMatch(/€12,345\.60.*\(4,000\.00\).*8,345\.60.*\(999\.99\).*€7,345\.61/);
  expect(income.match(/€/g)).toHaveLength(2);
  expect(equity).toContain('€97,345.61');
  expect(sheet).toContain('as at 31 December 2026');
  expect(sheet).toMatch(/Total assets €99,845\.61/);
  expect(cash).toContain('Moved no cash, and is in no figure above:');
  expect(cash).toMatch(/Approved on _+ and signed by Chair Treasurer/);
  for (const page of all.slice(0, 3)) expect(page).not.toContain('Approved on');
});

test('every figure of the answer is on the paper, in each column', async () => {
  const query = 'columns=years:1&change=true&form=single-step';
  const statement = (await server.done(
    'GET',
    `${path}/reports/income-statement?${query}`,
  )) as unknown as IncomeStatementResponse;
  const [page = ''] = await pages(`income-statement.pdf?${query}`);
  const figures = statement.rows.flatMap(({ amounts }) => amounts.slice(0, 1)).filter((amount) => amount !== null);
  expect(figures.length).toBeGreaterThan(4);
  for (const amount of figures) expect(page).toContain(displayAmount(parseAmount(amount, EUR), EUR).replace('(', ''));
  for (const { label } of statement.columns) expect(page).toContain(label);
});

test('rounded figures stand without cents, and say so; what one statement hands on arrives', async () => {
  const query = 'from=2026-01-01&to=2026-12-31&rounding=units';
  const all = await pages(`statements.pdf?${query}`);
  for (const page of all) {
    expect(page).toContain('in whole EUR');
    expect(page).not.toMatch(/\d\.\d\d\b/);
  }
  const { rows } = (await server.done(
    'GET',
    `${path}/reports/income-statement?${query}`,
  )) as unknown as IncomeStatementResponse;
  const result = rows.find(({ key }) => key === 'net-result')?.amount ?? '';
  expect(result).toMatch(/\.00$/);
  const written = displayAmount(parseAmount(result, EUR), EUR).replace('.00', '').replace('(', '');
  for (const index of [0, 1, 3]) expect(all[index]).toContain(written);
  const { status, body } = await server.request('GET', `${path}/reports/balance-sheet?rounding=tens`);
  expect([status, body.problems[0].path]).toEqual([422, 'rounding']);
});

test('what is wide lies on its side; paper is A4 or Letter', async () => {
  expect(await sizes('balance-sheet.pdf?asAt=2026-06-30')).toEqual([[595, 842]]);
  expect(await sizes('statements.pdf?statements=equity-statement&size=letter')).toEqual([[612, 792]]);
  expect(await sizes('cash-flow-statement.pdf?columns=months')).toEqual([[842, 595]]);
  const [months = ''] = await pages('income-statement.pdf?columns=months');
  expect(months).toContain('Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec Total');
});

test('is tagged for who reads it aloud, with its title and language', async () => {
  const data = await fileOf(server, `${path}/reports/statements.pdf`, 'application/pdf');
  const task = getDocument({ data, useSystemFonts: false, verbosity: 0 });
  const pdf = await task.promise;
  const { info } = await pdf.getMetadata();
  expect((info as { Title: string; Language: string }).Title).toMatch(
    /, Statements, for the year ended 31 December 2026$/,
  );
  expect((info as { Language: string }).Language).toBe('en');
  expect(await pdf.getMarkInfo()).toMatchObject({ Marked: true });
  const roles = new Set<string>();
  const walk = (node: unknown): void => {
    const { role, children = [] } = node as { role?: string; children?: unknown[] };
    if (role) roles.add(role);
    children.forEach(walk);
  };
  walk(await (await pdf.getPage(1)).getStructTree());
  expect([...roles]).toEqual(expect.arrayContaining(['H1', 'Table', 'TR', 'TH', 'TD']));
  await task.destroy();
});

test('a statement that is longer than a page goes on with its heading; parts stay together', async () => {
  for (let index = 0; index < 70; index += 1) {
    const number = `45${String(index).padStart(2, '0')}`;
    const known = await server.request('POST', `${path}/accounts`, {
      number,
      name: `Market ${index}`,
      classification: 'revenue',
    });
    if (known.status !== 201) continue;
    await server.done('POST', `${path}/entries`, {
      date: '2026-06-01',
      explanation: 'Market',
      lines: [
        { account: '1010', debit: '1.00' },
        { account: number, credit: '1.00' },
      ],
    });
  }
  const all = await pages('income-statement.pdf?form=multi-step');
  expect(all.length).toBe(2);
  expect(all[1]).toContain('Income statement, continued');
  expect(all[1]).toMatch(/Operating expenses.*Rent.*999\.99/);
});

test('an unknown statement is refused', async () => {
  const { status, body } = await server.request('GET', `${path}/reports/statements.pdf?statements=budget`);
  expect([status, body.problems[0].code, body.problems[0].path]).toEqual([422, 'statement-unknown', 'statements']);
});
