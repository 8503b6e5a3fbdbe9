import fc from 'fast-check';
import {
  Exact,
  baseAmount,
  chartOf,
  checkCurrencyKept,
  checkRate,
  currencyKeptParticulars,
  exchangeRateOn,
  formatAmount,
  inverseOf,
  parseAmount,
  parseCurrencyCode,
  parseRate,
  rateFromRow,
  rateRows,
  seemsInverted,
  type Account,
  type AccountId,
} from '../src/index.js';
import { casesOf } from './cases.js';

const EUR = parseCurrencyCode('EUR');
const USD = parseCurrencyCode('USD');
const base = { contra: false, typedEntries: true, active: true } as const;
const CHART = chartOf([
  {
    ...base,
    id: 1 as AccountId,
    number: '4600',
    name: 'Exchange gains',
    element: 'revenue',
    classification: 'other-income',
  },
  {
    ...base,
    id: 2 as AccountId,
    number: '7100',
    name: 'Exchange losses',
    element: 'expense',
    classification: 'other-expenses',
  },
  {
    ...base,
    id: 3 as AccountId,
    number: '7110',
    name: 'Old losses',
    element: 'expense',
    classification: 'other-expenses',
    active: false,
  },
  {
    ...base,
    id: 4 as AccountId,
    number: '7200',
    name: 'Others',
    element: 'expense',
    classification: 'other-expenses',
  },
  {
    ...base,
    id: 5 as AccountId,
    number: '7210',
    name: 'Other',
    element: 'expense',
    classification: 'other-expenses',
    parent: 4 as AccountId,
  },
] satisfies Account[]);

describe('amounts at the rates of a day, against IAS 21 paragraphs 21 and 23 (from memory)', () => {
  interface FxInputs {
    readonly functional: string;
    readonly currency: string;
    readonly closing_rate: string;
    readonly items: readonly {
      id: string;
      amount: string;
      rate: string;
      settlements: readonly { amount: string; date: string }[];
      monetary: boolean;
    }[];
  }
  interface FxExpected {
    readonly items: readonly { id: string; initial: string; carrying_after_closing: string }[];
  }
  const items = casesOf<FxInputs, FxExpected>('fx-revaluation').flatMap(({ id, inputs, expected }) =>
    inputs.items.map((item, index) => ({ name: `${id} ${item.id}`, inputs, item, wanted: expected.items[index] })),
  );
  test.each(items)('$name', ({ inputs, item, wanted }) => {
    const [from, into] = [parseCurrencyCode(inputs.currency), parseCurrencyCode(inputs.functional)];
    const textOf = (amount: string, rate: string): string =>
      formatAmount(baseAmount(parseAmount(amount, from), from, into, { rate: parseRate(rate) }), into);
    expect(textOf(item.amount, item.rate)).toBe(wanted?.initial);
    const isOpen = item.settlements.length === 0;
    if (item.monetary && isOpen)
      expect(textOf(item.amount, inputs.closing_rate)).toBe(wanted?.carrying_after_closing);
  });
});

describe('rates of a currency', () => {
  const rates = ['2026-12-31', '2027-01-15', '2027-01-31'].map((date) => ({ date }));
  test.each([
    ['2026-12-30', undefined],
    ['2026-12-31', '2026-12-31'],
    ['2027-01-30', '2027-01-15'],
    ['2030-01-01', '2027-01-31'],
  ])('on %s the rate of %s holds', (date, held) => expect(exchangeRateOn(rates, date)?.date).toBe(held));

  test.each([
    ['0.92', '1.08696'],
    ['1', '1'],
    ['40.3399', '0.0247894'],
    ['0.006123', '163.319'],
    ['8', '0.125'],
  ])('the inverse of %s reads %s', (rate, inverse) => expect(inverseOf(parseRate(rate))).toBe(inverse));
  test('an inverse is right to six digits', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e9 }), (millionths) => {
        const rate = new Exact(millionths).dividedBy(1e6);
        const product = rate.times(inverseOf(parseRate(rate.toFixed())));
        expect(product.minus(1).abs().lessThan('0.000005')).toBe(true);
      }),
      { seed: 20270118, numRuns: 300 },
    );
  });
  test.each([
    ['1.18', '0.85', true],
    ['0.86', '0.85', false],
    ['1.02', '0.99', false],
    ['155', '0.0064', true],
    ['0.0061', '0.0064', false],
    ['1.4', '1.1', false],
  ])('%s beside %s was meant the other way round: %s', (given, usual, isInverted) =>
    expect(seemsInverted(parseRate(given), parseRate(usual))).toBe(isInverted),
  );
});

