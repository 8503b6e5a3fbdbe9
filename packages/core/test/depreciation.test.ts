import fc from 'fast-check';
import {
  accumulatedDepreciation,
  depreciationBetween,
  civilDate,
  minor,
  parseAmount,
  parseCivilDate as d,
  parseCurrencyCode,
  type DepreciableAsset,
  type DepreciationMethod,
} from '../src/index.js';
import { caseOf } from './cases.js';

const FROM_JANUARY = { fiscalYearStartMonth: 1, fiscalYearStartDay: 1 };
const USD = parseCurrencyCode('USD');
const amount = (text: string): number => parseAmount(text, USD);

interface ScheduleInputs {
  readonly cost: string;
  readonly salvage: string;
  readonly life_years: number;
  readonly method: string;
}
interface ScheduleExpected {
  readonly schedule: readonly { readonly year: number; readonly accumulated: string }[];
}
const METHODS: Readonly<Record<string, DepreciationMethod>> = {
  straight_line: 'straight-line',
  double_declining: 'declining',
  sum_of_years_digits: 'sum-of-years-digits',
};

describe('what has been written off', () => {
  // Sources stand in the cases: Weygandt, Kimmel, Kieso (delivery truck) and OpenStax vol. 1 ch. 11.3, from memory.
  test.each(['dep-straight-line-truck', 'dep-sum-of-years-digits-truck', 'dep-declining-stops-at-salvage-printer'])(
    'year by year: %s',
    (id) => {
      const { inputs, expected } = caseOf<ScheduleInputs, ScheduleExpected>('depreciation', id);
      const asset: DepreciableAsset = {
        cost: minor(amount(inputs.cost)),
        residual: minor(amount(inputs.salvage)),
        acquired: d('2020-01-01'),
        method: METHODS[inputs.method] as DepreciationMethod,
        life: String(inputs.life_years),
      };
      for (const { year, accumulated } of expected.schedule) {
        const date = civilDate(2019 + year, 12, 31);
        expect([year, accumulatedDepreciation(asset, date, FROM_JANUARY)]).toEqual([year, amount(accumulated)]);
      }
    },
  );
  test('by double declining balance, until straight line writes off more', () => {
    const { inputs, expected } = caseOf<ScheduleInputs, ScheduleExpected>(
      'depreciation',
      'dep-double-declining-truck',
    );
    const asset: DepreciableAsset = {
      cost: minor(amount(inputs.cost)),
      residual: minor(amount(inputs.salvage)),
      acquired: d('2020-01-01'),
      method: 'declining',
      life: '5',
    };
    // the case goes on declining and takes what is left in the last year; both agree until then and at the end
    const same = expected.schedule.filter(({ year }) => year <= 3 || year === 5);
    for (const { year, accumulated } of same) {
      expect([year, accumulatedDepreciation(asset, civilDate(2019 + year, 12, 31), FROM_JANUARY)]).toEqual([
        year,
        amount(accumulated),
      ]);
    }
  });
  test('of a truck bought in April: nine months of the first year', () => {
    const asset = { cost: minor(1_300_000), residual: minor(100_000), acquired: d('2012-04-01'), life: '5' };
    const read = (method: DepreciationMethod, year: number): number | undefined =>
      accumulatedDepreciation({ ...asset, method }, civilDate(year, 12, 31), FROM_JANUARY);
    // Source: case dep-partial-first-year-truck
    expect([read('straight-line', 2012), read('straight-line', 2013)]).toEqual([180_000, 420_000]);
    expect([read('declining', 2012), read('declining', 2013)]).toEqual([390_000, 754_000]);
  });
  test('follows the table of US tax authorities where half of the first year counts', () => {
    // Source: IRS Publication 946, Appendix A, Table A-1, from memory: declining balance that changes to straight line
    const { expected } = caseOf<unknown, { percentages: Record<string, string[]> }>(
      'depreciation',
      'dep-macrs-table-a1',
    );
    for (const [life, rate] of [
      ['3', 200],
      ['5', 200],
      ['7', 200],
      ['10', 200],
      ['15', 150],
      ['20', 150],
    ] as const) {
      const asset: DepreciableAsset = {
        cost: minor(100_000_000),
        residual: minor(0),
        acquired: d('2000-07-01'),
        method: 'declining',
        life,
        rate: String(Math.round((rate / Number(life)) * 1e9) / 1e9),
      };
      let before = 0;
      expected.percentages[life]?.forEach((percent, year) => {
        const now = accumulatedDepreciation(asset, civilDate(2000 + year, 12, 31), FROM_JANUARY) ?? 0;
        expect([life, year, Math.abs((now - before) / 1_000_000 - Number(percent)) < 0.011]).toEqual([
          life,
          year,
          true,
        ]);
        before = now;
      });
    }
  });
  test.each<[string, string, number]>([
    ['bought by the 15th, its month counts', '2020-06-15', 700],
    ['bought after the 15th, it does not', '2020-06-16', 600],
    ['bought after the day, nothing is written off', '2021-03-01', 0],
  ])('%s', (_, acquired, written) => {
    const asset = {
      cost: minor(1200),
      residual: minor(0),
      method: 'straight-line',
      life: '1',
      acquired: d(acquired),
    } as const;
    expect(accumulatedDepreciation(asset, d('2020-12-31'), FROM_JANUARY)).toBe(written);
  });
  test('cannot be said without life or rate, and is nothing for land', () => {
    const land = { cost: minor(1200), residual: minor(0), acquired: d('2020-01-01') };
    expect(
      accumulatedDepreciation({ ...land, method: 'straight-line' }, d('2020-12-31'), FROM_JANUARY),
    ).toBeUndefined();
    expect(accumulatedDepreciation({ ...land, method: 'declining' }, d('2020-12-31'), FROM_JANUARY)).toBeUndefined();
    expect(
      accumulatedDepreciation({ ...land, method: 'sum-of-years-digits', life: '2.5' }, d('2020-12-31'), FROM_JANUARY),
    ).toBeUndefined();
    expect(accumulatedDepreciation({ ...land, method: 'none' }, d('2020-12-31'), FROM_JANUARY)).toBe(0);
  });
  test('never falls, never goes beyond cost less residual, and reaches it at the end of the life', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 10 ** 9 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.integer({ min: 1, max: 30 }),
        fc.constantFrom<DepreciationMethod>('straight-line', 'declining', 'sum-of-years-digits'),
        fc.integer({ min: 1, max: 12 }),
        (cost, share, years, method, fiscalYearStartMonth) => {
          const start = { fiscalYearStartMonth, fiscalYearStartDay: 1 };
          const residual = minor(Math.floor(cost * share));
          const asset = { cost: minor(cost), residual, acquired: d('2000-02-10'), method, life: String(years) };
          let before = 0;
          for (let year = 2000; year <= 2000 + years; year += 1) {
            const now = accumulatedDepreciation(asset, civilDate(year, 12, 31), start) ?? -1;
            expect(now).toBeGreaterThanOrEqual(before);
            before = now;
          }
          expect(before).toBe(cost - residual);
        },
      ),
      { seed: 20261126, numRuns: 60 },
    );
  });
});

