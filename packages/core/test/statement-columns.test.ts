import fc from 'fast-check';
import {
  alignedRows,
  bothLabels,
  columnsOf,
  incomeStatement,
  type LedgerFlow,
  minor,
  type Minor,
  parseCivilDate as d,
  percentChange,
  positionColumns,
  type StatementColumn,
  resultByAccount,
  shownClassifications,
} from '../src/index.js';
import { byNumber, chartFrom } from './ledger.js';

const calendar = { firstDay: d('2024-01-01'), fiscalYearStartMonth: 1, fiscalYearStartDay: 1 };
const fromApril = { firstDay: d('2023-04-06'), fiscalYearStartMonth: 4, fiscalYearStartDay: 6 };

const columns = (
  choice: string | undefined,
  from: string,
  to: string,
  calendarAsked = calendar,
): readonly StatementColumn[] => {
  const read = columnsOf(calendarAsked, { from: d(from), to: d(to) }, choice);
  if (!read.ok) throw new Error(read.problems.map(({ code, path }) => `${code} at ${path}`).join());
  return read.value;
};
const days = (statementColumns: readonly StatementColumn[]): string[] =>
  statementColumns.map(({ key, from, to }) => `${key} ${from} ${to}`);

describe('the columns of a statement', () => {
  test.each([
    [undefined, '2026-03-01', '2026-03-31', ['amount 2026-03-01 2026-03-31']],
    // a February ends on its last day, whichever year
    [
      'years:2',
      '2024-02-01',
      '2024-02-29',
      ['amount 2024-02-01 2024-02-29', 'year-before-1 2023-02-01 2023-02-28', 'year-before-2 2022-02-01 2022-02-28'],
    ],
    ['years:1', '2025-03-01', '2025-03-17', ['amount 2025-03-01 2025-03-17', 'year-before-1 2024-03-01 2024-03-17']],
    ['years:1', '2024-03-01', '2025-02-28', ['amount 2024-03-01 2025-02-28', 'year-before-1 2023-03-01 2024-02-29']],
    [
      'periods:2',
      '2026-03-01',
      '2026-04-30',
      [
        'amount 2026-03-01 2026-04-30',
        'period-before-1 2026-01-01 2026-02-28',
        'period-before-2 2025-11-01 2025-12-31',
      ],
    ],
    [
      'periods:1',
      '2026-03-10',
      '2026-03-12',
      ['amount 2026-03-10 2026-03-12', 'period-before-1 2026-03-07 2026-03-09'],
    ],
    [
      'months',
      '2026-01-15',
      '2026-03-10',
      [
        '2026-01 2026-01-15 2026-01-31',
        '2026-02 2026-02-01 2026-02-28',
        '2026-03 2026-03-01 2026-03-10',
        'amount 2026-01-15 2026-03-10',
      ],
    ],
    [
      'year-to-date',
      '2026-05-01',
      '2026-05-31',
      ['amount 2026-05-01 2026-05-31', 'year-to-date 2026-01-01 2026-05-31'],
    ],
  ])('%s of %s to %s', (choice, from, to, expected) => expect(days(columns(choice, from, to))).toEqual(expected));

  test('follow fiscal years that begin on any day', () => {
    expect(days(columns('periods:1', '2024-05-06', '2024-06-05', fromApril))).toEqual([
      'amount 2024-05-06 2024-06-05',
      'period-before-1 2024-04-06 2024-05-05',
    ]);
    expect(days(columns('years:1', '2024-04-06', '2025-04-05', fromApril)).at(-1)).toBe(
      'year-before-1 2023-04-06 2024-04-05',
    );
    expect(columns('months', '2024-04-06', '2025-04-05', fromApril)).toHaveLength(13);
  });

  test.each(['years:0', 'years:10', 'periods:13', 'years', 'weeks', 'years:1 '])('“%s” is refused', (choice) => {
    expect(() => columns(choice, '2026-01-01', '2026-12-31')).toThrow('columns at columns');
  });

  test('are not more months than can stand across', () => {
    expect(columns('months', '2024-01-01', '2025-12-31')).toHaveLength(25);
    expect(() => columns('months', '2024-01-01', '2026-01-01')).toThrow('columns-months at columns');
  });

  test('of positions are one a day', () => {
    const months = positionColumns(columns('months', '2026-01-01', '2026-02-28'));
    expect(months.map(({ key, label }) => [key, label])).toEqual([
      ['2026-01', 'Jan'],
      ['amount', 'Feb'],
    ]);
    expect(positionColumns(columns('year-to-date', '2026-05-01', '2026-05-31'))).toHaveLength(1);
  });
});

