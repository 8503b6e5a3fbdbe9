import fc from 'fast-check';
import { amountMarks, amountRange } from '../src/areas/journal/amount-marks.js';

const isFound = (amount: number, least: number, most: number): boolean => {
  const { marks, prefixes = [] } = amountRange(least, most);
  const found = amountMarks(amount);
  return (
    found.some((mark) => marks.includes(mark)) ||
    found.some((mark) => prefixes.some((prefix) => mark.startsWith(prefix)))
  );
};

describe('a range of amounts', () => {
  test.each([
    [12345, 12345, ['d=5.12345'], []],
    [100, 199, ['r=3.1'], []],
    [123450, 123459, [], ['d=6.12345']],
    [0, 9, ['0', '1', '2', '3', '4', '5', '6', '7', '8', '9'].map((digit) => `d=1.${digit}`), []],
    [8, 10, ['d=1.8', 'd=1.9', 'd=2.10'], []],
    [5, 4, [], []],
  ])('from %i to %i is a few groups', (least, most, marks, prefixes) => {
    expect(amountRange(least, most)).toEqual({ marks, prefixes });
  });

  test('holds just the amounts that lie in it', () => {
    const amount = fc.oneof(fc.integer({ min: 0, max: 2_000 }), fc.maxSafeNat());
    fc.assert(
      fc.property(amount, amount, amount, fc.boolean(), (drawn, a, b, isNear) => {
        const [least, most] = [Math.min(a, b), Math.max(a, b)];
        const count = isNear ? Math.max(0, least - 1 + (drawn % 3)) : drawn;
        for (const [low, high] of [
          [least, most],
          [least, Number.MAX_SAFE_INTEGER],
          [0, most],
        ] as const) {
          expect(isFound(count, low, high)).toBe(count >= low && count <= high);
        }
      }),
      { seed: 20_261_127, numRuns: 3_000 },
    );
  });

  test('is never more than some hundred groups', () => {
    fc.assert(
      fc.property(fc.maxSafeNat(), fc.maxSafeNat(), (a, b) => {
        const { marks, prefixes = [] } = amountRange(Math.min(a, b), Math.max(a, b));
        expect(marks.length + prefixes.length).toBeLessThan(400);
      }),
      { seed: 20_261_127 },
    );
  });
});
