import fc from 'fast-check';
import {
  AGES,
  type Age,
  allowanceRows,
  type AgePercents,
  countedItems,
  interestOf,
  keysOf,
  minor,
  occurrenceLines,
  type Occasion,
  parseAmount,
  parseCivilDate as d,
  parseCurrencyCode,
  parsePercent,
  readCount,
  readCountedSum,
  readRecurringAmounts,
  reckoned,
  resultRow,
} from '../src/index.js';
import { caseOf } from './cases.js';

const EUR = parseCurrencyCode('EUR');
const USD = parseCurrencyCode('USD');
const percents = (...each: readonly string[]): AgePercents =>
  Object.fromEntries(
    keysOf(AGES).map((age, index) => [age, parsePercent(each[index] ?? '0')]),
  ) as unknown as AgePercents;
const ages = (...each: readonly number[]): Record<Age, number> =>
  Object.fromEntries(keysOf(AGES).map((age, index) => [age, each[index] ?? 0])) as Record<Age, number>;

describe('an allowance for doubtful debts', () => {
  test('by age, as published: ageing-allowance-five-buckets', () => {
    type In = { buckets: { amount: string; percent: string }[]; existing_allowance_credit: string };
    type Out = { per_bucket: string[]; required_allowance: string; entry: { debits: { amount: string }[] } };
    const { inputs, expected } = caseOf<In, Out>('ageing', 'ageing-allowance-five-buckets');
    const sums = inputs.buckets.map(({ amount }) => parseAmount(amount, USD));
    const rows = allowanceRows(ages(...sums), percents(...inputs.buckets.map(({ percent }) => percent)), []);
    expect(rows.map(({ amount }) => amount)).toEqual(expected.per_bucket.map((text) => parseAmount(text, USD)));
    const found = reckoned('ages', rows, parseAmount(inputs.existing_allowance_credit, USD));
    expect(found.target).toBe(parseAmount(expected.required_allowance, USD));
    expect(found.change).toBe(parseAmount(expected.entry.debits[0]?.amount ?? '', USD));
    // an allowance stands on the credit side, and grows there
    const target = { account: '1119', against: '6400', by: 'ages', percents: percents() } as const;
    const on = occasion({ reckoning: found, normalBalance: 'credit' });
    expect(occurrenceLines({ source: 'target', target }, [], on)).toEqual([
      { account: '6400', debit: '1700.00' },
      { account: '1119', credit: '1700.00' },
    ]);
  });
  test('of documents that were looked at one by one, their own percentage; of their age only the rest', () => {
    const rows = allowanceRows(ages(0, 0, 0, 0, 90000), percents('0', '0', '0', '0', '40'), [
      { what: 'Ferry Arms, 2025-17', age: 'over-90', open: minor(50000), percent: parsePercent('100') },
    ]);
    expect(rows.map(({ what, of, amount }) => [what, of, amount])).toContainEqual([
      'Over 90 days, the rest',
      40000,
      16000,
    ]);
    expect(reckoned('ages', rows, minor(0)).target).toBe(66000);
  });
  test('what is owed to some makes nothing safer of others', () => {
    const rows = allowanceRows(ages(-5000, 10000), percents('2', '10'), []);
    expect(rows.map(({ amount }) => amount)).toEqual([0, 1000, 0, 0, 0]);
  });
  test('it never is more than what is open, whatever the percentages', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 1e9 }), { minLength: 5, maxLength: 5 }),
        fc.array(fc.integer({ min: 0, max: 100 }), { minLength: 5, maxLength: 5 }),
        (sums, each) => {
          const { target } = reckoned(
            'ages',
            allowanceRows(ages(...sums), percents(...each.map(String)), []),
            minor(0),
          );
          expect(target).toBeGreaterThanOrEqual(0);
          expect(target).toBeLessThanOrEqual(sums.reduce((sum, count) => sum + count, 0));
        },
      ),
    );
  });
});

