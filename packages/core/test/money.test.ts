import fc from 'fast-check';
import { createRequire } from 'node:module';
import {
  CURRENCY_CODES,
  Exact,
  baseAmount,
  cumulativeStep,
  displayAmount,
  exponentOf,
  formatAmount,
  isRate,
  minor,
  parseAmount,
  parseCurrencyCode,
  parseRate,
  rateTolerance,
  roundHalfAwayFromZero,
  safeParseAmount,
  allocate,
  splitEvenly,
  sumOf,
  evaluateAmount,
  type CurrencyCode,
} from '../src/index.js';
import { caseOf } from './cases.js';

const EUR = parseCurrencyCode('EUR');
const USD = parseCurrencyCode('USD');
const JPY = parseCurrencyCode('JPY');
const byPlaces: Record<number, CurrencyCode> = { 0: JPY, 2: EUR, 3: parseCurrencyCode('BHD') };
const SEED = { seed: 20270118, numRuns: 300 };

describe('minor units', () => {
  test.each([0.5, NaN, Infinity, 2 ** 53])('%p is no amount', (units) =>
    expect(() => minor(units)).toThrow(RangeError),
  );
  test('there is no negative zero', () => expect(Object.is(minor(-0), 0)).toBe(true));
  test('a sum beyond the safe range is refused, not rounded', () => {
    expect(() => sumOf([minor(Number.MAX_SAFE_INTEGER), minor(1)])).toThrow(RangeError);
  });
});

describe('currencies, ISO 4217', () => {
  const { inputs, expected } = caseOf<{ codes: string[] }, { exponents: Record<string, number> }>(
    'currency',
    'iso4217-minor-units',
  );
  test.each(inputs.codes)('%s has the exponent of the standard', (code) => {
    expect(exponentOf(parseCurrencyCode(code))).toBe(expected.exponents[code]);
  });
  test('every code agrees with the package currency-codes', () => {
    const { data } = {
      data: createRequire(import.meta.url)('currency-codes/data') as { code: string; digits: number }[],
    };
    const digits = new Map(data.map((item) => [item.code, item.digits]));
    expect(CURRENCY_CODES.length).toBeGreaterThan(150);
    for (const code of CURRENCY_CODES) expect([code, exponentOf(code)]).toEqual([code, digits.get(code)]);
  });
  test('other texts are refused', () => expect(() => parseCurrencyCode('EURO')).toThrow(RangeError));
});

describe('rounding half away from zero, IEEE 754-2019 4.3.1', () => {
  const { inputs, expected } = caseOf<{ values: string[] }, { half_up: string[] }>('rounding', 'rounding-modes-cent');
  test.each(inputs.values.map((value, index) => [value, expected.half_up[index] ?? '']))(
    '%s → %s',
    (value, rounded) => {
      expect(formatAmount(roundHalfAwayFromZero(new Exact(value).times(100)), EUR)).toBe(rounded);
    },
  );
});

describe('shares by largest remainder', () => {
  type Row = { amount: string; weights: string[]; places: number };
  const { inputs, expected } = caseOf<{ rows: Row[] }, { rows: string[][] }>(
    'rounding',
    'allocate-largest-remainder',
  );
  test.each(
    inputs.rows.map((row, index) => [row.amount, row.weights.join(':'), row, expected.rows[index] ?? []] as const),
  )('%s by %s', (_amount, _weights, row, parts) => {
    const currency = byPlaces[row.places] as CurrencyCode;
    expect(
      allocate(parseAmount(row.amount, currency), row.weights).map((part) => formatAmount(part, currency)),
    ).toEqual(parts);
  });
  test('parts always add up, each within a unit of its exact share', () => {
    const weights = fc
      .array(fc.integer({ min: 0, max: 1000 }), { minLength: 1, maxLength: 8 })
      .filter((all) => all.some((count) => count > 0));
    fc.assert(
      fc.property(fc.integer({ min: -1e9, max: 1e9 }), weights, (amount, given) => {
        const parts = allocate(minor(amount), given);
        const whole = given.reduce((sum, count) => sum + count, 0);
        expect(sumOf(parts)).toBe(amount + 0);
        parts.forEach((part, index) =>
          expect(Math.abs(part - (amount * (given[index] ?? 0)) / whole)).toBeLessThanOrEqual(1),
        );
      }),
      SEED,
    );
  });
  test.each([[[]], [[0, 0]], [[1, -1]]])('weights %p are refused', (weights) =>
    expect(() => allocate(minor(1), weights)).toThrow(RangeError),
  );
  test('splitting needs at least one part', () => expect(() => splitEvenly(minor(1), 0)).toThrow(RangeError));
  test('a prepayment of 1,000.00 is released over twelve months without losing a cent', () => {
    const { expected: release } = caseOf<unknown, { cumulative_rounding_first_six: string[] }>(
      'recurring-journals',
      'prepayment-release-12-months',
    );
    const steps = Array.from({ length: 12 }, (_, index) => cumulativeStep(minor(100000), 12, index + 1));
    expect(steps.slice(0, 6).map((step) => formatAmount(step, EUR))).toEqual(release.cumulative_rounding_first_six);
    expect(sumOf(steps)).toBe(100000);
  });
});

