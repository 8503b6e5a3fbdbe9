import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { AccountLedgerResponse, BalancesResponse } from '@just-ledger/contract';
import ExcelJS from 'exceljs';
import { fromTo } from './entries.js';
import { fileOf, pagesOfPdf } from './written-files.js';
import { problemCodes, type Reply, RunningServer } from './running-server.js';

const WORKBOOK = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

let server: RunningServer;
let base: string;
const report = (path: string): string => `${base}/reports/account-ledger${path}`;
const get = (path: string): Promise<Reply> => server.request('GET', report(path));
const post = async (date: string, explanation: string, lines: object[], more: object = {}): Promise<string> => {
  const { status, body } = await server.request('POST', `${base}/entries`, { date, explanation, lines, ...more });
  expect([explanation, status, body.problems]).toEqual([explanation, 201, undefined]);
  return body.number;
};

beforeAll(async () => {
  server = await RunningServer.shared({ today: '2026-12-31' });
  base = await server.organisation();
  for (const name of ['Low Weir', 'Reed Yard'])
    await server.request('POST', `${base}/contacts`, { name, number: name.slice(0, 3), roles: ['customer'] });
  for (const [index, contact] of ['Low Weir', 'Reed Yard', 'Low Weir'].entries()) {
    const document = `K ${index}`;
    const amount = `${index + 1}00.00`;
    await post(
      `2026-0${index + 1}-10`,
      `Crates to ${contact}`,
      fromTo('4000', '1100', amount, { contact, document }),
    );
    await post(`2026-0${index + 2}-05`, `${contact} pays`, [
      { account: '1010', debit: amount },
      { account: '1100', credit: amount, contact, document },
    ]);
  }
  // one entry with lines of two contacts on the account
  await post('2026-05-02', 'Owed by the other', [
    { account: '1100', debit: '7', contact: 'Low Weir', note: 'taken over' },
    { account: '1100', credit: '7', contact: 'Reed Yard' },
  ]);
});
afterAll(() => server.stop());

const said = async (filter: string): Promise<(string | null)[][]> => {
  const rows: AccountLedgerResponse['rows'] = [];
  for (let after: string | null = ''; after !== null;) {
    const { status, body }: Reply = await get(`?account=1100&limit=2${filter}${after && `&after=${after}`}`);
    expect([status, body.problems]).toEqual([200, undefined]);
    rows.push(...body.rows);
    after = body.next;
  }
  const { body: sums } = await get(`/sums?account=1100${filter}`);
  const sum = (side: 'debit' | 'credit'): string =>
    rows.reduce((all, row) => all + Number(row[side] ?? 0), 0).toFixed(2);
  expect(sums).toEqual({ lines: rows.length, debit: sum('debit'), credit: sum('credit') });
  return rows.map(({ date, debit, credit, contact, balance }) => [date, debit, credit, contact, balance]);
};

