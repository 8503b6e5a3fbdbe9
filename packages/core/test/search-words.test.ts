import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { folded, searchWords } from '../src/index.js';

test.each([
  ['Rückzahlung, INV-12', ['ruckzahlung', 'inv', '12']],
  ['Café №3 ﬁx', ['cafe', 'no3', 'fix']],
  ['İstanbul', ['istanbul']],
  ['  ', []],
])('the words of %j', (text, words) => {
  expect(searchWords(text)).toEqual(words);
});

test('plain texts are folded as all others are', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'binary-ascii' }), (text) => {
      expect(folded(text)).toBe(
        text
          .normalize('NFKD')
          .replaceAll(/\p{M}+/gu, '')
          .toLowerCase(),
      );
    }),
  );
});
