import { parseCurrencyCode } from '@just-ledger/core';
import { isCells, pastedRows } from '../src/features/take-on/pasted-rows.js';

const EUR = parseCurrencyCode('EUR');
const CUSTOMERS = ['contact', 'document', 'date', 'due', 'unpaid'];

test.each<[string, string, string, Record<string, string>[]]>([
  [
    'with headings, in any order',
    'Unpaid\tContact\n12.00\tLow Weir\n',
    'contact',
    [{ unpaid: '12.00', contact: 'Low Weir' }],
  ],
  [
    'without headings, from the column pasted into',
    'A 1\t3 Dec 2026\n',
    'document',
    [{ document: 'A 1', date: '3 Dec 2026' }],
  ],
  [
    'with headings as they are often called',
    'Supplier\tBill no\tDate\tDue\tAmount\nLow Weir\t77\t3 Dec\t2 Jan\t5\n',
    'contact',
    [{ contact: 'Low Weir', document: '77', date: '3 Dec', due: '2 Jan', unpaid: '5.00' }],
  ],
  [
    'with empty rows and cells left out',
    'Low Weir\t\t\t\t7\n\t\t\t\t\n',
    'contact',
    [{ contact: 'Low Weir', unpaid: '7.00' }],
  ],
  [
    'with amounts of the other custom',
    'Low Weir\tA\t\t\t1.234,50\nLow Weir\tB\t\t\t(80,00)\n',
    'contact',
    [
      { contact: 'Low Weir', document: 'A', unpaid: '1,234.50' },
      { contact: 'Low Weir', document: 'B', unpaid: '-80.00' },
    ],
  ],
  ['with more cells than columns', 'x\ty\n', 'unpaid', [{ unpaid: 'x' }]],
])('cells pasted %s', (_, text, column, rows) => {
  expect(pastedRows(text, 'customers', column, CUSTOMERS, EUR).rows).toEqual(rows);
});

test('how amounts were read is told where it is worth a look, and can be turned round', () => {
  const text = 'Low Weir\t\t\t\t1.200\n';
  const first = pastedRows(text, 'customers', 'contact', CUSTOMERS, EUR);
  expect([first.isDoubtful, first.sample]).toEqual([true, { written: '1.200', read: '1.20' }]);
  const other = pastedRows(text, 'customers', 'contact', CUSTOMERS, EUR, { decimal: ',' });
  expect([other.isDoubtful, other.rows]).toEqual([false, [{ contact: 'Low Weir', unpaid: '1,200.00' }]]);
});

test.each<[string, boolean]>([
  ['Low Weir', false],
  ['Low Weir\n', false],
  ['a\tb', true],
  ['a\nb', true],
])('%j is a stretch of cells: %s', (text, expected) => expect(isCells(text)).toBe(expected));

test.each<[string, string, Record<string, string>[]]>([
  [
    'number, name, debit, credit',
    '1010\tCurrent account\t5.00\t\n3000\tCapital\t\t5.00\n',
    [
      { account: '1010', name: 'Current account', debit: '5.00' },
      { account: '3000', name: 'Capital', credit: '5.00' },
    ],
  ],
  ['number, debit, credit', '1010\t5.00\t\n', [{ account: '1010', debit: '5.00' }]],
  [
    'their headings',
    'Account\tAccount name\tDebit\n1010\tCurrent account\t5.00\n',
    [{ account: '1010', name: 'Current account', debit: '5.00' }],
  ],
])('an old trial balance is pasted by %s', (_, text, rows) =>
  expect(pastedRows(text, 'trial-balance', 'account', ['account', 'debit', 'credit'], EUR).rows).toEqual(rows),
);

describe('a heading that is not known', () => {
  const text = 'Contact\tColour\tUnpaid\nLow Weir\tred\t5\n';
  test('is asked about, with what stands under it', () => {
    expect(pastedRows(text, 'customers', 'contact', CUSTOMERS, EUR).unknown).toEqual([
      { heading: 'Colour', sample: 'red' },
    ]);
  });
  test('is taken as somebody said, or left out', () => {
    const said = (key: string | null) =>
      pastedRows(text, 'customers', 'contact', CUSTOMERS, EUR, { chosen: new Map([['Colour', key]]) });
    expect([said('document').unknown, said('document').rows]).toEqual([
      [],
      [{ contact: 'Low Weir', document: 'red', unpaid: '5.00' }],
    ]);
    expect([said(null).unknown, said(null).rows]).toEqual([[], [{ contact: 'Low Weir', unpaid: '5.00' }]]);
  });
  test('may be a breakdown, a fund for one', () => {
    const read = pastedRows('Account\tFund\tDebit\n3000\tRoof\t5\n', 'equity', 'account', ['account', 'debit'], EUR, {
      breakdowns: ['Fund'],
    });
    expect([read.unknown, read.rows]).toEqual([[], [{ account: '3000', 'breakdown.Fund': 'Roof', debit: '5.00' }]]);
  });
});
