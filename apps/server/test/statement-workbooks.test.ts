import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { EquityStatementResponse, StatementRowResponse } from '@just-ledger/contract';
import ExcelJS from 'exceljs';
import { reckonedWorkbook, strippedWorkbook } from './reckoned-workbooks.js';
import { RunningServer } from './running-server.js';

// Statements as workbooks: what a spreadsheet program of another make (gnumeric) reckons from the formulas alone.

let server: RunningServer;
let folder: string;
let path: string;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'just-ledger-workbooks-'));
  server = await RunningServer.shared({ today: '2026-12-31' });
  path = await server.organisation({ firstDay: '2025-01-01', kind: 'company' });
  const post = (date: string, debit: string, credit: string, amount: string) =>
    server.done('POST', `${path}/entries`, {
      date,
      explanation: 'As it happened',
      lines: [
        { account: debit, debit: amount },
        { account: credit, credit: amount },
      ],
    });
  await post('2025-02-01', '1010', '3000', '50000.00');
  await post('2025-03-01', '1010', '4000', '8000.40');
  await post('2025-04-01', '6100', '1010', '9100.15');
  await post('2026-01-15', '1010', '4000', '12345.67');
  await post('2026-02-15', '5000', '1010', '4000.10');
  await post('2026-03-15', '6000', '1010', '2222.22');
  await post('2026-04-15', '7000', '1010', '33.33');
  await post('2026-05-15', '1500', '1010', '3000.00');
  await post('2026-06-15', '1010', '2600', '7000.00');
  await post('2026-07-15', '6500', '1509', '250.00');
  await post('2026-08-15', '7500', '2250', '900.01');
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await server.stop();
});

const stripped = (query: string) => strippedWorkbook(server, `${path}/reports/${query}`, folder);
const reckoned = (query: string) => reckonedWorkbook(server, `${path}/reports/${query}`, folder);

const figures = (sheet: readonly string[][]): (number | undefined)[][] =>
  sheet.slice(5).map((row) => row.slice(2).map((cell) => (cell === '' ? undefined : Number(cell))));
const written = (amount: string | null | undefined): number | undefined =>
  amount === null || amount === undefined ? undefined : Number(amount);

/** Compares every figure of a workbook that is reckoned anew with what the server says. */
async function compareFigures(columns: string, form: string): Promise<void> {
  const span = `from=2026-01-01&to=2026-12-31${columns}`;
  const { sheets, formulas } = await reckoned(`statements.xlsx?${span}&form=${form}`);
  expect(formulas).toBeGreaterThan(20);
  const answers = [
    (await server.done('GET', `${path}/reports/income-statement?${span}&form=${form}`)) as unknown,
    undefined,
    (await server.done(
      'GET',
      `${path}/reports/balance-sheet?asAt=2026-12-31&${span.replace(/&to=[^&]*/, '')}`,
    )) as unknown,
    (await server.done('GET', `${path}/reports/cash-flow-statement?${span}`)) as unknown,
  ] as ({ rows: StatementRowResponse[] } | undefined)[];
  for (const [index, answer] of answers.entries()) {
    if (!answer) continue;
    const found = figures(sheets[index] ?? []);
    expect(found).toHaveLength(answer.rows.length);
    answer.rows.forEach((row, index) =>
      row.amounts.forEach((amount, column) => {
        const own = found[index]?.[column];
        const isNothing = written(amount) === undefined;
        expect([row.label, column, isNothing ? undefined : own?.toFixed(2)]).toEqual([
          row.label,
          column,
          isNothing ? undefined : written(amount)?.toFixed(2),
        ]);
      }),
    );
  }
  const equity = (await server.done(
    'GET',
    `${path}/reports/equity-statement?${span}`,
  )) as unknown as EquityStatementResponse;
  const found = figures(sheets[1] ?? []);
  equity.rows.forEach((row, index) =>
    [...row.amounts, ...row.totals].forEach((amount, column) => {
      if (written(amount) === undefined) return;
      expect([row.key, column, found[index]?.[column]?.toFixed(2)]).toEqual([
        row.key,
        column,
        written(amount)?.toFixed(2),
      ]);
    }),
  );
}

