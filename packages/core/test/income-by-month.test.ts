import fc from 'fast-check';
import { incomeByMonth, incomeStatement, type LedgerFlow, minor, type Minor } from '../src/index.js';
import { byNumber, chartFrom } from './ledger.js';

const chart = chartFrom([
  { number: '1010', name: 'Current account' },
  { number: '4010', name: 'Cider', element: 'revenue', classification: 'revenue' },
  { number: '4090', name: 'Cider returned', element: 'revenue', classification: 'revenue', contra: true },
  { number: '5110', name: 'Apples', element: 'expense', classification: 'cost-of-sales' },
  { number: '5210', name: 'Wages', element: 'expense', classification: 'operating-expenses' },
]);
const flow = (number: string, amount: number, stage: LedgerFlow['stage'] = 'ordinary'): LedgerFlow => ({
  account: byNumber(chart, number).id,
  stage,
  movement: undefined,
  amount: minor(amount),
});

describe('income by month', () => {
  test('has each month’s part beside every sum, and an account that came to nothing in all', () => {
    const months = [
      [flow('4010', -900), flow('5110', 300), flow('5210', 250)],
      [flow('4010', -400), flow('5210', -250), flow('4010', 1_300, 'closing')],
    ];
    const rows = incomeByMonth(chart, months, 'co-operative', 'multi-step');
    expect(
      rows.flatMap(({ label, account, amount, months: parts }) =>
        amount === undefined ? [] : [`${account?.number ?? label}: ${parts.join(' + ')} = ${amount}`],
      ),
    ).toEqual([
      '4010: 900 + 400 = 1300',
      'Total revenue: 900 + 400 = 1300',
      '5110: 300 + 0 = 300',
      'Total cost of sales: 300 + 0 = 300',
      'Gross surplus: 600 + 400 = 1000',
      '5210: 250 + -250 = 0',
      'Total operating expenses: 250 + -250 = 0',
      'Net surplus: 350 + 650 = 1000',
    ]);
  });
  test('adds up, row by row, to the statement of the whole span', () => {
    const flows = fc.array(
      fc.tuple(fc.constantFrom('4010', '4090', '5110', '5210'), fc.integer({ min: -1e9, max: 1e9 })),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(
        fc.array(flows, { minLength: 1, maxLength: 12 }),
        fc.constantFrom('single-step', 'multi-step'),
        (drawn, form) => {
          const months = drawn.map((month) => month.map(([number, amount]) => flow(number, amount)));
          const rows = incomeByMonth(chart, months, 'company', form as 'single-step');
          const whole = incomeStatement(chart, months.flat(), 'company', form as 'single-step', true);
          for (const { months: parts, amount } of rows) {
            if (amount !== undefined)
              expect(parts.reduce<number>((sum, part) => sum + (part as Minor), 0)).toBe(amount);
          }
          expect(rows.at(-1)?.amount).toBe(whole.netResult);
        },
      ),
      { seed: 20270118, numRuns: 100 },
    );
  });
});
