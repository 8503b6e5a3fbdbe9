import {
  type ChartedRow,
  type ChartedStatement,
  type ChartedStatements,
  drawnCharts,
  largestParts,
  minor,
  type StatementRowType,
} from '../src/index.js';

const row = (kind: StatementRowType, key: string, label: string, ...amounts: (number | null)[]): ChartedRow => ({
  row: kind,
  key,
  label,
  amounts: amounts.map((amount) => (amount === null ? null : minor(amount))),
});
const statement = (columns: readonly string[], ...rows: ChartedRow[]): ChartedStatement => ({
  columns,
  rows,
  dateLine: columns.join(' to '),
});

const ALL: ChartedStatements = {
  income: statement(
    ['Jan', 'Feb', 'Total'],
    row('total', 'total-revenue', 'Total revenue', 500, 300, 800),
    row('total', 'total-expenses', 'Total expenses', 200, 400, 600),
    row('total', 'net-result', 'Net surplus', 300, -100, 200),
  ),
  cash: statement(['Jan', 'Feb', 'Total'], row('total', 'cash-at-end', 'Cash at the end', null, 250, 250)),
  expenses: statement(
    ['Feb'],
    row('heading', 'operating-expenses', 'Operating expenses'),
    row('account', '', 'Rent', 600),
  ),
  position: statement(
    ['2026', '2025', '2024'],
    row('heading', 'equity', 'Members’ funds'),
    row('total', 'total-equity', 'Total', 900, 700, null),
  ),
};

test('charts tell what the statements say, months in their order, years from the first that there is', () => {
  expect(drawnCharts(ALL).map(({ key, title, names, points }) => ({ key, title, names, points }))).toEqual([
    {
      key: 'result',
      title: 'Result by month',
      names: ['Revenue', 'Expenses', 'Net surplus'],
      points: [
        { label: 'Jan', amounts: [500, 200, 300] },
        { label: 'Feb', amounts: [300, 400, -100] },
      ],
    },
    {
      key: 'cash',
      title: 'Cash at the end of each month',
      names: ['Cash'],
      points: [
        { label: 'Jan', amounts: [null] },
        { label: 'Feb', amounts: [250] },
      ],
    },
    {
      key: 'expenses',
      title: 'Expenses by part',
      names: ['Amount'],
      points: [{ label: 'Rent', amounts: [600], share: '100.0' }],
    },
    {
      key: 'equity',
      title: 'Members’ funds over the years',
      names: ['Members’ funds'],
      points: [
        { label: '2025', amounts: [700] },
        { label: '2026', amounts: [900] },
      ],
    },
  ]);
});

test('a chart without a point is left out; without a figure in any month there is none', () => {
  const others = drawnCharts({ ...ALL, expenses: statement(['Feb']) });
  expect(others.map(({ key }) => key)).toEqual(['result', 'cash', 'equity']);
  const none = statement(['Jan', 'Total'], row('total', 'net-result', 'Net surplus', 0, null));
  expect(drawnCharts({ ...ALL, income: none, cash: none })).toEqual([]);
});

test('expenses are told the largest first, whatever part of the statement they stand in', () => {
  const rows = [
    row('heading', 'operating-revenue', 'Revenue'),
    row('account', '', 'Sales', 90_000),
    row('subtotal', 'total-operating-revenue', 'Total revenue', 90_000),
    row('heading', 'cost-of-sales', 'Cost of sales'),
    row('account', '', 'Apples', 3_000),
    row('heading', 'operating-expenses', 'Operating expenses'),
    row('heading', 'group-1', 'People'),
    row('account', 'member', 'Wages', 6_000),
    row('subtotal', 'group-1', 'Total people', 6_000),
    row('account', '', 'Given back', -1_000),
    row('heading', 'other-income', 'Other income'),
    row('account', '', 'Interest', 500),
    row('total', 'net-result', 'Net income', 82_500),
  ];
  expect(largestParts(rows)).toEqual([
    { label: 'Wages', amounts: [6000], share: '75.0' },
    { label: 'Apples', amounts: [3000], share: '37.5' },
    { label: 'One other', amounts: [-1000], share: '-12.5' },
  ]);
});

test('of many the small ones stand together, and all come to the whole', () => {
  const rows = [
    row('heading', 'operating-expenses', 'Operating expenses'),
    ...Array.from({ length: 14 }, (_, index) => row('account', '', `Part ${index}`, (index + 1) * 1_000)),
  ];
  const parts = largestParts(rows);
  expect(parts.map(({ label }) => label)).toEqual([
    ...Array.from({ length: 9 }, (_, index) => `Part ${13 - index}`),
    '5 others',
  ]);
  expect(parts.reduce((sum, { amounts: [amount] }) => sum + (amount ?? 0), 0)).toBe(105_000);
});

test('what comes to nothing has no shares, and without expenses there is nothing to tell', () => {
  const rows = [
    row('heading', 'other-expenses', 'Other expenses'),
    row('account', '', 'Fees', 100),
    row('account', '', 'Given back', -100),
  ];
  expect(largestParts(rows).map(({ share }) => share)).toEqual([null, null]);
  expect(largestParts([])).toEqual([]);
});
