import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { fromTo } from './entries.js';
import { type Reply, RunningServer } from './running-server.js';

let server: RunningServer;
let base: string;
beforeAll(async () => {
  server = await RunningServer.shared();
  base = await server.organisation({ firstDay: '2025-01-01' });
});
afterAll(() => server.stop());

interface Sides {
  debit: string;
  credit: string;
}
interface Sheet {
  rows: {
    account: string;
    heading: boolean;
    columns: Record<string, Sides>;
    adjustments: ({ letter: string; entry: string; reversal: boolean } & Sides)[];
    across: string[];
  }[];
  totals: Record<string, Sides>;
  result: string;
  resultName: string;
  adjustingEntries: { letter: string; entry: string; reversal: boolean }[];
  values: { value: string | null; sum: string }[];
  closed: boolean;
}

const done = async (method: string, path: string, body?: object): Promise<Reply['body']> => {
  const reply = await server.request(method, `${base}${path}`, body);
  if (reply.status >= 300) throw new Error(JSON.stringify(reply.body));
  return reply.body;
};
const sheetAt = (query: string): Promise<Sheet> => done('GET', `/reports/worksheet?${query}`);
/** What stands in a pair of columns, account by account: debit positive. */
const column = ({ rows }: Sheet, name: string): Record<string, string> =>
  Object.fromEntries(
    rows
      .filter(({ heading }) => !heading)
      .flatMap(({ account, columns }) => {
        const { debit, credit } = columns[name] ?? { debit: '', credit: '' };
        return debit || credit ? [[account, [debit, credit && `-${credit}`].filter(Boolean).join(' ')]] : [];
      }),
  );
const post = (date: string, from: string, to: string, amount: string, more: object = {}, line: object = {}) =>
  done('POST', '/entries', {
    date,
    explanation: 'Posted',
    lines: fromTo(from, to, amount).map((item) => ({ ...item, ...line })),
    ...more,
  });

