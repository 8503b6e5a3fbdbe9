import fc from 'fast-check';
import {
  alignedRows,
  balanceSheet,
  type CashFlowBasis,
  cashFlowStatement,
  type EquityFlows,
  equityStatement,
  incomeStatement,
  innerAndOuter,
  type LedgerFlow,
  minor,
  rowSettings,
  statementFormula,
  type StatementRow,
  takenAway,
  writtenPercent,
  ZERO,
} from '../src/index.js';
import { byNumber, chartFrom } from './ledger.js';

const chart = chartFrom([
  { number: '1010', name: 'Bank', role: 'cash' },
  { number: '1100', name: 'Stock' },
  { number: '1500', name: 'Vans', classification: 'non-current-assets' },
  { number: '2100', name: 'Wages owed' },
  { number: '2600', name: 'Bank loan', classification: 'non-current-liabilities' },
  { number: '3000', name: 'Capital', element: 'equity', role: 'owner-capital' },
  { number: '4000', name: 'Sales', element: 'revenue', classification: 'revenue' },
  { number: '4500', name: 'Interest', element: 'revenue', classification: 'other-income' },
  { number: '5000', name: 'Goods', element: 'expense', classification: 'cost-of-sales' },
  { number: '6000', name: 'Wages', element: 'expense', classification: 'operating-expenses' },
  { number: '7000', name: 'Fines', element: 'expense', classification: 'other-expenses' },
  { number: '7500', name: 'Tax', element: 'expense', classification: 'income-tax' },
]);
const flow = (number: string, amount: number): LedgerFlow => ({
  account: byNumber(chart, number).id,
  stage: 'ordinary',
  amount: minor(amount),
});

/** All statements that flows make, in rows. */
function statementsOf(flows: readonly LedgerFlow[]): Record<string, readonly StatementRow[]> {
  const years: EquityFlows = { base: [], years: [{ lead: [], span: flows }] };
  const equity = equityStatement(chart, 'sole-trader', years);
  const basis: CashFlowBasis = { flows, before: new Map(), entries: [], open: () => ({ start: ZERO, end: ZERO }) };
  return {
    single: incomeStatement(chart, flows, 'sole-trader', 'single-step').rows,
    multi: incomeStatement(chart, flows, 'sole-trader', 'multi-step').rows,
    sheet: balanceSheet(chart, 'sole-trader', flows, equity).rows,
    cash: cashFlowStatement(chart, 'sole-trader', basis).rows,
  };
}

describe('what a row adds up', () => {
  const amounts = fc.array(
    fc.tuple(
      fc.constantFrom('1100', '2100', '4000', '4500', '5000', '6000', '7000', '7500'),
      fc.integer({ min: -1e6, max: 1e6 }),
    ),
    { maxLength: 12 },
  );
  test('comes to its amount, whatever parts a statement has', () => {
    fc.assert(
      fc.property(amounts, (drawn) => {
        const flows = drawn.map(([number, amount]) => flow(number, amount));
        const rest = -drawn.reduce((sum, [, amount]) => sum + amount, 0);
        for (const rows of Object.values(statementsOf([...flows, flow('1010', rest)])))
          rows.forEach((row, at) => {
            const terms = statementFormula(rows, at);
            if (terms === undefined) return;
            const sum = terms.reduce((total, term) => total + term.sign * (rows[term.at]?.amount ?? 0), 0);
            expect([row.key, minor(sum)]).toEqual([row.key, row.amount]);
          });
      }),
    );
  });
  test('is told of every subtotal and total', () => {
    const all = ['1100', '2100', '4000', '4500', '5000', '6000', '7000', '7500'].map((number) => flow(number, 5));
    for (const rows of Object.values(statementsOf([...all, flow('1010', -40)]))) {
      const untold = rows.filter(
        ({ row, key }, at) =>
          (row === 'subtotal' || row === 'total') && key !== 'cash-at-beginning' && !statementFormula(rows, at),
      );
      expect(untold.map(({ key }) => key)).toEqual([]);
    }
  });
});

describe('how rows stand', () => {
  const rows = statementsOf([flow('1010', 700), flow('4000', -900), flow('5000', 100), flow('6000', 100)]);
  test('the sum of a part is beside its last item, results are in the outer column', () => {
    const set = innerAndOuter(rows['multi'] ?? []);
    expect(
      set.map(({ of, isInner, isLastOfPart, beside, rule, hasSign }) =>
        [of.label, isInner ? 'in' : 'out', isLastOfPart && 'last', beside?.amount, rule, hasSign && 'sign']
          .filter((part) => part !== false && part !== '' && part !== undefined)
          .join(' '),
      ),
    ).toEqual([
      'Revenue out',
      'Sales in last 900 sign',
      'Cost of sales out',
      'Goods in last 100',
      'Gross profit out over',
      'Operating expenses out',
      'Wages in last 100',
      'Net income out end sign',
    ]);
  });
  test('in columns each sum has its line, the end a double rule', () => {
    const sheet = rows['sheet'] ?? [];
    const settings = rowSettings(sheet);
    expect(
      sheet.map(({ key }, at) => `${key || 'account'} ${settings[at]?.kind} ${settings[at]?.rule}`.trim()),
    ).toEqual([
      'current-assets heading',
      'account item',
      'total-current-assets sum over',
      'total-assets end end',
      'total-liabilities sum over',
      'equity heading',
      'account item',
      'total-equity end over',
      'total-liabilities-and-equity end end',
    ]);
  });
  test('nothing is lost between the two', () => {
    for (const one of Object.values(rows)) {
      const told = innerAndOuter(one).flatMap(({ of, beside }) => [of, ...(beside ? [beside] : [])]);
      expect(told).toEqual(one);
    }
    expect(alignedRows(chart, [rows['cash'] ?? []])).toHaveLength((rows['cash'] ?? []).length);
  });
  test.each([
    ['5.00', '(5.00)'],
    ['(5.00)', '5.00'],
  ])('%s taken away is %s', (figure, expected) => expect(takenAway(figure)).toBe(expected));
  test.each([
    ['12.5', '12.5'],
    ['-12.5', '(12.5)'],
    ['0.0', '–'],
    [null, ''],
  ])('%s per cent is written %s', (percent, expected) => expect(writtenPercent(percent)).toBe(expected));
});