describe('the ledger of an account', () => {
  test('has the balance after each line, page by page', async () => {
    expect((await said('')).map((row) => row[4])).toEqual([
      '100.00',
      '0.00',
      '200.00',
      '0.00',
      '300.00',
      '0.00',
      '7.00',
      '0.00',
    ]);
  });

  test.each([
    ['contact=Low%20Weir', ['2026-01-10', '2026-02-05', '2026-03-10', '2026-04-05', '2026-05-02']],
    ['contact=Ree', ['2026-02-10', '2026-03-05', '2026-05-02']],
    ['text=crates', ['2026-01-10', '2026-02-10', '2026-03-10']],
    ['book=receipts', ['2026-02-05', '2026-03-05', '2026-04-05']],
    ['book=sales&from=2026-03-06', ['2026-03-10', '2026-05-02', '2026-05-02']],
    ['document=k%201', ['2026-02-10', '2026-03-05']],
    ['amount=300', ['2026-03-10', '2026-04-05']],
    ['amountFrom=150&amountTo=300', ['2026-02-10', '2026-03-05', '2026-03-10', '2026-04-05']],
    ['contact=Low%20Weir&from=2026-03-01&to=2026-03-31', ['2026-03-10']],
    ['paper=without&reversed=no&text=pays', ['2026-02-05', '2026-03-05', '2026-04-05']],
    ['text=nothing-like-it', []],
  ])('is filtered as the journal is: %s', async (filter, dates) => {
    const rows = await said(`&${filter}`);
    expect(rows.map(([date]) => date)).toEqual(dates);
    expect(rows.every((row) => row[4] === null)).toBe(true);
  });

  test('a line that names another contact is left out of its entry, an account that is not there is refused', async () => {
    expect((await said('&contact=Reed%20Yard&from=2026-05-01')).map((row) => row[2])).toEqual(['7.00']);
    for (const path of ['', '/sums', '/balances', '.pdf', '.xlsx'])
      expect(problemCodes(await get(`${path}?account=nope`))).toEqual(['account-unknown at account']);
  });

  test('says how its balance went, day by day in a quarter, else by month ends, as the reports have it', async () => {
    const balanceAt = async (day: string): Promise<string> =>
      (await get(`?account=1100&from=${day}&to=${day}`)).body.closing;
    const { body: days }: { body: BalancesResponse } = await get(
      '/balances?account=1100&from=2026-01-01&to=2026-03-31',
    );
    expect(days.step).toBe('day');
    expect(days.points.map(({ date }) => date)).toEqual([
      '2025-12-31',
      '2026-01-10',
      '2026-02-05',
      '2026-02-10',
      '2026-03-05',
      '2026-03-10',
      '2026-03-31',
    ]);
    const { body: months }: { body: BalancesResponse } = await get(
      '/balances?account=1100&from=2026-01-01&to=2026-06-15',
    );
    expect(months.step).toBe('month');
    expect(months.points.map(({ date }) => date).slice(-3)).toEqual(['2026-04-30', '2026-05-31', '2026-06-15']);
    for (const { date, balance } of [...days.points, ...months.points])
      expect([date, balance]).toEqual([date, await balanceAt(date)]);
  });

  test('is written as a workbook and as paper, its balance carried from page to page', async () => {
    const book = new ExcelJS.Workbook();
    await book.xlsx.load(
      (await fileOf(server, report('.xlsx?account=1100&text=crates'), WORKBOOK)).buffer as ArrayBuffer,
    );
    const sheet = book.worksheets[0];
    expect(sheet?.rowCount).toBe(5);
    expect([sheet?.getCell('A3').value, sheet?.getCell('E5').value]).toEqual([new Date('2026-01-10'), 300]);
    for (let index = 0; index < 70; index += 1)
      await post('2026-08-01', `Sale ${index}`, fromTo('4000', '1010', '1.25'));
    const pages = await pagesOfPdf(server, report('.pdf?account=1010&from=2026-08-01&to=2026-08-31'));
    expect(pages.length).toBe(2);
    expect(pages[0]).toMatch(/Sallow Reach 1010 .* 1 Aug 2026 to 31 Aug 2026/);
    expect(pages[0]).toContain('brought forward 600.00 dr');
    const [, carried] = /carried forward ([\d.]+ dr)/.exec(pages[0] ?? '') ?? [];
    expect(pages[1]).toContain(`brought forward ${carried}`);
    expect(pages[1]).toContain('Balance at the end 87.50 0.00 687.50 dr');
    const filtered = await pagesOfPdf(server, report('.pdf?account=1100&text=crates'));
    expect(filtered[0]).toContain('filtered');
    expect(filtered[0]).toContain('Total 600.00 0.00');
    const nothing = await pagesOfPdf(server, report('.pdf?account=1100&text=nothing-like-it'));
    expect(nothing[0]).toMatch(/filtered .*Total 0\.00 0\.00/);
    expect(nothing[0]).not.toContain('brought forward');
  });
});
