import fc from 'fast-check';
import {
  addMonths,
  type AmountsReading,
  type AmountTerms,
  debitsOf,
  formatAmount,
  inProportion,
  instalments,
  type Loan,
  minor,
  occurrenceLines,
  occurrences,
  parseAmount,
  parseCivilDate as d,
  parseCurrencyCode,
  parsePercent,
  partsOfYear,
  type Occasion,
  type Schedule,
  readRecurringAmounts,
  spreadParts,
} from '../src/index.js';
import { caseOf } from './cases.js';

const EUR = parseCurrencyCode('EUR');
const far = d('2090-01-01');
const monthly = (from: string, count: number) => occurrences({ unit: 'month', every: 1, from: d(from), count }, far);

describe('an amount spread over dates', () => {
  test.each([
    ['recurring-journals', 'prepayment-release-12-months'],
    ['depreciation', 'dep-straight-line-monthly-rounding'],
  ])('%s %s, by rounding what has run up', (topic, id) => {
    type Of = { cumulative_rounding_first_six: string[]; total: string };
    const { inputs, expected } = caseOf<{ amount: string; periods: number }, Of>(topic, id);
    const total = parseAmount(inputs.amount, EUR);
    const parts = spreadParts({ total, by: 'occurrences' }, monthly('2027-01-31', inputs.periods));
    expect(parts.slice(0, 6).map((part) => formatAmount(part, EUR))).toEqual(expected.cumulative_rounding_first_six);
    expect(parts.reduce((sum, part) => sum + part, 0)).toBe(total);
  });
  test('by days, each date takes the days since the one before', () => {
    // 365 days from 15 March 2027; 17, 30, 31 of them by the first three month ends
    const dates = occurrences({ unit: 'month', every: 1, day: 'last', from: d('2027-03-31'), count: 13 }, far);
    const parts = spreadParts(
      { total: minor(36500), by: 'days', first: d('2027-03-15'), last: d('2028-03-13') },
      dates,
    );
    expect(parts.slice(0, 3)).toEqual([1700, 3000, 3100]);
    expect(parts.at(-1)).toBe(1300);
  });
  test('by months, whole months weigh the same and parts of them by their days', () => {
    const dates = occurrences({ unit: 'month', every: 1, day: 'last', from: d('2027-02-28'), count: 3 }, far);
    // half of February (14 of 28 days), March, half of April: 1/4, 1/2, 1/4
    expect(
      spreadParts({ total: minor(40000), by: 'months', first: d('2027-02-15'), last: d('2027-04-15') }, dates),
    ).toEqual([10000, 20000, 10000]);
  });
  test('every part is within a unit of its share, and together they are the total', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -10_000_000, max: 10_000_000 }),
        fc.integer({ min: 1, max: 120 }),
        (total, count) => {
          const parts = spreadParts({ total: minor(total), by: 'occurrences' }, monthly('2027-01-31', count));
          expect(parts.reduce((sum, part) => sum + part, 0)).toBe(total);
          for (const part of parts) expect(Math.abs(part - total / count)).toBeLessThanOrEqual(1);
        },
      ),
      { seed: 20270118, numRuns: 100 },
    );
  });
});