describe.each([
  ['alone', ''],
  ['with the year before and the change', '&columns=years:1&change=true'],
  ['by month', '&columns=months'],
  ['rounded, with the year before and the change', '&columns=years:1&change=true&rounding=units'],
  ['in thousands, by month', '&columns=months&rounding=thousands'],
])('the four statements, %s', (_, columns) => {
  test.each(['multi-step', 'single-step'])('come to the same from their formulas (%s)', (form) =>
    compareFigures(columns, form),
  );
});

test('what is typed over moves all that rests on it, to the end of the chain', async () => {
  const { file, workbook } = await stripped('statements.xlsx?from=2026-01-01&to=2026-12-31&form=multi-step');
  const income = workbook.getWorksheet('Income statement');
  income?.eachRow((row) => {
    if (row.getCell(2).value === 'Wages') row.getCell(3).value = 2222.22 - 1000;
  });
  await workbook.xlsx.writeFile(file);
  const out = mkdtempSync(join(folder, 'csv-'));
  execFileSync('ssconvert', ['--recalc', '-S', file, join(out, '%n.csv')], { stdio: 'ignore' });
  const [, equity = '', , cash = ''] = readdirSync(out)
    .sort()
    .map((name) => readFileSync(join(out, name), 'utf8'));
  const before = (await server.done(
    'GET',
    `${path}/reports/equity-statement?from=2026-01-01&to=2026-12-31`,
  )) as unknown as EquityStatementResponse;
  const result = Number(before.rows.find(({ key }) => key === 'net-result')?.total) + 1000;
  expect(equity).toContain(result.toFixed(2));
  expect(cash).toContain(result.toFixed(2));
});

test('is ready for print, with names for its ends', async () => {
  const { workbook } = await stripped('statements.xlsx?from=2026-01-01&to=2026-12-31&form=multi-step');
  expect(workbook.worksheets.map(({ name }) => name)).toEqual([
    'Income statement',
    'Changes in equity',
    'Balance sheet',
    'Cash-flow statement',
  ]);
  for (const sheet of workbook.worksheets) {
    expect(sheet.pageSetup).toMatchObject({ fitToPage: true, fitToWidth: 1, printTitlesRow: '1:5' });
    expect(sheet.pageSetup.printArea).toMatch(/^A1:/);
  }
  const names = workbook.definedNames.model.map(({ name }) => name);
  expect(names).toEqual(
    expect.arrayContaining([
      'net_result',
      'closing_equity',
      'total_assets',
      'total_liabilities_and_equity',
      'cash_at_end',
    ]),
  );
  const formulas: string[] = [];
  workbook.getWorksheet('Balance sheet')?.eachRow((row) => {
    const cell = row.getCell(3);
    if (cell.type === ExcelJS.ValueType.Formula) formulas.push(`${row.getCell(2).text}: ${cell.formula}`);
  });
  expect(formulas.find((formula) => formula.startsWith('Total shareholders’ equity'))).toMatch(
    /'Changes in equity'!\w+\d+$/,
  );
});

test('arranged otherwise they come to the same too', async () => {
  const listed = { name: 'Premises', isTogether: false, accounts: ['6100', '6500'] };
  await server.done('PUT', `${path}/reports/arrangement`, {
    version: 0,
    order: ['non-current-assets'],
    parts: [
      { classification: 'operating-expenses', items: [{ group: listed }, { account: '6000' }] },
      {
        classification: 'non-current-assets',
        items: [{ group: { name: 'Machines', isTogether: true, accounts: ['1500', '1509'] } }],
      },
    ],
    words: [{ key: 'net-result', word: 'Result' }],
  });
  await compareFigures('', 'multi-step');
  await compareFigures('&columns=years:1&change=true', 'multi-step');
  await compareFigures('', 'single-step');
});