test.each([
  // day of acquisition, rate; written off by the ends of the first two years from 6 April, a month of them running from the 6th
  ['straight-line', '2026-04-06', ['240.00', '480.00']],
  ['straight-line', '2026-04-20', ['240.00', '480.00']],
  ['straight-line', '2026-04-21', ['220.00', '460.00']],
  ['straight-line', '2026-10-06', ['120.00', '360.00']],
  ['declining', '2026-04-06', ['480.00', '768.00']],
  ['declining', '2026-10-06', ['240.00', '624.00']],
] as const)('months run from the day on which the year begins: %s from %s', (method, acquired, [first, second]) => {
  const start = { fiscalYearStartMonth: 4, fiscalYearStartDay: 6 };
  const asset = { cost: minor(120_000), residual: minor(0), acquired: d(acquired), method, life: '5' };
  const read = (day: string) => accumulatedDepreciation(asset, d(day), start);
  expect([read('2027-04-05'), read('2028-04-05')]).toEqual([amount(first), amount(second)]);
  // a month counts as soon as it is over
  expect(read('2027-04-04')).toBeLessThan(amount(first));
});

describe('what is written off between two days', () => {
  const truck: DepreciableAsset = {
    cost: minor(1300000),
    residual: minor(100000),
    acquired: d('2012-04-01'),
    method: 'straight-line',
    life: '5',
  };
  // Weygandt, Kimmel, Kieso (delivery truck), from memory: nine months of 200.00 in the first year
  test('is the difference of what has run up', () => {
    expect(depreciationBetween(truck, d('2011-12-31'), d('2012-12-31'), FROM_JANUARY)).toBe(180000);
    expect(depreciationBetween(truck, d('2012-12-31'), d('2013-12-31'), FROM_JANUARY)).toBe(240000);
  });
  test.each<DepreciationMethod>(['straight-line', 'declining', 'sum-of-years-digits'])(
    '%s: taken on as its method says, it goes on as if it had always been here',
    (method) => {
      const asset = { ...truck, method };
      const date = d('2013-12-31');
      const takenOn = { at: date, accumulated: minor(accumulatedDepreciation(asset, date, FROM_JANUARY) ?? 0) };
      for (const month of ['2014-01-31', '2015-07-31', '2017-03-31', '2019-12-31']) {
        expect(depreciationBetween(asset, date, d(month), FROM_JANUARY, takenOn)).toBe(
          depreciationBetween(asset, date, d(month), FROM_JANUARY),
        );
      }
    },
  );
  test.each<DepreciationMethod>(['straight-line', 'declining', 'sum-of-years-digits'])(
    '%s: taken on otherwise, what is left goes over the rest of its life, and not below the residual value',
    (method) => {
      const takenOn = { at: d('2013-12-31'), accumulated: minor(600000) };
      expect(depreciationBetween({ ...truck, method }, takenOn.at, d('2017-03-31'), FROM_JANUARY, takenOn)).toBe(
        600000,
      );
      expect(depreciationBetween({ ...truck, method }, takenOn.at, d('2030-12-31'), FROM_JANUARY, takenOn)).toBe(
        600000,
      );
    },
  );
  test('straight on from another amount: 6,000.00 over the 39 months that are left', () => {
    const takenOn = { at: d('2013-12-31'), accumulated: minor(600000) };
    expect(depreciationBetween(truck, takenOn.at, d('2014-01-31'), FROM_JANUARY, takenOn)).toBe(15385);
  });
  test('nothing counts before it was taken on', () => {
    const takenOn = { at: d('2013-12-31'), accumulated: minor(420000) };
    expect(depreciationBetween(truck, d('2013-06-30'), d('2014-01-31'), FROM_JANUARY, takenOn)).toBe(20000);
  });
});