describe('a loan', () => {
  interface Row {
    period: number;
    payment: string;
    interest: string;
    principal: string;
    balance: string;
  }
  const rows = (rows: ReturnType<typeof instalments>, currency = EUR): Row[] =>
    rows.map((row, index) => ({
      period: index + 1,
      payment: formatAmount(row.payment, currency),
      interest: formatAmount(row.interest, currency),
      principal: formatAmount(row.principal, currency),
      balance: formatAmount(row.balance, currency),
    }));
  const loan = (principal: string, rate: string, more: Partial<Loan> = {}): Loan => ({
    principal: parseAmount(principal, EUR),
    rate,
    dayCount: '30/360',
    repayment: 'level',
    drawn: d('2027-01-31'),
    ...more,
  });

  test('level instalments, as published: loan-100000-6-percent-30-years', () => {
    const { expected } = caseOf<unknown, { rows: Row[]; last_row: Row }>(
      'loan-amortisation',
      'loan-100000-6-percent-30-years',
    );
    const all = rows(instalments(loan('100000.00', '6'), monthly('2027-02-28', 360), 1));
    expect(all.slice(0, 3)).toEqual(expected.rows);
    expect(all.at(-1)).toEqual(expected.last_row);
  });
  test('in a currency without cents, twice a year, as published: loan-mortgage-semiannual', () => {
    const { expected } = caseOf<unknown, { rows: Row[] }>('loan-amortisation', 'loan-mortgage-semiannual');
    const JPY = parseCurrencyCode('JPY');
    const dates = occurrences({ unit: 'month', every: 6, from: d('2027-07-31'), count: 40 }, far);
    const all = rows(instalments({ ...loan('0', '12'), principal: minor(500000) }, dates, 6), JPY);
    const whole = (row: Row): Row => JSON.parse(JSON.stringify(row).replaceAll('.00', '')) as Row;
    expect(all.slice(0, expected.rows.length)).toEqual(expected.rows.map(whole));
    expect(all.at(-1)?.balance).toBe('0');
  });
  test('level principal, as derivable: loan-equal-principal', () => {
    const { expected } = caseOf<unknown, { rows: Row[]; total_interest: string }>(
      'loan-amortisation',
      'loan-equal-principal',
    );
    const all = instalments(loan('12000.00', '6', { repayment: 'level-principal' }), monthly('2027-02-28', 12), 1);
    expect(rows(all)).toEqual(expected.rows);
  });
  // by hand: 31 of 366 and 28 of 365 days where a year turns; 30/360 counts the 31st as the 30th (ISDA 2006, 4.16)
  test.each<[Parameters<typeof partsOfYear>, number]>([
    [['30/360', d('2027-01-31'), d('2027-02-28'), 1], 1 / 12],
    [['30/360', d('2027-01-15'), d('2027-03-31'), 1], 75 / 360],
    [['actual/365', d('2028-01-31'), d('2028-02-29'), 1], 29 / 365],
    [['actual/actual', d('2027-12-01'), d('2028-02-01'), 1], 31 / 365 + 31 / 366],
    [['actual/actual', d('2028-01-01'), d('2029-01-01'), 12], 1],
  ])('%p of a year', (asked, years) => {
    const { parts, per } = partsOfYear(...asked);
    expect(parts / per).toBeCloseTo(years, 12);
  });
  test('each instalment pays its interest, and the last clears the balance', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 100_000_000 }),
        fc.integer({ min: 0, max: 2500 }),
        fc.integer({ min: 1, max: 120 }),
        fc.constantFrom('30/360', 'actual/365', 'actual/actual'),
        fc.constantFrom('level', 'level-principal'),
        (principal, rate, count, dayCount, repayment) => {
          const terms = {
            principal: minor(principal),
            rate: String(rate / 100),
            dayCount,
            repayment,
            drawn: d('2027-01-31'),
          };
          const all = instalments(terms, monthly('2027-02-28', count), 1);
          let balance: number = principal;
          for (const row of all) {
            expect(row.payment).toBe(row.interest + row.principal);
            balance -= row.principal;
            expect(row.balance).toBe(balance);
          }
          expect(balance).toBe(0);
        },
      ),
      { seed: 20270118, numRuns: 60 },
    );
  });
});

