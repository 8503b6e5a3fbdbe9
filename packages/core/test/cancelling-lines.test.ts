import fc from 'fast-check';
import { cancellingLines, type Minor } from '../src/index.js';

const line = (amount: number, contact?: string, document?: string) => ({
  amount: amount as Minor,
  ...(contact && { contact }),
  ...(document && { document }),
});

// made up; that lines of equal amounts on both sides are ticked off against each other is common practice
test.each<[string, ReturnType<typeof line>[], (number | undefined)[]]>([
  ['nothing', [], []],
  ['equal amounts on both sides', [line(500), line(300), line(-500)], [1, undefined, 1]],
  ['the earliest of several', [line(500), line(500), line(-500)], [1, undefined, 1]],
  ['two pairs', [line(5), line(5), line(-5), line(-5)], [1, 2, 1, 2]],
  ['a document paid in parts', [line(500, 'A', 'K 1'), line(-200, 'A', 'k 1'), line(-300, 'A', 'K  1')], [1, 1, 1]],
  [
    'a document not paid up, with a line that has its rest and no document',
    [line(500, 'A', 'K 1'), line(-200, 'A', 'K 1'), line(-500, 'A')],
    [1, undefined, 1],
  ],
  ['not what others owe', [line(500, 'A'), line(-500, 'B')], [undefined, undefined]],
  ['not different documents', [line(500, 'A', 'K 1'), line(-500, 'A', 'K 2')], [undefined, undefined]],
  ['the same document of different contacts', [line(5, 'A', '1'), line(-5, 'B', '1')], [undefined, undefined]],
  ['nothing of nothing', [line(0), line(0)], [undefined, undefined]],
])('cancels %s', (_, lines, expected) => {
  expect(cancellingLines(lines)).toEqual(expected);
});

test('each group comes to zero, and what is left comes to the same as all', () => {
  const some = fc.record({
    amount: fc.integer({ min: -4, max: 4 }).map((amount) => amount as Minor),
    contact: fc.constantFrom(null, 'A', 'B'),
    document: fc.constantFrom(null, null, '1', '2'),
  });
  fc.assert(
    fc.property(fc.array(some, { maxLength: 40 }), (lines) => {
      const groups = cancellingLines(lines);
      const sums = new Map<number | undefined, number>();
      const sizes = new Map<number | undefined, number>();
      for (const [index, group] of groups.entries()) {
        sums.set(group, (sums.get(group) ?? 0) + (lines[index]?.amount ?? 0));
        sizes.set(group, (sizes.get(group) ?? 0) + 1);
      }
      const all = lines.reduce((sum, { amount }) => sum + amount, 0);
      expect(sums.get(undefined) ?? 0).toBe(all);
      sums.delete(undefined);
      sizes.delete(undefined);
      expect([...sums.values()].every((sum) => sum === 0)).toBe(true);
      expect([...sizes.values()].every((size) => size > 1)).toBe(true);
    }),
  );
});
