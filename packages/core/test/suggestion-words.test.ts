import { SLIPS, minor, parseCurrencyCode, suggestionWords, type Slip } from '../src/index.js';

const EUR = parseCurrencyCode('EUR');

describe('a suggestion in words', () => {
  test.each<[Slip, number, number, string[], string, RegExp]>([
    [
      'duplicate',
      0,
      24_000,
      ['Osier Beds O 1, 240.00'],
      'Osier Beds O 1, 240.00 may stand here twice.',
      /same amount, 240\.00/,
    ],
    ['surplus', 0, 24_000, ['Osier Beds O 1'], 'Osier Beds O 1 may not belong here.', /exactly this line/],
    ['missing', 24_000, -24_000, [], 'A line of 240.00 debit may be missing.', /no difference/],
    ['missing', -60_000, 60_000, [], 'A line of 600.00 credit may be missing.', /no difference/],
    [
      'missing',
      24_000,
      -24_000,
      ['Osier Beds O 1'],
      'Osier Beds O 1 may belong here.',
      /240\.00 debit is missing here, and stands there/,
    ],
    [
      'wrong-side',
      -3_000,
      6_000,
      ['Ferry C 9'],
      'Ferry C 9 may stand on the wrong side.',
      /half of the difference: moved over, it closes 60\.00/,
    ],
    ['transposition', 164_000, -18_000, ['Council'], 'Council: perhaps 1,640.00.', /^180\.00 is divisible by 9/],
    ['slide', 4_800, 43_200, ['Rods'], 'Rods: perhaps 48.00.', /decimal point .* leaves just 432\.00/],
    ['pair', 0, 55_000, ['One', 'Two'], 'One and Two may not belong here.', /Together/],
    [
      'other-than-detail',
      41_000,
      6_000,
      ['1100 Receivables'],
      '1100 Receivables in the old trial balance: perhaps 410.00 debit.',
      /Its detail comes to that/,
    ],
    [
      'no-depreciation',
      -350_000,
      350_000,
      ['Cider press'],
      'Cider press has no accumulated depreciation.',
      /makes 3,500\.00 of it/,
    ],
    [
      'factor-of-ten',
      3_750,
      33_750,
      [],
      'The detail and its account differ by a whole power of ten.',
      /stands at 37\.50/,
    ],
  ])('%s (meant %i, apart %i)', (slip, meant, apart, titles, sentence, evidence) => {
    const words = suggestionWords({ slip, lines: [], meant: minor(meant), weight: 1 }, minor(apart), titles, EUR);
    expect(words.sentence).toBe(sentence);
    expect(words.evidence).toMatch(evidence);
  });
  test('is a whole sentence for every slip', () => {
    for (const slip of Object.keys(SLIPS) as Slip[]) {
      for (const titles of [['A line'], ['A line', 'another']]) {
        const words = suggestionWords({ slip, lines: [], meant: minor(-5), weight: 1 }, minor(5), titles, EUR);
        for (const text of [words.sentence, words.evidence]) expect(text).toMatch(/^\S.*\.$/);
      }
    }
  });
});
