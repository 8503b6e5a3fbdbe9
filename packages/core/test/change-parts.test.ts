import fc from 'fast-check';
import {
  alignedRows,
  changeParts,
  incomeStatement,
  type LedgerFlow,
  minor,
  resultByAccount,
  shownClassifications,
  ZERO,
} from '../src/index.js';
import { byNumber, chartFrom } from './ledger.js';

const chart = chartFrom([
  { number: '4000', name: 'Sales', element: 'revenue', classification: 'revenue' },
  { number: '4500', name: 'Interest', element: 'revenue', classification: 'other-income' },
  { number: '5000', name: 'Goods', element: 'expense', classification: 'cost-of-sales' },
  { number: '6000', name: 'Wages', element: 'expense', classification: 'operating-expenses' },
  { number: '7500', name: 'Tax', element: 'expense', classification: 'income-tax' },
]);
type Amounts = Readonly<Record<string, number>>;
const flows = (amounts: Amounts): LedgerFlow[] =>
  Object.entries(amounts).map(([number, amount]) => ({
    account: byNumber(chart, number).id,
    stage: 'ordinary',
    amount: minor(amount),
  }));
const rowsOf = (now: Amounts, before: Amounts, form: 'multi-step' | 'single-step' = 'multi-step') => {
  const [a, b] = [flows(now), flows(before)];
  const beside = shownClassifications(chart, [a, b].map(resultByAccount));
  return alignedRows(chart, [
    incomeStatement(chart, a, 'company', form, false, beside).rows,
    incomeStatement(chart, b, 'company', form, false, beside).rows,
  ]);
};
const partsOf = (rows: ReturnType<typeof rowsOf>, key: string) =>
  changeParts(
    rows,
    rows.findIndex((row) => row.key === key),
    ({ amounts: [now = ZERO, before = ZERO] }) => ({ now, before }),
  );

describe('what accounts for a change', () => {
  test('is told the largest first, expenses the other way round', () => {
    const rows = rowsOf({ 4000: -900, 6000: 300, 5000: 100 }, { 4000: -500, 6000: 320, 5000: 650 });
    expect(partsOf(rows, 'net-result').map(({ row, change }) => `${row.label} ${change}`)).toEqual([
      'Goods 550',
      'Sales 400',
      'Wages 20',
    ]);
    expect(partsOf(rows, 'total-cost-of-sales').map(({ row, change }) => `${row.label} ${change}`)).toEqual([
      'Goods -550',
    ]);
  });
  test('adds up to the change of every figure', () => {
    const some = fc.dictionary(
      fc.constantFrom('4000', '4500', '5000', '6000', '7500'),
      fc.integer({ min: -1e6, max: 1e6 }),
    );
    fc.assert(
      fc.property(some, some, fc.constantFrom('multi-step' as const, 'single-step' as const), (now, before, form) => {
        const rows = rowsOf(now, before, form);
        for (const { row, key, amounts } of rows) {
          if (row === 'heading' || row === 'account') continue;
          const sum = partsOf(rows, key).reduce((total, { change }) => total + change, 0);
          expect([key, sum]).toEqual([key, (amounts[0] ?? 0) - (amounts[1] ?? 0)]);
        }
      }),
    );
  });
});
