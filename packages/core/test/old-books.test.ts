import fc from 'fast-check';
import {
  alignedRows,
  balanceSheet,
  endOfMonth,
  equityStatement,
  fiscalYearBegin,
  flowsInOldBooks,
  flowsOfBalances,
  formatAmount,
  historyDates,
  incomeStatement,
  minor,
  oldBalances,
  openingDifferences,
  parseCivilDate as d,
  parseCurrencyCode,
  positionInOldBooks,
  sumByAccount,
  takeOnEntries,
  toldHistory,
  yearBefore,
  type CivilDate,
  type OldBalances,
  type StatementRow,
  type TrayRows,
  resultByAccount,
  shownClassifications,
} from '../src/index.js';
import { byNumber, chartFrom } from './ledger.js';
import { books, chart, clearing, id, on, read, rows } from './trays.js';

/** Balances at the ends of two years: before closing, as old trial balances hold them. */
const TWO_YEARS = rows(
  { account: '1010', date: '2024-12-31', debit: '80' },
  { account: '3000', date: '2024-12-31', credit: '65' },
  { account: '4000', date: '2024-12-31', credit: '40' },
  { account: '6000', date: '2024-12-31', debit: '25' },
  { account: '1010', date: '2023-12-31', debit: '70' },
  { account: '3000', date: '2023-12-31', credit: '65' },
);
const told = (history: TrayRows): OldBalances[] => oldBalances(read(history).history.facts, on);
const held = (oldBalances: OldBalances | undefined, number: string): number =>
  oldBalances?.balances.get(id(number)) ?? 0;
const write = (amount: number): string => formatAmount(minor(amount), parseCurrencyCode('EUR'));

test('each earlier date balances by itself, and nothing of it is posted', () => {
  const trays = read({ history: TWO_YEARS });
  expect(historyDates(trays.history.facts, [], on)).toEqual([
    { date: '2024-12-31', rows: 4, debit: 10_500, credit: 10_500, outBy: 0 },
    { date: '2023-12-31', rows: 2, debit: 7_000, credit: 6_500, outBy: 500 },
  ]);
  expect(takeOnEntries('trial-balance', trays, on, clearing)).toEqual([]);
});

describe('movements', () => {
  const MONTHS = rows(
    { account: '1010', date: '2024-11-30', debit: '100' },
    { account: '3000', date: '2024-11-30', credit: '60' },
    { account: '4000', date: '2024-11-30', credit: '40' },
    { account: '1010', date: '2024-12-31', moved: '-5' },
    { account: '6000', date: '2024-12-31', moved: '5' },
    { account: '1010', date: '2025-01-31', moved: '(10)' },
    { account: '3000', date: '2025-01-31', moved: '35.00 CR' },
    { account: '6000', date: '2025-01-31', moved: '10' },
  );

  test('go on from the date before; revenue and expense begin anew with the year', () => {
    const [november, december, january] = told({ history: MONTHS });
    expect(['1010', '3000', '4000', '6000'].map((number) => held(november, number))).toEqual([
      10_000, -6_000, -4_000, 0,
    ]);
    expect(['1010', '3000', '4000', '6000'].map((number) => held(december, number))).toEqual([
      9_500, -6_000, -4_000, 500,
    ]);
    expect(['1010', '3000', '4000', '6000'].map((number) => held(january, number))).toEqual([
      8_500, -9_500, 0, 1_000,
    ]);
  });

  test('that do not lead to the balance beside them are pointed out', () => {
    const { remarks } = read({
      history: rows(
        { account: '1010', date: '2024-11-30', debit: '100' },
        { account: '1010', date: '2024-12-31', debit: '90', moved: '-5' },
        { account: '3000', date: '2024-12-31', credit: '90', moved: '90 CR' },
      ),
    }).history;
    expect(remarks).toEqual([
      {
        row: 2,
        code: 'movement-mismatched',
        column: 'moved',
        message: 'With what it moved by, it comes to 95.00 at 31 December 2024.',
      },
    ]);
  });

  test('add up to the opening balances, or it is said where not', () => {
    const trays = read({
      'trial-balance': rows(
        { account: '1010', debit: '92' },
        { account: '1200', debit: '3' },
        { account: '3000', credit: '95' },
      ),
      history: rows(
        { account: '1010', date: '2025-11-30', debit: '100' },
        { account: '3000', date: '2025-11-30', credit: '100' },
        { account: '1010', date: '2025-12-31', moved: '-5' },
        { account: '3000', date: '2025-12-31', moved: '5' },
      ),
    });
    const { facts, remarks } = trays.history;
    const opening = trays['trial-balance'].facts;
    expect(openingDifferences(oldBalances(facts, on), opening, on)).toEqual([
      { account: id('1010'), history: 9_500, trialBalance: 9_200 },
      { account: id('1200'), history: 0, trialBalance: 300 },
    ]);
    expect(remarks.map(({ row, message }) => [row, message])).toEqual([[3, 'The old trial balance says 92.00.']]);
    expect(historyDates(facts, opening, on)[0]).toMatchObject({ date: '2025-12-31', outBy: 0, differing: 2 });
  });

  test('a year closed in the one and not in the other: equity and result are not compared', () => {
    const { history, 'trial-balance': old } = read({
      'trial-balance': rows({ account: '1010', debit: '92' }, { account: '3000', credit: '92' }),
      history: rows(
        { account: '1010', date: '2025-12-31', debit: '92' },
        { account: '3000', date: '2025-12-31', credit: '60' },
        { account: '4000', date: '2025-12-31', credit: '32' },
      ),
    });
    expect(openingDifferences(oldBalances(history.facts, on), old.facts, on)).toEqual([]);
  });
});

