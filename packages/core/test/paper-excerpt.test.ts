import { paperExcerpt, searchWords } from '../src/index.js';

const MANY = Array.from({ length: 40 }, (_, index) => `word${index}`).join(' ');

describe('the excerpt of a paper', () => {
  test.each([
    ['Invoice 4711\nof Low Weir Farm Shop', 'weir', 'Invoice 4711 of Low Weir Farm Shop'],
    ['Zwei Café, bar bezahlt', 'cafe', 'Zwei Café, bar bezahlt'],
    ['INV-2026/0815 due', '0815', 'INV-2026/0815 due'],
    ['first', 'fir', 'first'],
    [MANY, 'word0', 'word0 word1 word2 word3 word4 word5 word6 word7 word8 …'],
    [
      MANY,
      'word20',
      '… word15 word16 word17 word18 word19 word20 word21 word22 word23 word24 word25 word26 word27 word28 …',
    ],
    [MANY, 'word39', '… word34 word35 word36 word37 word38 word39'],
    [`see ${'x'.repeat(60)} here`, 'here', `see ${'x'.repeat(40)}… here`],
    ['later and sooner', 'sooner late', 'later and sooner'],
  ])('of “%.20s” around %s', (text, sought, excerpt) => {
    expect(paperExcerpt(text, searchWords(sought))).toBe(excerpt);
  });

  test.each([
    ['nothing of it', 'else'],
    ['', 'else'],
    ['anything', ''],
    ['swordfish', 'word'],
  ])('“%s” has none of “%s”', (text, sought) => {
    expect(paperExcerpt(text, searchWords(sought))).toBeUndefined();
  });
});
