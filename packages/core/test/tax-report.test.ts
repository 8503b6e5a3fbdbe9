import {
  isExplained,
  isReported,
  minor,
  nextTaxPeriod,
  parseCivilDate as d,
  parsePercent,
  TAX_GROUPS,
  type TaxCode,
  taxPeriodOf,
  taxReport,
  type TaxSum,
  wholeRate,
} from '../src/index.js';

const code = (id: number, name: string, side: TaxCode['side']): TaxCode => ({
  id,
  code: name,
  name,
  side,
  rounding: 'line',
  active: true,
  rates: [{ parts: [] }],
});
const CODES = [code(1, 'P', 'purchases'), code(2, 'S', 'sales')];
const sum = (code: number, more: Partial<TaxSum>): TaxSum => ({
  code,
  rate: parsePercent('20'),
  group: 'period',
  amount: minor(0),
  base: minor(0),
  adjustment: minor(0),
  ...more,
});

describe('the report of a tax', () => {
  const sums = [
    sum(1, { amount: minor(11000), base: minor(10000), adjustment: minor(1) }),
    sum(1, { amount: minor(1001), base: minor(10000), side: 'debit' }),
    sum(2, { amount: minor(-5003), base: minor(-5003) }),
    sum(2, { amount: minor(-1001), base: minor(-5003), side: 'credit' }),
    sum(2, { group: 'corrections', amount: minor(1000), base: minor(1000) }),
    sum(2, { group: 'corrections', amount: minor(200), base: minor(1000), side: 'credit' }),
    sum(2, { group: 'late', amount: minor(-30), base: minor(-150), side: 'credit' }),
    sum(2, { group: 'since', amount: minor(-7), base: minor(-35), side: 'credit' }),
    sum(9, { amount: minor(999) }),
  ];
  const report = taxReport(sums, CODES);
  test('has sales first, each with what is taxed, owed, reclaimed and cost', () => {
    expect(report.groups.period.rows.map((row) => ({ ...row, code: row.code.code }))).toEqual([
      { code: 'S', rate: '20', base: 5003, owed: 1001, reclaimed: 0, cost: 0, adjusted: 0, rounding: 0 },
      { code: 'P', rate: '20', base: 10000, owed: 0, reclaimed: 1001, cost: 1000, adjusted: 1, rounding: 0 },
    ]);
  });
  test('is due with corrections and late entries, and without what came since', () => {
    expect(TAX_GROUPS.map((group) => report.groups[group].owed)).toEqual([1001, -200, 30, 7]);
    expect(report.due).toBe(1001 - 1001 - 200 + 30);
  });
  test('holds where accounts are explained and hold what it says', () => {
    const account = (tax: number, other = 0) => ({
      account: 1 as never,
      opening: minor(5),
      tax: minor(tax),
      settled: minor(0),
      other: minor(0),
      balance: minor(5 + tax + other),
    });
    expect([isExplained(account(193)), isExplained(account(193, 1))]).toEqual([true, false]);
    expect([isReported([account(193)], report), isReported([account(192)], report)]).toEqual([true, false]);
  });
  test('of nothing is nothing', () => {
    expect(taxReport([], CODES).due).toBe(0);
  });
});

test('what a rate asks in all is its taxes on the side of an ordinary line', () => {
  const part = (rate: string, side: 'debit' | 'credit', share = '100') => ({
    rate: parsePercent(rate),
    share: parsePercent(share),
    side,
  });
  expect(wholeRate({ parts: [part('5', 'credit'), part('9.975', 'credit')] }, 'sales')).toBe('14.975');
  expect(wholeRate({ parts: [part('20', 'debit'), part('20', 'credit')] }, 'purchases')).toBe('20');
  expect(wholeRate({ parts: [part('20', 'debit', '50'), part('20', 'debit', '50')] }, 'purchases')).toBe('20');
  expect(wholeRate({ parts: [] }, 'sales')).toBe('0');
});

describe('periods of tax', () => {
  test.each([
    [1, 'quarter', '2027-02-28', '2027-01-01', '2027-03-31'],
    [1, 'month', '2028-02-10', '2028-02-01', '2028-02-29'],
    [4, 'quarter', '2027-03-31', '2027-01-01', '2027-03-31'],
    [2, 'quarter', '2027-01-15', '2026-11-01', '2027-01-31'],
    [12, 'quarter', '2027-02-01', '2026-12-01', '2027-02-28'],
  ] as const)('from month %d, the %s of %s', (fiscalYearStartMonth, length, day, from, to) => {
    expect(taxPeriodOf({ fiscalYearStartMonth }, length, d(day))).toEqual({ from, to });
  });
  test('follow each other without a gap, both ways', () => {
    const calendar = { fiscalYearStartMonth: 4 };
    const first = taxPeriodOf(calendar, 'quarter', d('2027-01-18'));
    const second = nextTaxPeriod(calendar, 'quarter', first, 1);
    expect([second.from, second.to]).toEqual(['2027-04-01', '2027-06-30']);
    expect(nextTaxPeriod(calendar, 'quarter', second, -1)).toEqual(first);
  });
});
