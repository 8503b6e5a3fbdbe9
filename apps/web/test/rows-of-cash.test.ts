import type { AccountResponse, StatementRowResponse } from '@just-ledger/contract';
import { parseCurrencyCode } from '@just-ledger/core';
import { rowsOfCash } from '../src/features/statements/rows-of-cash.js';

const account = (number: string, name: string, change: Partial<AccountResponse> = {}): AccountResponse =>
  ({
    number,
    name,
    element: 'asset',
    classification: 'current-assets',
    role: null,
    cashFlow: 'cash',
    ...change,
  }) as AccountResponse;
const row = (label: string, amount: string, change: Partial<StatementRowResponse> = {}): StatementRowResponse => ({
  row: 'account',
  key: 'current-assets',
  label,
  account: null,
  amount,
  amounts: [amount],
  ...change,
});
const accounts = [
  account('1000', 'Till'),
  account('1010', 'Bank'),
  account('1100', 'Owed by customers', { cashFlow: 'operating' }),
  account('2000', 'Overdraft', { element: 'liability', classification: 'current-liabilities' }),
];
const till = row('Till', '100.00', { account: '1000' });
const bank = row('Bank', '900.00', { account: '1010' });
const owed = row('Owed', '50.00', { account: '1100' });
const overdraft = row('Overdraft', '300.00', { account: '2000' });
const drawn = (rows: StatementRowResponse[], end: string): string[] => {
  const cash = { rows: [row('Cash at the end', end, { row: 'total', key: 'cash-at-end' })] };
  return [...rowsOfCash({ rows, currency: parseCurrencyCode('EUR') }, cash, accounts)].map(({ label }) => label);
};

test.each<[string, StatementRowResponse[], string, string[]]>([
  ['its cash accounts', [till, bank, owed], '1000.00', ['Till', 'Bank']],
  ['an overdraft is taken off', [till, bank, owed, overdraft], '700.00', ['Till', 'Bank', 'Overdraft']],
  ['a name over cash accounts', [row('Cash', '1000.00', { together: [till, bank] }), owed], '1000.00', ['Cash']],
  [
    'none where a name is over others too',
    [row('Liquid', '950.00', { together: [bank, owed] }), till],
    '1000.00',
    [],
  ],
  ['none where they do not come to it', [till, bank], '1000.01', []],
])('the rows of a balance sheet that are the cash at the end: %s', (_, rows, end, labels) =>
  expect(drawn(rows, end)).toEqual(labels),
);
