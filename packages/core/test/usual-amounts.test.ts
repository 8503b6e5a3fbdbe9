import fc from 'fast-check';
import { isFarOut, minor, usualAmounts } from '../src/index.js';

const read = (...amounts: number[]) => usualAmounts(amounts.map(minor));
const twelve = (amount: number): number[] => Array.from({ length: 12 }, () => amount);

test('says nothing of fewer than eight amounts', () => {
  expect(read(...twelve(100).slice(0, 7))).toBeUndefined();
  expect(read(...twelve(100).slice(0, 8))).toMatchObject({ lines: 8, median: 100 });
});

test.each([
  // a rent of 800.00 that rises by a tenth, or by half, is nothing unusual; one that doubles, or lost a nought, is
  ['a rent', twelve(80_000), [80_000, 88_000, 120_000], [160_000, 8_000, 800_000]],
  // what spreads by itself may spread: bills from 12.00 to 240.00
  [
    'bills of every size',
    [1200, 1500, 2500, 3600, 4800, 6450, 9000, 12_000, 18_000, 24_000],
    [900, 45_000],
    [900_000],
  ],
  // one slip among many does not hide the next
  ['a slip before', [...twelve(6_000), 600_000], [6_500], [600_000]],
])('%s: what is silent and what is found', (_, history, silent, found) => {
  const usual = usualAmounts(history.map(minor));
  if (!usual) throw new Error('too few');
  expect(silent.filter((amount) => isFarOut(minor(amount), usual))).toEqual([]);
  expect(found.filter((amount) => !isFarOut(minor(amount), usual))).toEqual([]);
});

test('the median of a history is never far out of it, and a scale changes nothing', () => {
  const amounts = fc.array(fc.integer({ min: 100, max: 1_000_000_00 }), { minLength: 8, maxLength: 60 });
  fc.assert(
    fc.property(amounts, (given) => {
      const usual = usualAmounts(given.map(minor));
      const tenfold = usualAmounts(given.map((count) => minor(count * 10)));
      if (!usual || !tenfold) return false;
      // near in the reach of what a logarithm keeps of a number; beyond what a number holds both end alike
      const isNear = (a: number, b: number): boolean => Math.abs(a - b * 10) <= 10 + a * 1e-9;
      const areNear = isNear(tenfold.from, usual.from) && (tenfold.to > 1e15 || isNear(tenfold.to, usual.to));
      return !isFarOut(usual.median, usual) && areNear;
    }),
  );
});