describe('figures of the old books', () => {
  test('an old trial balance that still holds revenue and expense tells of its own year', () => {
    const trays = read({
      'trial-balance': rows(
        { account: '1010', debit: '92' },
        { account: '3000', credit: '60' },
        { account: '4000', credit: '32' },
      ),
      history: TWO_YEARS,
    });
    const facts = toldHistory(trays.history.facts, trays['trial-balance'].facts, on);
    const { flows } = flowsInOldBooks(
      oldBalances(facts, on),
      chart,
      books.calendar,
      d('2024-01-01'),
      d('2025-12-31'),
    );
    expect([...sumByAccount(flows ?? [])]).toEqual([
      [id('4000'), -7_200],
      [id('6000'), 2_500],
    ]);
    // rows of that very date come first
    const own = read({ history: rows({ account: '4000', date: '2025-12-31', credit: '31' }) }).history.facts;
    expect(toldHistory(own, trays['trial-balance'].facts, on)).toEqual(own);
  });

  test('a date that was not brought in is named', () => {
    const old = told({ history: TWO_YEARS });
    expect(flowsInOldBooks(old, chart, books.calendar, d('2024-07-01'), d('2024-12-31'))).toEqual({
      missing: '2024-06-30',
    });
    expect(flowsInOldBooks(old, chart, books.calendar, d('2024-01-01'), d('2024-11-30'))).toEqual({
      missing: '2024-11-30',
    });
    expect(positionInOldBooks(old, d('2024-12-30'))).toBeUndefined();
  });

  test('a balance sheet is drawn of them with the year’s result in equity', () => {
    const position = positionInOldBooks(told({ history: TWO_YEARS }), d('2024-12-31'));
    if (!position) throw new Error('no position');
    const [base, span] = [flowsOfBalances(position, chart, false), flowsOfBalances(position, chart, true)];
    const equity = equityStatement(chart, 'company', { base, years: [{ lead: [], span }] });
    const sheet = balanceSheet(chart, 'company', [...base, ...span], equity);
    expect([sheet.totalAssets, sheet.totalEquity]).toEqual([8_000, 8_000]);
  });

  test('whatever moved month by month, any span of it is what its months received', () => {
    const months: CivilDate[] = [];
    for (let date = d('2022-01-31'); date < d('2025-12-31'); date = endOfMonth(d(`${nextMonth(date)}-01`)))
      months.push(date);
    const figures = fc.array(fc.integer({ min: -9_999, max: 9_999 }), {
      minLength: months.length,
      maxLength: months.length,
    });
    fc.assert(
      fc.property(figures, fc.nat(months.length - 1), fc.nat(months.length - 1), (amounts, a, b) => {
        const [first, last] = [Math.min(a, b), Math.max(a, b)];
        const history = rows(
          ...amounts.map((amount, index) => ({ account: '4000', date: months[index] ?? '', moved: write(amount) })),
        );
        const from = d(`${months[first]?.slice(0, 7)}-01`);
        const { flows } = flowsInOldBooks(told({ history }), chart, books.calendar, from, months[last] as CivilDate);
        const sum = amounts.slice(first, last + 1).reduce((all, amount) => all + amount, 0);
        expect(sumByAccount(flows ?? []).get(id('4000')) ?? 0).toBe(sum);
      }),
      { numRuns: 60 },
    );
  });
});

test.each([
  ['2025-02-28', '2024-02-29'],
  ['2024-02-29', '2023-02-28'],
  ['2026-03-30', '2025-03-30'],
  ['2026-01-01', '2025-01-01'],
])('a year before %s is %s', (date, before) => expect(yearBefore(d(date))).toBe(before));

