import { type DayBook, dayBookOf, type EntryKind, type Minor, restsOnPaper } from '../src/index.js';

const accounts = {
  bank: { role: 'cash' },
  till: { role: 'cash' },
  customers: { control: 'receivables' },
  suppliers: { control: 'payables' },
  sales: {},
  costs: {},
} as const;

// day books by what an entry touches: common practice
test.each<[string, DayBook, Partial<Record<keyof typeof accounts, number>>, EntryKind?]>([
  ['an invoice', 'sales', { customers: 100, sales: -100 }],
  ['a credit note', 'sales', { customers: -100, sales: 100 }],
  ['a bill', 'purchases', { costs: 100, suppliers: -100 }],
  ['a customer pays, less a fee', 'receipts', { bank: 98, costs: 2, customers: -100 }],
  ['a supplier is paid', 'payments', { suppliers: 100, bank: -100 }],
  ['a bill paid at once', 'payments', { costs: 5, till: -5 }],
  ['part of a sale paid at once', 'receipts', { till: 20, customers: 80, sales: -100 }],
  ['the till is banked', 'general', { bank: 50, till: -50 }],
  ['a customer who is a supplier as well is set off', 'general', { suppliers: 5, customers: -5 }],
  ['wear', 'general', { costs: 5, sales: -5 }],
  ['an opening balance', 'general', { bank: 100, sales: -100 }, 'opening'],
  ['a closing entry', 'general', { sales: 100, customers: -100 }, 'closing'],
  ['a receipt taken back', 'payments', { customers: 100, bank: -100 }, 'reversing'],
])('%s stands in the day book of %s', (_, book, amounts, kind = 'ordinary') => {
  const lines = Object.entries(amounts).map(([name, amount]) => ({
    account: accounts[name as keyof typeof accounts],
    amount: amount as Minor,
  }));
  expect(dayBookOf(kind, lines)).toBe(book);
});

test.each([
  ['ordinary', 'manual', true],
  ['adjusting', 'import', true],
  ['reversing', 'manual', false],
  ['opening', 'manual', false],
  ['ordinary', 'recurring', false],
] as const)('an entry that is %s and %s rests on a paper: %s', (kind, source, expected) => {
  expect(restsOnPaper({ kind, source })).toBe(expected);
});
