import fc from 'fast-check';
import {
  accountIn,
  balanceSheet,
  type CashFlowBasis,
  cashFlowClassOf,
  cashFlowStatement,
  displayRounded,
  equityRow,
  equityStatement,
  type EquityStatement,
  incomeStatement,
  type LedgerFlow,
  minor,
  parseCurrencyCode,
  type Minor,
  roundedCashFlow,
  roundedEquity,
  roundedIncome,
  roundedPosition,
  roundingUnit,
  roundingWords,
  statementFormula,
  type StatementRow,
  sumByAccount,
  ZERO,
} from '../src/index.js';
import { byNumber, chartFrom } from './ledger.js';

const chart = chartFrom([
  { number: '1010', name: 'Bank', role: 'cash' },
  { number: '1020', name: 'Till', role: 'cash' },
  { number: '1100', name: 'Stock' },
  { number: '1109', name: 'Spoilt', contra: true },
  { number: '2100', name: 'Wages owed' },
  { number: '3000', name: 'Capital of Ida', element: 'equity', role: 'owner-capital', share: 2 },
  { number: '3001', name: 'Capital of Jo', element: 'equity', role: 'owner-capital', share: 1 },
  { number: '4000', name: 'Sales', element: 'revenue', classification: 'revenue' },
  { number: '4500', name: 'Interest', element: 'revenue', classification: 'other-income' },
  { number: '5000', name: 'Goods', element: 'expense', classification: 'cost-of-sales' },
  { number: '6000', name: 'Wages', element: 'expense', classification: 'operating-expenses' },
  { number: '6100', name: 'Rent', element: 'expense', classification: 'operating-expenses' },
  { number: '7500', name: 'Tax', element: 'expense', classification: 'income-tax' },
]);
const [UNIT, KIND] = [minor(100), 'partnership'] as const;
const flow = (number: string, amount: number): LedgerFlow => {
  const { id: account, element } = byNumber(chart, number);
  const isOwn = element === 'equity';
  return { account, stage: 'ordinary', amount: minor(amount), ...(isOwn && { movement: 'contribution' as const }) };
};

/** What flows make of a year after what went before, each statement rounded. */
function roundedYear(before: readonly LedgerFlow[], flows: readonly LedgerFlow[]) {
  const equityOf = (base: readonly LedgerFlow[], span: readonly LedgerFlow[]): EquityStatement =>
    equityStatement(chart, KIND, { base: [], years: [{ lead: base, span }] });
  const exact = equityOf(before, flows);
  const equity = roundedEquity(exact, UNIT);
  const netResult = equityRow(equity, 'net-result').total;
  const positionOf = (all: readonly LedgerFlow[], equityStatement: EquityStatement) =>
    roundedPosition(balanceSheet(chart, KIND, all, equityStatement), equityStatement, UNIT);
  const sheet = positionOf([...before, ...flows], exact);
  const earlier = positionOf(before, equityOf([], before));
  const cashIn = ({ rows }: { rows: readonly StatementRow[] }): Map<number, Minor> =>
    new Map(
      rows.flatMap(({ account, amount = ZERO }) =>
        account && cashFlowClassOf(account) === 'cash' ? [[account.id, amount]] : [],
      ),
    );
  const basis: CashFlowBasis = {
    flows,
    before: sumByAccount(before),
    entries: flows
      .filter(({ account }) => accountIn(chart, account).element === 'equity')
      .map(({ account, amount }, index) => {
        const other = { account: byNumber(chart, '1010').id, amount: minor(-amount) };
        return { place: index, isInSpan: true, lines: [{ account, amount }, other] };
      }),
    open: () => ({ start: ZERO, end: ZERO }),
  };
  const atBeginning = minor([...cashIn(earlier).values()].reduce((sum, amount) => sum + amount, 0));
  const exactCash = cashFlowStatement(chart, KIND, basis);
  return {
    exact,
    equity,
    earlier,
    sheet,
    netResult,
    exactRows: incomeStatement(chart, flows, KIND, 'multi-step').rows,
    multi: roundedIncome(incomeStatement(chart, flows, KIND, 'multi-step'), netResult, UNIT),
    single: roundedIncome(incomeStatement(chart, flows, KIND, 'single-step'), netResult, UNIT),
    exactCash,
    cash: roundedCashFlow(exactCash, { netResult, atBeginning, held: cashIn(sheet) }, UNIT),
  };
}

