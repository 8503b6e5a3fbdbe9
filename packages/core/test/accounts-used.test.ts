import { accountsUsed, contactsUsed, type EntryBefore, hasSameWords, paperWords } from '../src/index.js';

const entry = (explanation: string, ...accounts: string[]): EntryBefore => ({
  explanation,
  lines: accounts.map((account) => ({ account })),
});

describe('accounts used before', () => {
  test.each<[string, EntryBefore[], string[]]>([
    ['of nothing are none', [], []],
    [
      'come in the order of the latest entry',
      [entry('Rent', '6100', '1010'), entry('Rent', '1010', '6100')],
      ['6100', '1010'],
    ],
    [
      'come by how often, an account that stands twice in an entry counting once',
      [entry('Rent', '6100', '1000', '1000'), entry('Rent', '6100', '1010'), entry('Rent', '1010', '6100')],
      ['6100', '1010', '1000'],
    ],
    [
      'of the same explanation come before those of a similar one',
      [entry('Rent of tent', '6200', '1000'), entry('Rent of tent', '6200', '1000'), entry('RENT.', '6100', '1010')],
      ['6100', '1010', '6200', '1000'],
    ],
  ])('%s', (_, before, accounts) => expect(accountsUsed('Rent', before)).toEqual(accounts));

  test.each([
    ['Café, March', 'cafe march', true],
    ['Café', 'cafe march', false],
    ['', '', true],
  ])('“%s” and “%s” have the same words: %s', (a, b, same) => expect(hasSameWords(a, b)).toBe(same));
});

test('contacts come in the same order, lines without one left out', () => {
  const line = (account: string, contact?: string) => ({ account, ...(contact !== undefined && { contact }) });
  const before: EntryBefore[] = [
    { explanation: 'Delivery', lines: [line('1100', 'Low Weir'), line('4000')] },
    { explanation: 'Delivery to the fair', lines: [line('1100', 'The Fair'), line('4000')] },
    { explanation: 'Delivery to the fair', lines: [line('1100', 'The Fair'), line('4000')] },
  ];
  expect(contactsUsed('delivery', before)).toEqual(['Low Weir', 'The Fair']);
  expect(contactsUsed('Delivery to the fair', before)).toEqual(['The Fair', 'Low Weir']);
});

test.each([
  ['Z-report 301', 'z report'],
  ['SR-3253', 'sr'],
  ['INV2026', ''],
  ['  ', ''],
])('of the paper %s the words are “%s”', (reference, words) => {
  expect(paperWords(reference)).toBe(words);
});
