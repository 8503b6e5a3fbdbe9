import { isKeyOf, keyedBy, keysOf, repeatedIn, zip } from '../src/index.js';

const SIGNS = { debit: 1, credit: -1 } as const;

test('lists the keys of a table in its order', () => {
  expect(keysOf(SIGNS)).toEqual(['debit', 'credit']);
});

test.each([
  ['a key', 'debit', true],
  ['another word', 'both', false],
  ['what every object has', 'toString', false],
])('knows %s', (_, text, is) => {
  expect(isKeyOf(SIGNS, text)).toBe(is);
});

test('makes a table of keys', () => {
  expect(keyedBy(keysOf(SIGNS), (key) => SIGNS[key] * 2)).toEqual({ debit: 2, credit: -2 });
});

test('puts two lists side by side, also where a value is undefined', () => {
  expect(zip([1, undefined], ['a', 'b'])).toEqual([
    [1, 'a'],
    [undefined, 'b'],
  ]);
});

test('refuses lists of different lengths', () => {
  expect(() => zip([1], [])).toThrow('expected two lists of 1, got one of 0');
});

test('finds what is not alone, in the order in which it was met', () => {
  expect(repeatedIn(['ash', 'bay', 'arch', 'elm', 'beech', 'alder'], (word) => word[0])).toEqual([
    ['ash', 'arch', 'alder'],
    ['bay', 'beech'],
  ]);
});