describe('a count of stock', () => {
  test('is quantity times cost of each item, each rounded once', () => {
    const read = readCount(
      [
        { item: 'Casks', quantity: '12', cost: '30.50' },
        { item: 'Labels', quantity: '333', cost: '0.0125' },
      ],
      EUR,
    );
    expect(read).toMatchObject({ ok: true, value: [{ amount: 36600 }, { what: 'Labels', amount: 416 }] });
  });
  test('of a currency without decimals is whole', () => {
    const read = readCount([{ item: 'Casks', quantity: '1.5', cost: '301' }], parseCurrencyCode('JPY'));
    expect(read).toMatchObject({ ok: true, value: [{ amount: 452 }] });
  });
  test.each([
    ['nothing', [], ''],
    ['an item without a name', [{ item: ' ', quantity: '1', cost: '1' }], '0.item'],
    ['no quantity', [{ item: 'Casks', quantity: '', cost: '1' }], '0.quantity'],
    ['less than nothing', [{ item: 'Casks', quantity: '-1', cost: '1' }], '0.quantity'],
    ['a cost in words', [{ item: 'Casks', quantity: '1', cost: 'dear' }], '0.cost'],
    ['more than can be kept', [{ item: 'Casks', quantity: '999999999999', cost: '999999999999' }], '0.cost'],
  ])('refuses %s at its place', (_, items, path) => {
    expect(readCount(items, EUR)).toMatchObject({ ok: false, problems: [{ path }] });
  });
  test('may be said in one sum', () => {
    expect(readCountedSum('1234.50', EUR)).toEqual({ ok: true, value: [{ what: 'Counted', amount: 123450 }] });
    expect(readCountedSum('-1', EUR).ok).toBe(false);
  });
  test.each([
    [
      'by its headings, in any order',
      [
        ['Remarks', 'Unit cost', 'Item', 'Qty'],
        ['', '3,20', 'Casks', '1.250,5'],
      ],
      [{ item: 'Casks', quantity: '1250.5', cost: '3.20' }],
    ],
    [
      'by what stands in it: words, how many, what one costs',
      [
        ['Casks', '12', 'pcs', '30.50', '366.00'],
        ['', '', '', '', ''],
        ['Labels, large', '1,000', 'pcs', '0.05', '50.00'],
      ],
      [
        { item: 'Casks', quantity: '12', cost: '30.50' },
        { item: 'Labels, large', quantity: '1000', cost: '0.05' },
      ],
    ],
    ['nothing where no numbers stand in it', [['Casks', 'many']], []],
  ])('is read from a table %s', (_, table, items) => {
    expect(countedItems(table)).toEqual(items);
  });
  test('that is less than the books say takes stock off', () => {
    const found = reckoned('count', [{ what: 'Counted', amount: minor(90000) }], minor(100000));
    const target = { account: '1200', against: '5100', by: 'count' } as const;
    const on = occasion({ reckoning: found, normalBalance: 'debit' });
    expect(occurrenceLines({ source: 'target', target }, [{ account: '5100', note: 'shrinkage' }], on)).toEqual([
      { account: '5100', debit: '100.00', note: 'shrinkage' },
      { account: '1200', credit: '100.00' },
    ]);
  });
});

describe('tax on the result of the year so far', () => {
  test.each([
    [100000, '25', 25000],
    [-100000, '25', 0],
    [0, '25', 0],
    [333, '12.5', 42],
  ])('of %d, %s per cent: %d', (result, percent, amount) => {
    expect(resultRow(minor(result), parsePercent(percent)).amount).toBe(amount);
  });
  test('takes back what was set aside before, once the year turns to a loss', () => {
    expect(reckoned('result', [resultRow(minor(-5000), parsePercent('25'))], minor(2500)).change).toBe(-2500);
  });
});

describe('interest on what stands on an account', () => {
  const month = { from: d('2026-11-30'), to: d('2026-12-31'), rate: '6' };
  test('of a balance that stays: 12,000 at 6 per cent, a month by 30/360 (handbook practice)', () => {
    expect(interestOf(minor(1200000), [], { ...month, dayCount: '30/360', months: 1 })).toBe(6000);
    // 31 days of 365
    expect(interestOf(minor(1200000), [], { ...month, dayCount: 'actual/365', months: 1 })).toBe(6115);
  });
  test('what a day brings bears interest from that day on', () => {
    const moved = [
      { date: d('2026-12-10'), amount: minor(-600000) },
      { date: d('2026-12-31'), amount: minor(-600000) },
    ];
    // 10 days of 12,000 and 21 days of 6,000
    const expected = Math.round((1200000 * 10 + 600000 * 21) * (0.06 / 365));
    expect(interestOf(minor(1200000), moved, { ...month, dayCount: 'actual/365', months: 1 })).toBe(expected);
  });
  test('is the same whether days are told apart or not', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1e9 }), fc.integer({ min: 1, max: 30 }), (opening, day) => {
        const date = d(`2026-12-${String(day).padStart(2, '0')}`);
        const terms = { ...month, dayCount: 'actual/365', months: 0 } as const;
        expect(interestOf(minor(opening), [{ date, amount: minor(0) }], terms)).toBe(
          interestOf(minor(opening), [], terms),
        );
      }),
    );
  });
});

describe('the terms of a target', () => {
  const reading = {
    currency: EUR,
    hasEnd: false,
    accountOf: (number: string) => (/^\d{4}$/.test(number) ? ({} as never) : undefined),
  };
  const target = { account: '1200', against: '5100' };
  test.each([
    ['a count', { ...target, by: 'count' }],
    ['ages, those left out at nothing', { ...target, by: 'ages', percents: { 'over-90': '50' } }],
    ['a result', { ...target, by: 'result', percent: '25' }],
  ])('%s is read', (_, given) => {
    const read = readRecurringAmounts({ amounts: 'target', target: given }, reading);
    expect(read).toMatchObject({ ok: true, value: { source: 'target', target: { by: given.by } } });
  });
  test.each([
    ['without terms', undefined, 'target'],
    ['by something else', { ...target, by: 'guess' }, 'target.by'],
    ['without an account', { ...target, account: '', by: 'count' }, 'target.account'],
    ['against itself', { ...target, against: '1200', by: 'count' }, 'target.against'],
    ['more than all of an age', { ...target, by: 'ages', percents: { '31-60': '101' } }, 'target.percents.31-60'],
    ['a result without a percentage', { ...target, by: 'result' }, 'target.percent'],
  ])('%s is refused at its place', (_, given, path) => {
    const read = readRecurringAmounts({ amounts: 'target', ...(given && { target: given }) }, reading);
    expect(read).toMatchObject({ ok: false, problems: [{ path }] });
  });
});

function occasion(given: Partial<Occasion>): Occasion {
  const date = d('2026-12-31');
  return {
    currency: EUR,
    dates: [],
    index: 0,
    date,
    since: d('2025-12-31'),
    months: 12,
    yearStart: { fiscalYearStartMonth: 1, fiscalYearStartDay: 1 },
    ...given,
  };
}