describe('the worksheet of a year', () => {
  const fund = { breakdowns: { Fund: 'Roof' } };
  beforeAll(async () => {
    await done('POST', '/breakdowns', { name: 'Fund', selfBalancing: true });
    const [{ id }] = await done('GET', '/breakdowns');
    for (const name of ['General', 'Roof']) await done('POST', `/breakdowns/${id}/values`, { name });
    await post('2025-06-30', '4000', '1010', '400.00');
    await post('2026-01-10', '4000', '1010', '1000.00');
    await post('2026-02-11', '4000', '1010', '300.00', {}, fund);
    await post('2026-03-31', '1010', '6100', '50.00', { kind: 'adjusting' });
    await post('2026-04-10', '1010', '6100', '70.00', { kind: 'adjusting' }, fund);
    await post('2026-05-05', '6100', '1010', '9.00', { kind: 'adjusting' });
  }, 30_000);

  test('each adjustment by its letter, gross on either side; statements and result', async () => {
    const sheet = await sheetAt('asAt=2026-12-31');
    expect(column(sheet, 'unadjusted')).toEqual({ '1010': '1700.00', '4000': '-1300.00', '': '-400.00' });
    expect(column(sheet, 'adjustments')).toEqual({ '1010': '9.00 -120.00', '6100': '120.00 -9.00' });
    expect(column(sheet, 'adjusted')).toEqual({
      '1010': '1589.00',
      '4000': '-1300.00',
      '6100': '111.00',
      '': '-400.00',
    });
    expect(column(sheet, 'incomeStatement')).toEqual({ '4000': '-1300.00', '6100': '111.00' });
    expect(sheet.result).toBe('1189.00');
    expect(sheet.resultName).toBe('Net income');
    expect(sheet.totals['balanceSheet']).toEqual({ debit: '1589.00', credit: '400.00' });
    const rent = sheet.rows.find(({ account }) => account === '6100');
    expect(rent?.adjustments.map(({ letter, debit, credit }) => `${letter} ${debit || credit}`)).toEqual([
      'a 50.00',
      'b 70.00',
      'c 9.00',
    ]);
    expect(sheet.adjustingEntries.map(({ letter }) => letter)).toEqual(['a', 'b', 'c']);
  });

  test('says the same as the trial balance, stage by stage, at any date', async () => {
    for (const asAt of ['2025-12-31', '2026-02-15', '2026-04-10', '2026-12-31'])
      for (const [stage, name] of [
        ['unadjusted', 'unadjusted'],
        ['adjusted', 'adjusted'],
        ['post-closing', 'postClosing'],
      ] as const) {
        const balance = await done('GET', `/reports/trial-balance?asAt=${asAt}&stage=${stage}`);
        const rows = balance.rows.map((row: { account: string } & Sides) => [
          row.account,
          row.debit || `-${row.credit}`,
        ]);
        expect([asAt, stage, column(await sheetAt(`asAt=${asAt}`), name)]).toEqual([
          asAt,
          stage,
          Object.fromEntries(rows),
        ]);
      }
  });

  test('adjustments before a day count as unadjusted', async () => {
    const sheet = await sheetAt('asAt=2026-12-31&adjustmentsFrom=2026-04-01');
    expect(column(sheet, 'unadjusted')['6100']).toBe('50.00');
    expect(column(sheet, 'adjustments')['6100']).toBe('70.00 -9.00');
    expect(sheet.adjustingEntries.map(({ letter }) => letter)).toEqual(['b', 'c']);
  });

  test('beside another date, with what changed', async () => {
    const sheet = await sheetAt('asAt=2026-12-31&against=2026-02-28');
    expect(column(sheet, 'against')).toEqual({ '1010': '1700.00', '4000': '-1300.00', '': '-400.00' });
    expect(column(sheet, 'change')).toEqual({ '1010': '-111.00', '6100': '111.00' });
    expect((await sheetAt('asAt=2026-12-31&against=2025-12-31')).totals['change']).toEqual({
      debit: '1300.00',
      credit: '1300.00',
    });
  });

  test('within one value, within none, and across all of them', async () => {
    expect(column(await sheetAt('asAt=2026-12-31&breakdown=Fund&value=Roof'), 'adjusted')).toEqual({
      '1010': '230.00',
      '4000': '-300.00',
      '6100': '70.00',
    });
    const unnamed = await sheetAt('asAt=2026-04-10&breakdown=Fund&unnamed=true');
    expect(column(unnamed, 'adjusted')).toEqual({
      '1010': '1350.00',
      '4000': '-1000.00',
      '6100': '50.00',
      '': '-400.00',
    });
    const across = await sheetAt('asAt=2026-12-31&breakdown=Fund');
    expect(across.values).toEqual([
      { value: 'General', sum: '0.00' },
      { value: 'Roof', sum: '0.00' },
      { value: null, sum: '0.00' },
    ]);
    expect(across.rows.find(({ account }) => account === '1010')?.across).toEqual(['0.00', '230.00', '1359.00']);
    const wrong = await server.request('GET', `${base}/reports/worksheet?breakdown=Fund&value=Tower`);
    expect([wrong.status, wrong.body.problems[0].code]).toEqual([422, 'unknown-value']);
  });

  test('as known on an earlier day, before anything was posted', async () => {
    expect((await sheetAt('asAt=2026-12-31&asKnownOn=2020-01-01&breakdown=Fund')).rows).toEqual([]);
  });

  test('a reversal of an adjustment stands by its letter, and what takes that back too', async () => {
    const rent = await post('2026-06-30', '1010', '6100', '33.00', { kind: 'adjusting' });
    const back = await done('POST', `/entries/${rent.number}/reverse`, { date: '2026-07-01' });
    const half = await sheetAt('asAt=2026-12-31');
    expect(column(half, 'unadjusted')['6100']).toBeUndefined();
    expect(half.adjustingEntries.slice(3).map(({ letter, reversal }) => [letter, reversal])).toEqual([
      ['d', false],
      ['d', true],
    ]);
    expect(column(half, 'adjusted')['6100']).toBe('111.00');
    expect(back.number).toBe(half.adjustingEntries[4]?.entry);
    // what was adjusted before a day takes its reversal with it
    const later = await sheetAt('asAt=2026-12-31&adjustmentsFrom=2026-07-01');
    expect(later.adjustingEntries).toEqual([]);
    expect(column(later, 'unadjusted')['6100']).toBe('111.00');
  });

  test('as a file: a row each account, the result and the totals', async () => {
    const reply = await server.request('GET', `${base}/reports/worksheet.csv?asAt=2026-12-31&breakdown=Fund`);
    const lines = String(reply.body).trim().split('\r\n');
    expect(lines[0]).toBe(
      'account,name,unadjusted_debit,unadjusted_credit,adjustments_debit,adjustments_credit,adjusted_debit,adjusted_credit,income_statement_debit,income_statement_credit,balance_sheet_debit,balance_sheet_credit,post_closing_debit,post_closing_credit,General,Roof,no value',
    );
    expect(lines.at(-2)).toMatch(/^result,Net income,,,,,,,1189.00,,,1189.00,/);
    expect(lines.at(-1)).toMatch(/^,Total,1700.00,1700.00,/);
  });

  test('once closed, the year ends at nothing on temporary accounts', async () => {
    await done('POST', '/fiscal-years/2025/closing', {});
    await done('POST', '/fiscal-years/2026/closing', {});
    const sheet = await sheetAt('asAt=2026-12-31');
    expect(sheet.closed).toBe(true);
    expect(column(sheet, 'adjusted')['4000']).toBe('-1300.00');
    expect(Object.keys(column(sheet, 'postClosing')).sort()).toEqual(['1010', '3200']);
  });
});
