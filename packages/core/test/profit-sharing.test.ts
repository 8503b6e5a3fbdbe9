import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  addDays,
  dayBefore,
  giftOf,
  minor,
  parsePercent,
  shareResult,
  sharingOn,
  yearlyGifts,
  type AccountId,
  type CivilDate,
  type ProfitSharing,
} from '../src/index.js';
import { caseOf } from './cases.js';

const d = (text: string): CivilDate => text as CivilDate;
const [KING, LEE] = [1 as AccountId, 2 as AccountId];
const cents = (text: string): number => Math.round(Number(text) * 100);
const agreed = (
  from: string,
  interest: string,
  salaries: readonly number[],
  weights: readonly number[],
): ProfitSharing => ({
  from: d(from),
  interest: parsePercent(interest),
  partners: [KING, LEE].map((account, index) => ({
    account,
    salary: minor(salaries[index] ?? 0),
    weight: weights[index] ?? 0,
  })),
});

interface Inputs {
  readonly opening_capital: readonly string[];
  readonly salaries: readonly string[];
  readonly interest_percent: string;
  readonly remainder_ratio: readonly number[];
}
interface Expected {
  readonly divisions: readonly {
    readonly net_income: string;
    readonly interest: readonly string[];
    readonly shares: readonly string[];
  }[];
}

/** Weygandt, Kimmel, Kieso, Accounting Principles: the King and Lee illustration, as the case has it. */
describe('a published division of income', () => {
  const { inputs, expected } = caseOf<Inputs, Expected>('partnership', 'partnership-division-of-income');
  const sharing = agreed('2012-01-01', inputs.interest_percent, inputs.salaries.map(cents), inputs.remainder_ratio);
  const gifts = yearlyGifts(
    sharing,
    new Map([KING, LEE].map((account, index) => [account, minor(cents(inputs.opening_capital[index] ?? ''))])),
  );
  const year = { first: d('2012-01-01'), last: d('2012-12-31') };
  const sharers = sharing.partners.map(({ account, weight }) => ({
    account,
    share: weight,
    first: giftOf(gifts.get(account) ?? { salary: minor(0), interest: minor(0) }, year, year.last),
  }));
  test.each(expected.divisions.map((division) => [division.net_income, division] as const))(
    'of %s',
    (income, { interest, shares }) => {
      expect([KING, LEE].map((account) => gifts.get(account)?.interest)).toEqual(interest.map(cents));
      expect([...shareResult(minor(cents(income)), sharers).values()]).toEqual(shares.map(cents));
    },
  );
});

describe('what is given first', () => {
  test('is given by days, and the parts of a year add up to it', () => {
    const last = d('2027-04-05');
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 10_000_000 }),
        fc.integer({ min: 0, max: 10_000_000 }),
        fc.uniqueArray(fc.integer({ min: 0, max: 363 }), { maxLength: 12 }),
        (salary, interest, cuts) => {
          const gift = { salary: minor(salary), interest: minor(interest) };
          const ends = [...cuts.sort((a, b) => a - b).map((days) => addDays(d('2026-04-06'), days)), last];
          const parts = ends.map((end, index) =>
            giftOf(
              gift,
              { first: index === 0 ? d('2026-04-06') : addDays(ends[index - 1] ?? end, 1), last: end },
              last,
            ),
          );
          expect(parts.reduce((sum, part) => sum + part, 0)).toBe(salary + interest);
        },
      ),
      { seed: 17 },
    );
  });
  test('of no days is nothing; of a short first year its part', () => {
    const gift = { salary: minor(36_500), interest: minor(0) };
    const last = d('2026-12-31');
    expect(giftOf(gift, { first: d('2026-03-01'), last: dayBefore(d('2026-03-01')) }, last)).toBe(0);
    expect(giftOf(gift, { first: d('2026-12-22'), last }, last)).toBe(1_000);
  });
  test('bears no interest on a capital that is overdrawn', () => {
    const gifts = yearlyGifts(agreed('2026-01-01', '10', [0, 0], [1, 1]), new Map([[KING, minor(-5_000)]]));
    expect(gifts.get(KING)?.interest).toBe(0);
  });
});

describe('sharing', () => {
  test('is that of the last agreement from a day no later', () => {
    const [profitSharing, two] = [agreed('2026-01-01', '0', [], [1]), agreed('2026-07-01', '0', [], [1])];
    expect(sharingOn([two, profitSharing], d('2025-12-31'))).toBeUndefined();
    expect(sharingOn([two, profitSharing], d('2026-06-30'))).toBe(profitSharing);
    expect(sharingOn([two, profitSharing], d('2026-07-01'))).toBe(two);
  });
  test('adds up to the result, whatever is given first', () => {
    const amount = fc.integer({ min: -1_000_000, max: 1_000_000 });
    fc.assert(
      fc.property(
        amount,
        fc.array(
          fc.record({ first: fc.integer({ min: 0, max: 1_000_000 }), share: fc.integer({ min: 1, max: 9 }) }),
          {
            minLength: 1,
            maxLength: 6,
          },
        ),
        (result, sharing) => {
          const sharers = sharing.map((item, index) => ({
            account: index as AccountId,
            share: item.share,
            first: minor(item.first),
          }));
          const parts = [...shareResult(minor(result), sharers).values()];
          expect(parts.reduce((sum, part) => sum + part, 0)).toBe(result);
        },
      ),
      { seed: 17 },
    );
  });
});