const cells = fc.array(
  fc.tuple(
    fc.constantFrom('1020', '1100', '1109', '2100', '3000', '3001', '4000', '4500', '5000', '6000', '6100', '7500'),
    fc.integer({ min: -200_000, max: 200_000 }),
  ),
  { maxLength: 10 },
);
/** Flows whose other side is the bank. */
const inBalance = (drawn: readonly (readonly [string, number])[]): LedgerFlow[] => [
  ...drawn.map(([number, amount]) => flow(number, amount)),
  flow('1010', -drawn.reduce((sum, [, amount]) => sum + amount, 0)),
];

test('sums agree down each statement, across, from one to the next and from year to year', () => {
  fc.assert(
    fc.property(cells, cells, (first, second) => {
      const year = roundedYear(inBalance(first), inBalance(second));
      const { equity, sheet, earlier, multi, single, cash, netResult } = year;
      for (const rows of [multi.rows, single.rows, sheet.rows, cash.rows])
        rows.forEach(({ key, amount }, index) => {
          if (amount !== undefined) expect([key, amount % UNIT]).toEqual([key, amount < 0 ? -0 : 0]);
          const terms = statementFormula(rows, index);
          if (terms === undefined) return;
          const sum = terms.reduce((all, term) => all + term.sign * (rows[term.at]?.amount ?? 0), 0);
          expect([key, sum]).toEqual([key, amount]);
        });
      const before = equity.rows.filter(({ key }) => key !== 'closing-equity');
      const closing = equityRow(equity, 'closing-equity');
      for (const row of equity.rows) expect(row.amounts.reduce((sum, amount) => sum + amount, 0)).toBe(row.total);
      closing.amounts.forEach((amount, index) =>
        expect(before.reduce((sum, row) => sum + (row.amounts[index] ?? 0), 0)).toBe(amount),
      );
      expect(multi.netResult).toBe(netResult);
      expect(multi.totalRevenue - multi.totalExpenses).toBe(netResult);
      expect(sheet.totalEquity).toBe(closing.total);
      expect(earlier.totalEquity).toBe(equityRow(equity, 'opening-equity').total);
      const held = cash.rows.filter(({ key }) => key === 'cash');
      if (held.length > 0) expect(held.reduce((sum, { amount = ZERO }) => sum + amount, 0)).toBe(cash.cashAtEnd);
    }),
    { numRuns: 300 },
  );
});

test('no figure is off by more than a few units, however many there are', () => {
  fc.assert(
    fc.property(cells, cells, (first, second) => {
      const { exact, equity, multi, exactRows, cash, exactCash } = roundedYear(inBalance(first), inBalance(second));
      const far = (a: Minor | undefined, b: Minor | undefined): number => Math.abs((a ?? 0) - (b ?? 0)) / UNIT;
      exact.rows.forEach((row, index) => expect(far(equity.rows[index]?.total, row.total)).toBeLessThanOrEqual(2));
      exactRows.forEach(({ amount }, index) => expect(far(multi.rows[index]?.amount, amount)).toBeLessThanOrEqual(4));
      exactCash.rows.forEach(({ key, amount }) => {
        const own = cash.rows.find((row) => row.key === key && row.row !== 'heading');
        if (/^cash-at/.test(key)) expect(far(own?.amount, amount)).toBeLessThanOrEqual(2);
      });
    }),
    { numRuns: 200 },
  );
});

test('the units that are left over go to the first that needs one most', () => {
  // 33.40 + 33.40 + 0.90 are 67.70: rounded 68, of which 33 + 33 + 1 leave one
  const { multi } = roundedYear(
    [],
    inBalance([
      ['4000', -3340],
      ['4500', -3340],
      ['5000', -90],
    ]),
  );
  expect(multi.rows.filter(({ row }) => row === 'account').map(({ label, amount }) => `${label} ${amount}`)).toEqual([
    'Sales 3400',
    'Goods -100',
    'Interest 3300',
  ]);
});

test.each([
  ['EUR', 'units', 1234567, '12,346', 'in whole EUR'],
  ['EUR', 'thousands', -1234567890, '(12,346)', 'in thousands of EUR'],
  ['JPY', 'thousands', 1234567, '1,235', 'in thousands of JPY'],
] as const)('%s in %s: %i is %s', (code, rounding, amount, expected, words) => {
  const currency = parseCurrencyCode(code);
  const unit = roundingUnit(currency, rounding);
  expect(displayRounded(minor(Math.round(amount / unit) * unit), currency, rounding)).toBe(expected);
  expect(roundingWords(currency, rounding)).toBe(words);
});
