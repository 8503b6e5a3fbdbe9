import fc from 'fast-check';
import { versionOf, type VersionedContent } from '../src/index.js';

const content = fc.jsonValue({ maxDepth: 3 }).map((value): VersionedContent => wholeNumbers(value));

/** Amounts and ids are whole numbers: no other is versioned. */
function wholeNumbers(value: unknown): VersionedContent {
  if (typeof value === 'number') return Math.trunc(value % 1_000_000) || 0;
  if (Array.isArray(value)) return value.map(wholeNumbers);
  if (typeof value !== 'object' || value === null) return value as VersionedContent;
  return Object.fromEntries(Object.entries(value).map(([key, field]) => [key, wholeNumbers(field)]));
}

describe('the version of what something says', () => {
  test.each([
    ['nothing', undefined, 0],
    ['nothing, written as null', null, 0],
    ['an empty list', [], 0],
  ])('is 0 for %s', (_, nothing, version) => {
    expect(versionOf(nothing)).toBe(version);
  });

  test.each<[string, VersionedContent, VersionedContent]>([
    ['the order of fields', { a: 'x', b: 1 }, { b: 1, a: 'x' }],
    ['a field that is null', { a: 'x', b: null }, { a: 'x' }],
    ['a field that is left out', { a: 'x', b: undefined }, { a: 'x' }],
  ])('is the same whatever %s', (_, left, right) => {
    expect(versionOf(left)).toBe(versionOf(right));
  });

  test.each<[string, VersionedContent, VersionedContent]>([
    ['another text', { a: 'x' }, { a: 'y' }],
    ['a text in another field', { a: 'x' }, { b: 'x' }],
    ['a number instead of a text', { a: 1 }, { a: '1' }],
    ['another order of a list', ['x', 'y'], ['y', 'x']],
    ['a text divided otherwise', ['ab', 'c'], ['a', 'bc']],
    ['something empty', {}, undefined],
    ['false', false, undefined],
  ])('is another for %s', (_, left, right) => {
    expect(versionOf(left)).not.toBe(versionOf(right));
  });

  test('is a whole number that JSON keeps, and says the same of the same each time', () => {
    fc.assert(
      fc.property(content, (said) => {
        const version = versionOf(said);
        expect(Number.isSafeInteger(version) && version >= 0).toBe(true);
        expect(versionOf(structuredClone(said))).toBe(version);
      }),
    );
  });

  test('is of its own for each of a hundred thousand texts', () => {
    const versions = new Set(Array.from({ length: 100_000 }, (_, index) => versionOf({ note: `row ${index}` })));
    expect(versions.size).toBe(100_000);
  });
});