test.each([
  ['2025-03-31', 4, '2024-04-01'],
  ['2025-04-01', 4, '2025-04-01'],
  ['1900-01-15', 4, '1900-01-01'],
])('the fiscal year of %s, from month %i, begins on %s', (date, fiscalYearStartMonth, begin) =>
  expect(fiscalYearBegin({ fiscalYearStartMonth, fiscalYearStartDay: 1 }, d(date))).toBe(begin),
);

describe('two statements beside each other', () => {
  const drawn = (amounts: Record<string, number>): readonly StatementRow[] => {
    const flows = Object.entries(amounts).map(
      ([number, amount]) => ({ account: id(number), stage: 'ordinary', amount: minor(amount) }) as const,
    );
    return incomeStatement(chart, flows, 'company', 'multi-step').rows;
  };

  test('accounts of either stand in the order of the chart, a profit beside a loss bears both names', () => {
    const compared = alignedRows(chart, [drawn({ 4000: -900, 6500: 100 }), drawn({ 4000: -300, 6000: 500 })]);
    expect(compared.map(({ label, amounts }) => [label, ...amounts])).toEqual([
      ['Revenue', undefined, undefined],
      ['Sales', 900, 300],
      ['Total revenue', 900, 300],
      ['Operating expenses', undefined, undefined],
      ['Rent', undefined, 500],
      ['Depreciation', 100, undefined],
      ['Total operating expenses', 100, 500],
      ['Net income (loss)', 800, -200],
    ]);
  });

  test('a sum that only one of them has stands in both columns', () => {
    const full = chartFrom([
      { number: '4000', name: 'Sales', element: 'revenue', classification: 'revenue' },
      { number: '4100', name: 'Interest', element: 'revenue', classification: 'other-income' },
      { number: '5000', name: 'Goods', element: 'expense', classification: 'cost-of-sales' },
      { number: '6000', name: 'Rent', element: 'expense', classification: 'operating-expenses' },
      { number: '7000', name: 'Tax', element: 'expense', classification: 'income-tax' },
    ]);
    const flows = (amounts: Record<string, number>) =>
      Object.entries(amounts).map(([number, amount]) => ({
        account: byNumber(full, number).id,
        stage: 'ordinary' as const,
        amount: minor(amount),
      }));
    const now = flows({ 4000: -900, 6000: 100 });
    const earlier = flows({ 4000: -800, 4100: -20, 5000: 300, 6000: 100, 7000: 50 });
    const draw = (own: typeof now, beside: typeof now) =>
      incomeStatement(
        full,
        own,
        'company',
        'multi-step',
        false,
        shownClassifications(full, [resultByAccount(beside)]),
      ).rows;
    for (const [a, b] of [
      [now, earlier],
      [earlier, now],
    ] as const) {
      const compared = alignedRows(full, [draw(a, b), draw(b, a)]);
      const sums = compared.filter(({ row }) => row === 'subtotal' || row === 'total');
      expect(sums.map(({ key, amounts }) => [key, ...amounts.map((amount) => amount !== undefined)])).toEqual(
        [
          'total-operating-revenue',
          'total-cost-of-sales',
          'gross-result',
          'total-operating-expenses',
          'operating-result',
          'total-other-income',
          'result-before-tax',
          'total-income-tax',
          'net-result',
        ].map((key) => [key, true, true]),
      );
    }
  });

  test('whatever they hold, nothing is lost or changed of either', () => {
    const some = fc.dictionary(fc.constantFrom('4000', '6000', '6500'), fc.integer({ min: -999, max: 999 }));
    fc.assert(
      fc.property(some, some, (a, b) => {
        const [now, earlier] = [drawn(a), drawn(b)];
        const compared = alignedRows(chart, [now, earlier]);
        const figuresOf = (rows: readonly { account?: unknown; amount?: number | undefined }[]) =>
          rows.flatMap(({ account, amount }) => (account && amount !== undefined ? [amount] : []));
        const column = (index: number) =>
          compared.map(({ account, amounts }) => ({ account, amount: amounts[index] }));
        expect(figuresOf(column(0))).toEqual(figuresOf(now));
        expect(figuresOf(column(1))).toEqual(figuresOf(earlier));
        expect(compared.at(-1)?.amounts).toEqual([now.at(-1)?.amount, earlier.at(-1)?.amount]);
      }),
    );
  });
});

function nextMonth(date: CivilDate): string {
  const [year = 0, month = 0] = date.split('-').map(Number);
  return month === 12 ? `${year + 1}-01` : `${year}-${String(month + 1).padStart(2, '0')}`;
}
