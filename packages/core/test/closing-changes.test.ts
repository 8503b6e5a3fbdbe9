import fc from 'fast-check';
import { type AccountId, closingChanges, minor } from '../src/index.js';
import { byNumber, chartFrom } from './ledger.js';

const chart = chartFrom([
  { number: '3000', name: 'Capital', element: 'equity' },
  { number: '3900', name: 'Income summary', element: 'equity', role: 'income-summary' },
  { number: '4000', name: 'Cider', element: 'revenue' },
  { number: '6100', name: 'Rent', element: 'expense' },
]);
const line = (number: string, amount: number) => ({ account: byNumber(chart, number).id, amount: minor(amount) });
const closing = (revenue: number, expense: number) => [
  line('4000', revenue),
  line('3900', -revenue),
  line('3900', expense),
  line('6100', -expense),
  line('3900', revenue - expense),
  line('3000', expense - revenue),
];

test('a late bill changes the expense and where the result goes; what passes through the summary is nothing', () =>
  expect(closingChanges(chart, closing(900, 400), closing(900, 520))).toEqual([
    { account: byNumber(chart, '3000').id, then: -500, now: -380 },
    { account: byNumber(chart, '6100').id, then: -400, now: -520 },
  ]));

test('an account that is closed now, or was then, stands against nothing', () => {
  expect(closingChanges(chart, [], closing(5, 0)).map(({ then, now }) => [then, now])).toEqual([
    [0, -5],
    [0, 5],
  ]);
  expect(closingChanges(chart, closing(5, 0), []).map(({ then, now }) => [then, now])).toEqual([
    [-5, 0],
    [5, 0],
  ]);
});

test('the same closing changes nothing, whatever its steps; changes sum to zero', () => {
  const amount = fc.integer({ min: 0, max: 10_000 });
  fc.assert(
    fc.property(amount, amount, amount, amount, (a, b, c, d) => {
      const direct = [line('4000', a), line('6100', -b), line('3000', b - a)];
      expect(closingChanges(chart, closing(a, b), direct)).toEqual([]);
      const changes = closingChanges(chart, closing(a, b), closing(c, d));
      expect(changes.reduce((sum, { then, now }) => sum + now - then, 0)).toBe(0);
      expect(new Set(changes.map(({ account }): AccountId => account)).size).toBe(changes.length);
    }),
    { seed: 20261128 },
  );
});