describe('lines of an occurrence', () => {
  const on: Occasion = {
    currency: EUR,
    dates: [],
    index: 0,
    date: d('2027-03-31'),
    since: d('2027-02-28'),
    months: 1,
    yearStart: { fiscalYearStartMonth: 1, fiscalYearStartDay: 1 },
  };
  const kept = [
    { account: '6100', debit: '50' },
    { account: '6200', debit: '30' },
    { account: '6300', debit: '20' },
    { account: '6000', credit: '100' },
  ];
  const share = { account: '6000', of: 'balance', dayCount: '30/360', percent: parsePercent('100') } as const;

  test('a share of a balance goes over the lines by largest remainder', () => {
    expect(occurrenceLines({ source: 'share-of-balance', share }, kept, { ...on, figure: minor(10001) })).toEqual([
      { account: '6100', debit: '50.01' },
      { account: '6200', debit: '30.00' },
      { account: '6300', debit: '20.00' },
      { account: '6000', credit: '100.01' },
    ]);
  });
  test('a negative one is shared as its absolute value, on the other side', () => {
    expect(inProportion(kept.slice(2), minor(-10001), EUR)).toEqual([
      { account: '6300', credit: '100.01' },
      { account: '6000', debit: '100.01' },
    ]);
  });
  test('nothing has no lines, and parts of nothing have none', () => {
    expect(occurrenceLines({ source: 'share-of-balance', share }, kept, on)).toEqual([]);
    expect(inProportion(kept, minor(1), EUR)).toEqual([
      { account: '6100', debit: '0.01' },
      { account: '6000', credit: '0.01' },
    ]);
  });
  test('depreciation: the expense in one line, each asset by its name', () => {
    const asset = {
      cost: minor(1300000),
      residual: minor(100000),
      acquired: d('2012-04-01'),
      method: 'straight-line',
      life: '5',
    } as const;
    const assets = ['Truck', 'Van'].map((name) => ({ name, asset, expense: '6400', accumulated: '1590' }));
    const context = { ...on, since: d('2012-11-30'), date: d('2012-12-31'), assets };
    expect(
      occurrenceLines(
        { source: 'depreciation', assetClass: 'Vehicles' },
        [{ account: '6400', note: 'wear' }],
        context,
      ),
    ).toEqual([
      { account: '6400', debit: '400.00', note: 'wear' },
      { account: '1590', credit: '200.00', note: 'Truck', document: 'Truck' },
      { account: '1590', credit: '200.00', note: 'Van', document: 'Van' },
    ]);
  });
  test('a loan: principal, interest, and what is paid', () => {
    const schedule: Schedule = { unit: 'month', every: 1, from: d('2027-02-28'), count: 12 };
    const given = { account: '2500', interestAccount: '6800', paymentAccount: '1010' };
    const loan: Loan = {
      principal: minor(1200000),
      rate: '6',
      dayCount: '30/360',
      repayment: 'level-principal',
      drawn: d('2027-01-31'),
    };
    const lines = occurrenceLines({ source: 'loan', loan: { loan, ...given } }, [], {
      ...on,
      dates: occurrences(schedule, addMonths(d('2027-02-28'), 12)),
    });
    expect(lines).toEqual([
      { account: '2500', debit: '1000.00' },
      { account: '6800', debit: '60.00' },
      { account: '1010', credit: '1060.00' },
    ]);
    expect(debitsOf(lines, EUR)).toBe(106000);
  });
});

describe('amounts from outside', () => {
  const reading: AmountsReading = { currency: EUR, accountOf: () => ({}) as never, hasEnd: true };
  const wrong = (terms: AmountTerms, amountsReading = reading): string[] => {
    const read = readRecurringAmounts(terms, amountsReading);
    return read.ok ? [] : read.problems.map(({ path }) => path);
  };
  test.each<[AmountTerms, string[]]>([
    [{}, []],
    [{ amounts: 'asked' }, []],
    [{ amounts: 'moon' }, ['amounts']],
    [{ amounts: 'spread' }, ['spread']],
    [{ amounts: 'spread', spread: { total: '0' } }, ['spread.total']],
    [
      { amounts: 'spread', spread: { total: '10', by: 'days', first: '2027-02-01', last: '2027-01-01' } },
      ['spread.last'],
    ],
    [
      { amounts: 'share-of-balance', share: { account: '1', percent: 'half', of: 'age' } },
      ['share.of', 'share.percent'],
    ],
    [{ amounts: 'depreciation', depreciation: {} }, ['depreciation.assetClass']],
    [
      {
        amounts: 'depreciation',
        depreciation: {
          asset: { name: '', cost: '-1', residual: '5', acquired: 'soon', method: 'guess' },
          expense: '6',
          accumulated: '1',
        },
      },
      [
        'depreciation.asset.cost',
        'depreciation.asset.acquired',
        'depreciation.asset.name',
        'depreciation.asset.method',
        'depreciation.asset.life',
      ],
    ],
    [
      {
        amounts: 'loan',
        loan: {
          principal: '0',
          rate: 'x',
          dayCount: '31/360',
          drawn: '',
          account: '1',
          interestAccount: '2',
          paymentAccount: '3',
        },
      },
      ['loan.principal', 'loan.rate', 'loan.dayCount', 'loan.drawn'],
    ],
  ])('%p is wrong at %p', (terms, paths) => expect(wrong(terms)).toEqual(paths));
  test('a spread and a loan come to an end', () => {
    const endless = { ...reading, hasEnd: false };
    expect(wrong({ amounts: 'spread', spread: { total: '10' } }, endless)).toEqual(['schedule.count']);
  });
  test('an account that is not there is named', () => {
    const none = { ...reading, accountOf: () => undefined };
    expect(wrong({ amounts: 'share-of-balance', share: { account: '9', percent: '5' } }, none)).toEqual([
      'share.account',
    ]);
  });
});