test.each([
  ['Net income', 'Net loss', 'Net income (loss)'],
  ['Net income before tax', 'Net loss before tax', 'Net income (loss) before tax'],
  ['Cash from investing activities', 'Cash used in investing activities', 'Cash from (used in) investing activities'],
  ['More cash', 'Less cash', 'More (less) cash'],
  ['Increase in Stock', 'Decrease in Stock', 'Increase (decrease) in Stock'],
  ['Surplus', 'Deficit', 'Surplus (deficit)'],
])('“%s” and “%s” together are “%s”', (a, b, both) => expect(bothLabels(a, b)).toBe(both));

test.each([
  [150, 100, '50.0'],
  [90, -120, '175.0'],
  [-120, 90, '-233.3'],
  [1_005, 1_000, '0.5'],
  [0, 8, '-100.0'],
  [5, 0, undefined],
] as const)('from %i to %i', (now, before, percent) =>
  expect(percentChange(minor(now), minor(before))).toBe(percent),
);

describe('months across', () => {
  const chart = chartFrom([
    { number: '4010', name: 'Cider', element: 'revenue', classification: 'revenue' },
    { number: '4090', name: 'Cider returned', element: 'revenue', classification: 'revenue', contra: true },
    { number: '5110', name: 'Apples', element: 'expense', classification: 'cost-of-sales' },
    { number: '5210', name: 'Wages', element: 'expense', classification: 'operating-expenses' },
  ]);
  const flow = (number: string, amount: number): LedgerFlow => ({
    account: byNumber(chart, number).id,
    stage: 'ordinary',
    amount: minor(amount),
  });
  const across = (months: readonly (readonly LedgerFlow[])[], form: 'single-step' | 'multi-step') => {
    const all = [...months, months.flat()];
    const beside = shownClassifications(chart, all.map(resultByAccount));
    return alignedRows(
      chart,
      all.map((flows) => incomeStatement(chart, flows, 'company', form, false, beside).rows),
    );
  };
  test('keep an account that came to nothing in all', () => {
    const rows = across(
      [
        [flow('4010', -900), flow('5210', 250)],
        [flow('4010', -400), flow('5210', -250)],
      ],
      'multi-step',
    );
    expect(
      rows.flatMap(({ label, amounts }) => (amounts.some(Boolean) ? [`${label} ${amounts.join(' ')}`] : [])),
    ).toEqual([
      'Cider 900 400 1300',
      'Total revenue 900 400 1300',
      'Wages 250 -250 ',
      'Total operating expenses 250 -250 0',
      'Net income 650 650 1300',
    ]);
  });
  test('add up, row by row, to the whole', () => {
    const flows = fc.array(
      fc.tuple(fc.constantFrom('4010', '4090', '5110', '5210'), fc.integer({ min: -1e9, max: 1e9 })),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(
        fc.array(flows, { minLength: 1, maxLength: 12 }),
        fc.constantFrom('single-step' as const, 'multi-step' as const),
        (drawn, form) => {
          const rows = across(
            drawn.map((month) => month.map(([number, amount]) => flow(number, amount))),
            form,
          );
          for (const { row, amounts } of rows) {
            const sum = amounts.slice(0, -1).reduce<number>((total, amount) => total + (amount ?? 0), 0);
            if (row !== 'heading') expect(minor(sum)).toBe((amounts.at(-1) ?? 0) as Minor);
          }
        },
      ),
    );
  });
});
