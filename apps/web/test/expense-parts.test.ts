import type { StatementRowResponse } from '@just-ledger/contract';
import { largestParts } from '../src/features/statements/expense-parts.js';

const row = (kind: StatementRowResponse['row'], key: string, label: string, amount: string | null = null) => ({
  row: kind,
  key,
  label,
  account: kind === 'account' ? '1' : null,
  amount,
  amounts: [amount],
});
const cents = (amount: string | null): number => Math.round(Number(amount ?? 0) * 100);

test('expenses are told the largest first, whatever part of the statement they stand in', () => {
  const rows = [
    row('heading', 'operating-revenue', 'Revenue'),
    row('account', '', 'Sales', '900.00'),
    row('subtotal', 'total-operating-revenue', 'Total revenue', '900.00'),
    row('heading', 'cost-of-sales', 'Cost of sales'),
    row('account', '', 'Apples', '30.00'),
    row('heading', 'operating-expenses', 'Operating expenses'),
    row('heading', 'group-1', 'People'),
    row('account', 'member', 'Wages', '60.00'),
    row('subtotal', 'group-1', 'Total people', '60.00'),
    row('account', '', 'Given back', '-10.00'),
    row('heading', 'other-income', 'Other income'),
    row('account', '', 'Interest', '5.00'),
    row('total', 'net-result', 'Net income', '825.00'),
  ];
  expect(largestParts(rows, cents)).toEqual([
    { label: 'Wages', amount: 6000, share: '75.0\u00a0%' },
    { label: 'Apples', amount: 3000, share: '37.5\u00a0%' },
    { label: 'One other', amount: -1000, share: '-12.5\u00a0%' },
  ]);
});

test('of many the small ones stand together, and all come to the whole', () => {
  const rows = [
    row('heading', 'operating-expenses', 'Operating expenses'),
    ...Array.from({ length: 14 }, (_, at) => row('account', '', `Part ${at}`, `${(at + 1) * 10}.00`)),
  ];
  const parts = largestParts(rows, cents);
  expect(parts.map(({ label }) => label)).toEqual([
    ...Array.from({ length: 9 }, (_, at) => `Part ${13 - at}`),
    '5 others',
  ]);
  expect(parts.reduce((sum, { amount }) => sum + amount, 0)).toBe(105_000);
});

test('without expenses there is nothing to tell', () => expect(largestParts([], cents)).toEqual([]));
