import { afterAll, expect, test } from '@jest/globals';
import Database from 'better-sqlite3';
import fc from 'fast-check';
import { hasAll, matchOf, type SearchTerm } from '../src/areas/journal/search-term.js';

const index = new Database(':memory:');
index.exec(`CREATE VIRTUAL TABLE entries USING fts5 (marks, content='', columnsize=0, detail=none,
  tokenize="ascii tokenchars '=.-'")`);
const insert = index.prepare('INSERT INTO entries (rowid, marks) VALUES (?, ?)');
const ENTRIES = Array.from({ length: 400 }, (_, number) => {
  const marks = [`c=${number % 97}`, `a=${number % 13}`, `word${number % 7}`];
  insert.run(number + 1, marks.join(' '));
  return new Set(marks);
});
afterAll(() => void index.close());

const found = (terms: readonly SearchTerm[]): unknown[] =>
  index
    .prepare<[string], number>('SELECT rowid FROM entries WHERE entries MATCH ? ORDER BY rowid')
    .pluck()
    .all(matchOf(terms));
const plainly = (terms: readonly SearchTerm[]): number[] =>
  ENTRIES.flatMap((marks, number) => (hasAll(marks, terms) ? [number + 1] : []));

const some = (most: number): fc.Arbitrary<SearchTerm> =>
  fc.record({
    marks: fc.array(
      fc.oneof(
        fc.nat(120).map((id) => `c=${id}`),
        fc.nat(15).map((id) => `a=${id}`),
      ),
      { maxLength: most },
    ),
    prefixes: fc.subarray(['word1', 'wor', 'none']),
  });
const terms = fc.oneof(
  some(300),
  fc.record({ any: fc.array(some(20), { maxLength: 40 }) }),
  fc.record({ all: fc.array(some(40), { minLength: 1, maxLength: 3 }), none: fc.array(some(30), { maxLength: 2 }) }),
);

test('the index finds what has all that is searched for, of however many alternatives', () => {
  fc.assert(
    fc.property(fc.array(terms, { minLength: 1, maxLength: 3 }), (searched) => {
      expect(found(searched)).toEqual(plainly(searched));
    }),
    { seed: 20_261_201, numRuns: 150 },
  );
});

test('many alternatives are looked at in groups', () => {
  const match = matchOf([{ marks: Array.from({ length: 1_000 }, (_, id) => `c=${id}`) }]);
  const longest = Math.max(...match.split(/[()]/).map((part) => part.split(' OR ').length));
  expect(longest).toBeLessThan(20);
});
