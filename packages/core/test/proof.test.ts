import fc from 'fast-check';
import { type Explanation, explainedBy, minor, MOST_EXPLANATIONS, proofOf } from '../src/index.js';

const figures = { leftLabel: 'Debits', left: minor(500), rightLabel: 'Credits', right: minor(200) };
const failing = proofOf('debits-credits', figures);
const part = (amount: number): Explanation => ({ label: `part of ${amount}`, amount: minor(amount) });

test('a proof that holds needs no explanation, and one of which nothing was found has none', () => {
  const holding = proofOf('debits-credits', { ...figures, right: minor(500) });
  expect(explainedBy(holding, [part(1)])).toBe(holding);
  expect(explainedBy(failing, [])).toBe(failing);
});
test('the largest parts come first, whatever their side', () => {
  const { explanations } = explainedBy(failing, [part(10), part(-400), part(90)]);
  expect(explanations?.largest.map(({ amount }) => amount)).toEqual([-400, 90, 10]);
  expect([explanations?.count, explanations?.amount]).toEqual([3, -300]);
});
test('of many the largest are told, and what all come to', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: -100_000, max: 100_000 }), { minLength: 1, maxLength: 80 }), (amounts) => {
      const { explanations } = explainedBy(failing, amounts.map(part));
      const told = (explanations?.largest ?? []).map(({ amount }) => Math.abs(amount));
      expect(told).toHaveLength(Math.min(amounts.length, MOST_EXPLANATIONS));
      expect(told).toEqual(
        amounts
          .map(Math.abs)
          .sort((a, b) => b - a)
          .slice(0, MOST_EXPLANATIONS),
      );
      expect(explanations?.amount).toBe(amounts.reduce((sum, amount) => sum + amount, 0));
    }),
  );
});
