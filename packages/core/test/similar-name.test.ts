import fc from 'fast-check';
import { similarName } from '../src/index.js';

const NAMES = [
  'Ferry Lane School',
  'Low Weir',
  'Élan Cycles',
  'Müller & Söhne',
  'Σχολείο',
  'Osier Beds',
  'Café Teasel',
  'Low Weir Farm Shop',
];

describe('the name most like another', () => {
  test.each<[string, string | undefined]>([
    ['Ferry Ln School', 'Ferry Lane School'],
    ['School, Ferry Lane', 'Ferry Lane School'],
    ['FERRY  LANE SCHOOL LTD', 'Ferry Lane School'],
    ['Elan Cycles', 'Élan Cycles'],
    ['Muller and Sohne', 'Müller & Söhne'],
    ['Σχολειο', 'Σχολείο'],
    ['Osier Bed', 'Osier Beds'],
    ['Teasel Cafe', 'Café Teasel'],
    ['LOW WEIR FARMSHOP', 'Low Weir Farm Shop'],
    ['Osier Beds Society Ltd', 'Osier Beds'],
    ['Low Bridge', undefined],
    ['Council', undefined],
    ['', undefined],
    ['…', undefined],
  ])('%j → %j', (text, name) => {
    expect(similarName(text, NAMES)).toBe(name);
  });
  test('is not asked for where the name stands as it is', () => {
    expect(similarName(' low weir ', NAMES)).toBeUndefined();
    expect(similarName('Low Weir', [])).toBeUndefined();
  });
  test('is one of the names, and finds words in another order', () => {
    const word = fc.stringMatching(/^[a-z]{3,9}$/);
    fc.assert(
      fc.property(fc.uniqueArray(word, { minLength: 2, maxLength: 5 }), fc.array(word), (words, others) => {
        const name = words.join(' ');
        const turned = [...words].reverse().join(', ');
        const found = similarName(turned, [name, ...others]);
        expect([name, ...others]).toContain(found);
      }),
    );
  });
});
