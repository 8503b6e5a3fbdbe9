import fc from 'fast-check';
import { changedAmounts, type LedgerFlow, minor, type Stage } from '../src/index.js';
import { byNumber, chartFrom } from './ledger.js';

const chart = chartFrom([
  { number: '1010', name: 'Bank', element: 'asset' },
  { number: '3000', name: 'Capital', element: 'equity' },
  { number: '6100', name: 'Rent', element: 'expense' },
]);
const flow = (number: string, amount: number, stage: Stage = 'ordinary'): LedgerFlow => ({
  account: byNumber(chart, number).id,
  stage,
  amount: minor(amount),
});
const told = (then: LedgerFlow[], now: LedgerFlow[]) =>
  changedAmounts(chart, then, now).map(({ account, then: was, now: is }) => [account.number, was, is]);

test('what stayed the same is left out, whatever its stages; closing is no change', () => {
  expect(told([flow('6100', 5)], [flow('6100', 3), flow('6100', 2, 'adjusting')])).toEqual([]);
  expect(told([flow('6100', 5), flow('6100', -5, 'closing')], [flow('6100', 5)])).toEqual([]);
  expect(told([flow('6100', 5), flow('1010', -5)], [flow('6100', 7), flow('1010', -7)])).toEqual([
    ['1010', -5, -7],
    ['6100', 5, 7],
  ]);
  expect(told([], [flow('3000', -4)])).toEqual([['3000', 0, -4]]);
});

test('changes of what balances then and now sum to zero', () => {
  const flows = fc
    .array(fc.tuple(fc.constantFrom('1010', '3000', '6100'), fc.constantFrom('1010', '3000', '6100'), fc.nat(9_999)))
    .map((all) => all.flatMap(([from, to, amount]) => [flow(to, amount), flow(from, -amount)]));
  fc.assert(
    fc.property(flows, flows, (then, now) => {
      const changes = changedAmounts(chart, then, now);
      expect(changes.reduce((sum, change) => sum + change.now - change.then, 0)).toBe(0);
    }),
    { seed: 20261128 },
  );
});
