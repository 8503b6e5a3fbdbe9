import fc from 'fast-check';
import {
  alignedRows,
  balanceSheet,
  type CashFlowBasis,
  cashFlowStatement,
  type EquityFlows,
  equityStatement,
  incomeStatement,
  type LedgerFlow,
  minor,
  rankedRows,
  ranksOf,
  reducedAccounts,
  rowSettings,
  statementFormula,
  type StatementRow,
  takenAway,
  withNets,
  writtenPercent,
  ZERO,
} from '../src/index.js';
import { byNumber, chartFrom } from './ledger.js';

const chart = chartFrom([
  { number: '1010', name: 'Bank', role: 'cash' },
  { number: '1100', name: 'Stock' },
  { number: '1109', name: 'Spoilt', contra: true },
  { number: '1500', name: 'Vans', classification: 'non-current-assets' },
  { number: '1509', name: 'Wear', classification: 'non-current-assets', contra: true },
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

/** Rows as they stand with a column a rank: name, then each figure with its rule. */
function standing(rows: readonly StatementRow[]): string[] {
  return rankedRows(rows).map(({ of, figures }) => {
    const told = figures.map(({ of: figure, rank, rule, hasSign }) =>
      [rank, figure.amount, rule, hasSign && 'sign'].filter((part) => part !== false && part !== '').join(' '),
    );
    return told.length === 0 ? of.label : `${of.label}: ${told.join(', ')}`;
  });
}

describe('what a row adds up', () => {
  const amounts = fc.array(
    fc.tuple(
      fc.constantFrom('1100', '1109', '2100', '4000', '4500', '5000', '6000', '7000', '7500'),
      fc.integer({ min: -1e6, max: 1e6 }),
    ),
    { maxLength: 12 },
  );
  test('comes to its amount, whatever parts a statement has', () => {
    fc.assert(
      fc.property(amounts, (cells) => {
        const flows = cells.map(([number, amount]) => flow(number, amount));
        const rest = -cells.reduce((sum, [, amount]) => sum + amount, 0);
        for (const drawn of Object.values(statementsOf([...flows, flow('1010', rest)]))) {
          const rows = alignedRows(chart, [drawn]).map((row) => ({ ...row, amount: row.amounts[0] }));
          rows.forEach((row, index) => {
            const terms = statementFormula(rows, index);
            if (terms === undefined) return;
            const sum = terms.reduce((total, term) => total + term.sign * (rows[term.at]?.amount ?? 0), 0);
            expect([row.key, minor(sum)]).toEqual([row.key, row.amount]);
          });
        }
      }),
    );
  });
  test('is told of every subtotal and total', () => {
    const all = ['1100', '2100', '4000', '4500', '5000', '6000', '7000', '7500'].map((number) => flow(number, 5));
    for (const rows of Object.values(statementsOf([...all, flow('1010', -40)]))) {
      const untold = rows.filter(
        ({ row, key }, index) =>
          (row === 'subtotal' || row === 'total') && key !== 'cash-at-beginning' && !statementFormula(rows, index),
      );
      expect(untold.map(({ key }) => key)).toEqual([]);
    }
  });
});

describe('how rows stand', () => {
  const rows = statementsOf([flow('1010', 700), flow('4000', -900), flow('5000', 100), flow('6000', 100)]);
  test('the sum of a part is beside its last item, results are in the outer column', () => {
    expect(standing(rows['multi'] ?? [])).toEqual([
      'Revenue',
      'Sales: item 900 last sign, sum 900',
      'Cost of sales',
      'Goods: item 100 last, sum 100',
      'Gross profit: sum 800 over',
      'Operating expenses',
      'Wages: item 100 last, sum 100',
      'Net income: sum 700 end sign',
    ]);
  });
  test('parts of an item stand before it, the net beside the last of them', () => {
    const sheet = statementsOf([flow('1010', 300), flow('1500', 900), flow('1509', -200), flow('3000', -1000)])[
      'sheet'
    ];
    const aligned = alignedRows(chart, [sheet ?? []]).map((row) => ({ ...row, amount: row.amounts[0] }));
    expect(ranksOf(aligned)).toEqual(['part', 'item', 'sum']);
    expect(standing(aligned).slice(2, 6)).toEqual([
      'Non-current assets',
      'Vans: part 900',
      'Wear: part -200 last, item 700 last, sum 700',
      'Total assets: sum 1000 end sign',
    ]);
    const settings = rowSettings(aligned);
    expect(
      aligned.slice(4, 7).map(({ key }, index) => [key, settings[index + 4]?.rule, settings[index + 4]?.isOfItem]),
    ).toEqual([
      ['gross', '', true],
      ['less', '', true],
      ['net-of-1500', 'over', false],
    ]);
    const net = aligned.findIndex(({ key }) => key === 'net-of-1500');
    const sum = aligned.findIndex(({ key }) => key === 'total-non-current-assets');
    expect(statementFormula(aligned, net)?.map(({ at }) => at)).toEqual([4, 5]);
    expect(statementFormula(aligned, sum)?.map(({ at }) => at)).toEqual([4, 5]);
  });
  test('beside a year without the contra account the net is what there was', () => {
    const sheetOf = (...flows: LedgerFlow[]) => statementsOf([...flows, flow('3000', -1000)])['sheet'] ?? [];
    const rows = alignedRows(chart, [sheetOf(flow('1500', 1000)), sheetOf(flow('1500', 1200), flow('1509', -200))]);
    expect(rows.slice(1, 4).map(({ label, amounts }) => [label, ...amounts])).toEqual([
      ['Vans', 1000, 1200],
      ['Wear', undefined, -200],
      ['Vans, net', 1000, 1000],
    ]);
  });
  test('a contra account alone has no net', () => {
    const wear: StatementRow[] = (statementsOf([flow('1509', -200), flow('3000', 200)])['sheet'] ?? []).slice(0, 3);
    const rows = wear.map(({ amount, ...row }) => ({ ...row, amounts: [amount] }));
    expect(withNets(reducedAccounts(chart), rows)).toEqual(rows);
  });
  test('in columns each sum has its line, the end a double rule', () => {
    const sheet = rows['sheet'] ?? [];
    const settings = rowSettings(sheet);
    expect(
      sheet.map(({ key }, index) => `${key || 'account'} ${settings[index]?.kind} ${settings[index]?.rule}`.trim()),
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
    for (const row of Object.values(rows)) {
      const told = rankedRows(row).flatMap(({ of, figures }) =>
        figures.length === 0 ? [of] : figures.map((figure) => figure.of),
      );
      expect(told).toEqual(row);
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