describe('a proposed rate', () => {
  test.each([
    [{ date: '2027-13-01', rate: '1' }, ['date not-a-date']],
    [{ date: '2027-01-01' }, ['rate rate-missing']],
    [{ date: '2027-01-01', rate: '0' }, ['rate not-a-rate']],
    [{ date: '2027-01-01', ratePerBase: '1,08' }, ['ratePerBase not-a-rate']],
    [{ date: '2027-01-01', rate: '1.08', ratePerBase: '0.92' }, ['ratePerBase two-rates']],
  ])('%j is refused at its place', (proposed, places) => {
    const read = checkRate(proposed);
    expect(read.ok ? [] : read.problems.map(({ path, code }) => `${path} ${code}`)).toEqual(places);
  });
  test('is kept as it was quoted', () => {
    expect(checkRate({ date: '2027-01-01', ratePerBase: ' 1.0845 ' })).toEqual({
      ok: true,
      value: { date: '2027-01-01', quote: { ratePerBase: '1.0845' } },
    });
  });
});

describe('a file of rates', () => {
  const read = (cells: Record<string, string>) => rateFromRow({ line: 7, cells }, new Set([USD]));
  test('a row reads as it was written out', () => {
    const rows: Record<string, string>[] = [
      { currency: 'usd', date: '2027-01-04', rate: '0.92' },
      { currency: 'USD', date: '2027-01-05', rate_per_base: '1.0845' },
    ];
    const rates = rows.map((cells) => {
      const checked = read(cells);
      if (!checked.ok) throw new Error('refused');
      return checked.value;
    });
    expect(rateRows(rates)).toEqual([
      ['USD', '2027-01-04', '0.92', ''],
      ['USD', '2027-01-05', '', '1.0845'],
    ]);
  });
  test('every problem stands at its row and column', () => {
    const bad = read({ currency: 'GBP', date: 'soon', rate_per_base: 'much' });
    expect(bad.ok ? [] : bad.problems.map(({ path }) => path)).toEqual([
      'rows.7.currency',
      'rows.7.date',
      'rows.7.rate_per_base',
    ]);
    const without = read({ date: '2027-01-04', rate: '1' });
    expect(without.ok ? [] : without.problems.map(({ message }) => message)).toEqual(['Which currency?']);
  });
});

describe('a proposed currency', () => {
  test.each([
    [{ currency: 'EUR' }, 'currency currency-base'],
    [{ currency: 'XXQ' }, 'currency currency-unknown'],
    [{ currency: 'USD', realisedGain: '9999' }, 'realisedGain exchange-account'],
    [{ currency: 'USD', realisedGain: '7100' }, 'realisedGain exchange-account'],
    [{ currency: 'USD', unrealisedLoss: '4600' }, 'unrealisedLoss exchange-account'],
    [{ currency: 'USD', unrealisedLoss: '7110' }, 'unrealisedLoss exchange-account'],
    [{ currency: 'USD', realisedLoss: '7200' }, 'realisedLoss exchange-account'],
  ])('%j is refused', (proposed, item) => {
    const read = checkCurrencyKept(proposed, EUR, CHART);
    expect(read.ok ? [] : read.problems.map(({ path, code }) => `${path} ${code}`)).toEqual([item]);
  });
  test('one account may take several of the four', () => {
    const read = checkCurrencyKept(
      { currency: 'usd', realisedGain: '4600', unrealisedGain: '4600', realisedLoss: '7100' },
      EUR,
      CHART,
    );
    if (!read.ok) throw new Error('refused');
    expect(read.value).toEqual({
      currency: 'USD',
      accounts: { realisedGain: 1, unrealisedGain: 1, realisedLoss: 2 },
    });
    expect(currencyKeptParticulars(read.value, CHART)).toEqual({
      currency: 'USD',
      'gain, realised': '4600 Exchange gains',
      'loss, realised': '7100 Exchange losses',
      'gain, unrealised': '4600 Exchange gains',
      'loss, unrealised': undefined,
    });
  });
});
