import { bestMatches } from '../src/index.js';

const chart = [
  { number: '1010', name: 'Bank' },
  { number: '2310', name: 'Wages owed' },
  { number: '5210', name: 'Wages' },
  { number: '5215', name: 'Unpaid wages of helpers' },
  { number: '5230', name: 'Café takings 2310' },
];
const found = (typed: string): string[] => bestMatches(chart, typed).map(({ number }) => number);

describe('what a field offers for what is typed', () => {
  test.each([
    ['wages', ['5210', '2310', '5215']],
    ['WAGES O', ['2310', '5215']],
    ['2310', ['2310', '5230']],
    ['52', ['5210', '5215', '5230']],
    ['cafe', ['5230']],
    ['5210 wages', ['5210']],
    ['owed wa', ['2310']],
    ['help wag', ['5215']],
    ['xyz', []],
    ['  ', ['1010', '2310', '5210', '5215', '5230']],
  ])('%s', (typed, numbers) => expect(found(typed)).toEqual(numbers));
  test('the best is found behind any number of others', () => {
    const many = Array.from({ length: 500 }, (_, index) => ({
      number: String(1000 + index),
      name: `Stock of rent ${index}`,
    }));
    expect(bestMatches([...many, { number: '6000', name: 'Rent' }], 'rent')[0]?.number).toBe('6000');
    expect(bestMatches(many, 'rent')).toHaveLength(60);
  });
});
