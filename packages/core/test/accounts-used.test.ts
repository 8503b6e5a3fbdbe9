import { accountsUsed, type EntryBefore, hasSameWords } from '../src/index.js';

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