describe('amounts as text', () => {
  test.each([
    ['1234.5', 123450],
    ['-0.05', -5],
    ['0', 0],
    ['-0.00', 0],
    ['7.500', 750],
    [' 12 ', 1200],
  ])('%s is %d cents', (text, units) => expect(parseAmount(text, EUR)).toBe(units));
  test.each([
    ['1,234.50', 'not-an-amount'],
    ['1e3', 'not-an-amount'],
    ['.5', 'not-an-amount'],
    ['', 'not-an-amount'],
    ['1.005', 'too-many-decimals'],
    ['99999999999999999', 'too-large'],
  ])('%s is refused: %s', (text, failure) => expect(safeParseAmount(text, EUR)).toEqual({ ok: false, failure }));
  test('writing and reading are each other’s inverse in every exponent', () => {
    fc.assert(
      fc.property(fc.maxSafeInteger(), fc.constantFrom(...Object.values(byPlaces)), (units, currency) => {
        expect(parseAmount(formatAmount(minor(units), currency), currency)).toBe(units + 0);
      }),
      SEED,
    );
  });
  test.each([
    [-123450, '(1,234.50)'],
    [0, '0.00'],
    [123456789, '1,234,567.89'],
    [5, '0.05'],
  ])('%d is shown as %s', (units, text) => expect(displayAmount(minor(units), EUR)).toBe(text));
  test('yen have no decimals, and other marks are followed', () => {
    expect(displayAmount(minor(1234567), JPY)).toBe('1,234,567');
    expect(displayAmount(minor(123450), EUR, { decimal: ',', thousands: '.' })).toBe('1.234,50');
  });
});

describe('arithmetic in an amount cell', () => {
  test.each([
    ['1200/3', 40000],
    ['15%*800', 12000],
    ['800*15%', 12000],
    ['12.50+3', 1550],
    ['1,200.40', 120040],
    ['-(2+3)*2', -1000],
    ['10/3', 333],
    ['1/200', 1],
    ['.5', 50],
    ['2 × 3', 600],
  ])('%s gives %d cents', (typed, units) => expect(evaluateAmount(typed, EUR)).toEqual({ ok: true, amount: units }));
  test.each(['', 'abc', '1+', '(1', '1/0', '1 2 x', '()', '99999999999999999'])('“%s” is no arithmetic', (typed) => {
    expect(evaluateAmount(typed, EUR).ok).toBe(false);
  });
  test('a decimal comma is read where a person uses one', () => {
    expect(evaluateAmount('1.200,50/2', EUR, { decimal: ',', thousands: '.' })).toEqual({ ok: true, amount: 60025 });
  });
});

describe('rates', () => {
  test('a base amount is rounded once, either way of quoting', () => {
    expect(baseAmount(minor(10000), USD, EUR, { rate: parseRate('0.92') })).toBe(9200);
    expect(baseAmount(minor(10000), USD, EUR, { ratePerBase: parseRate('1.0845') })).toBe(9221);
    expect(baseAmount(minor(1000), JPY, EUR, { rate: parseRate('0.0061') })).toBe(610);
  });
  test('what a short rate leaves open is tolerated, and no more', () => {
    expect(rateTolerance(minor(10000), USD, EUR, { rate: parseRate('0.92') })).toBe(51);
    expect(rateTolerance(minor(10000), USD, EUR, { rate: parseRate('0.920000') })).toBe(2);
  });
  test.each(['0', '-1', '1e2', '', '0.000'])('“%s” is no rate', (text) => expect(isRate(text)).toBe(false));
});
