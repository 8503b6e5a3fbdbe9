import {
  signOffBlockers,
  parseCivilDate as d,
  parseCurrencyCode,
  readTrays,
  type Books,
  type ContactId,
  type TakeOnBooks,
  type TakeOnRow,
  type TrayRows,
} from '../src/index.js';
import { chartFrom } from './ledger.js';

const chart = chartFrom([
  { number: '1010', name: 'Bank', role: 'cash' },
  { number: '1100', name: 'Receivables', control: 'receivables' },
  { number: '1110', name: 'Receivables abroad', control: 'receivables' },
  { number: '3000', name: 'Capital', role: 'owner-capital' },
  { number: '4000', name: 'Sales' },
]);
const books: Books = {
  baseCurrency: parseCurrencyCode('EUR'),
  calendar: { firstDay: d('2026-01-01'), fiscalYearStartMonth: 1, fiscalYearStartDay: 1 },
  chart,
  breakdowns: [],
  today: d('2026-09-30'),
  lockedPeriods: new Set(),
  findContact: (text) => (text === 'Low Weir' ? { id: 7 as ContactId, name: text, active: true } : undefined),
};
const on: TakeOnBooks = { books, changeover: d('2025-12-31'), rateOf: () => undefined };
const rows = (...cells: Record<string, string>[]): TakeOnRow[] =>
  cells.map((cell, index) => ({ id: index + 1, cells: cell }));
const OLD = rows(
  { account: '1010', debit: '60' },
  { account: '1100', debit: '40' },
  { account: '3000', credit: '100' },
);
const customer = (unpaid: string, more: Record<string, string> = {}): Record<string, string> => ({
  contact: 'Low Weir',
  unpaid,
  ...more,
});

describe('what stands in the way of signing off', () => {
  test.each<[string, TrayRows, string[]]>([
    ['nothing, once all agrees', { 'trial-balance': OLD, customers: rows(customer('40')) }, []],
    ['no old trial balance', {}, ['The old trial balance is missing.']],
    [
      'one that is out of balance',
      {
        'trial-balance': [...OLD, { id: 9, cells: { account: '1010', debit: '7' } }],
        customers: rows(customer('40')),
      },
      ['The old trial balance is out by 7.00.'],
    ],
    ['a control account without its detail', { 'trial-balance': OLD }, ['Customers: a difference of 40.00.']],
    [
      'detail that is not its account',
      { 'trial-balance': OLD, customers: rows(customer('41.50')) },
      ['Customers: a difference of 1.50.'],
    ],
    [
      'detail of an account that the old books do not have',
      {
        'trial-balance': rows({ account: '1010', debit: '5' }, { account: '3000', credit: '5' }),
        customers: rows(customer('40')),
      },
      ['Customers: 40.00 in detail, nothing in the old trial balance.'],
    ],
    [
      'detail on the wrong one of two accounts',
      {
        'trial-balance': [
          ...OLD.slice(0, 2),
          { id: 8, cells: { account: '1110', debit: '10' } },
          { id: 9, cells: { account: '3000', credit: '110' } },
        ],
        customers: rows(customer('50')),
      },
      ['Customers: between its accounts.'],
    ],
    [
      'a row that cannot be read',
      { 'trial-balance': OLD, customers: rows(customer('40'), customer('much')) },
      ['Customers: one row has a problem.'],
    ],
    [
      'rows that cannot be read',
      { 'trial-balance': OLD, customers: rows(customer('40'), customer('much'), { contact: 'Nobody', unpaid: '1' }) },
      ['Customers: 2 rows have problems.'],
    ],
    [
      'revenue of a year that has ended',
      { 'trial-balance': rows({ account: '1010', debit: '5' }, { account: '4000', credit: '5' }) },
      [expect.stringMatching(/say into which account they are closed/) as unknown as string],
    ],
  ])('is %s', (_, trays, expected) => expect(signOffBlockers(readTrays(trays, on), on, false)).toEqual(expected));
  test('revenue of an ended year is not, once it is said where it goes', () => {
    const trays = readTrays(
      { 'trial-balance': rows({ account: '1010', debit: '5' }, { account: '4000', credit: '5' }) },
      on,
    );
    expect(signOffBlockers(trays, on, true)).toEqual([]);
  });
});
