import { AccountRequest, type AccountResponse } from '@just-ledger/contract';
import { type AccountId, parseCurrencyCode } from '@just-ledger/core';
import { getMetadataStorage } from 'class-validator';
import {
  accountRequest,
  chartList,
  earlierResults,
  headingAbove,
  under,
  type ChartFilter,
  type ChartItem,
} from '../src/features/accounts/chart-list.js';

const [EUR, USD] = [parseCurrencyCode('EUR'), parseCurrencyCode('USD')];
const account = (number: string, name: string, change: Partial<AccountResponse> = {}): AccountResponse => ({
  id: Number(number) as AccountId,
  number,
  name,
  element: 'asset',
  classification: 'current-assets',
  normalBalance: 'debit',
  contra: false,
  parent: null,
  heading: false,
  control: null,
  currency: null,
  typedEntries: true,
  active: true,
  role: null,
  taxCode: null,
  cashFlow: null,
  note: null,
  closesTo: null,
  share: null,
  settles: false,
  breakdowns: [],
  lines: 0,
  balance: '0.00',
  foreignBalance: null,
  version: 1,
  ...change,
});
const CHART: readonly AccountResponse[] = [
  account('100', 'Cash and bank', { heading: true }),
  account('1000', 'Till', { parent: '100', balance: '5.00' }),
  account('101', 'Banks', { parent: '100', heading: true }),
  account('1010', 'Current account', { parent: '101', balance: '20.00' }),
  account('1500', 'Press', { classification: 'non-current-assets', balance: '100.00' }),
  account('1509', 'Press, depreciation', { classification: 'non-current-assets', contra: true, balance: '-40.00' }),
  account('2100', 'Suppliers', { element: 'liability', classification: 'current-liabilities', balance: '-7.50' }),
  account('3000', 'Shares', { element: 'equity', classification: 'equity', active: false }),
];
const list = (filter: Partial<ChartFilter> = {}, earlier: [string, string][] = []): ChartItem[] =>
  chartList(CHART, new Map(earlier), { find: '', only: '', folded: new Set(), ...filter }, EUR);
const keys = (items: readonly ChartItem[]): string[] => items.map((item) => item.key);

describe('the chart as a list', () => {
  test('stands by element, part and heading, each with the sum of what is under it', () => {
    expect(list().map((item) => [item.key, item.depth, item.balances.now])).toEqual([
      ['asset', 0, 8_500],
      ['current-assets', 1, 2_500],
      ['100', 2, 2_500],
      ['1000', 3, 500],
      ['101', 3, 2_000],
      ['1010', 4, 2_000],
      ['non-current-assets', 1, 6_000],
      ['1500', 2, 10_000],
      ['1509', 2, -4_000],
      ['liability', 0, 750],
      ['current-liabilities', 1, 750],
      ['2100', 2, 750],
    ]);
  });
  test('keeps the headings of what is found, and sums over all of it', () => {
    const found = list({ find: 'current acc' });
    expect(keys(found)).toEqual(['asset', 'current-assets', '100', '101', '1010']);
    expect(found[0]?.balances.now).toBe(8_500);
  });
  test.each<[string, Partial<ChartFilter>, string[]]>([
    ['retired', { only: 'retired' }, ['equity', '3000']],
    ['of one number', { find: '2100' }, ['liability', 'current-liabilities', '2100']],
    ['that there are not', { find: 'nothing such' }, []],
  ])('shows accounts %s', (_, filter, expected) => expect(keys(list(filter))).toEqual(expected));
  test('with a balance, then or now', () => {
    expect(keys(list({ only: 'balance' }, [['3000', '-1.00']]))).not.toContain('3000');
    const all = chartList(
      CHART.map((account) => ({ ...account, active: true, balance: '0.00' })),
      new Map([['3000', '-1.00']]),
      { find: '', only: 'balance', folded: new Set() },
      EUR,
    );
    expect(keys(all)).toEqual(['equity', '3000']);
    expect(all[0]?.balances).toEqual({ now: 0, earlier: 100 });
  });
  test('folds what stands under a heading, but not while something is looked for', () => {
    expect(keys(list({ folded: new Set(['100']) }))).not.toContain('1010');
    expect(keys(list({ folded: new Set(['100']), find: '1010' }))).toContain('1010');
  });
});

describe('moving an account', () => {
  const numberOf = (number: string): number => list().findIndex((item) => item.key === number);
  test('goes under the account above at its own depth', () => {
    expect(headingAbove(list(), numberOf('101'))?.number).toBe('1000');
    expect(headingAbove(list(), numberOf('1509'))?.number).toBe('1500');
    expect(headingAbove(list(), numberOf('1010'))).toBeUndefined();
    expect(headingAbove(list(), numberOf('1500'))).toBeUndefined();
    expect(headingAbove(list(), numberOf('asset'))).toBeUndefined();
  });
  test('a change in place keeps everything else that can be asked for', () => {
    const full = account('1010', 'Bank', {
      parent: '100',
      control: 'receivables',
      currency: USD,
      role: 'cash',
      closesTo: '3000',
      share: 2,
      taxCode: 'S20',
      cashFlow: 'cash',
      note: 'Only what the bank has confirmed.',
      settles: true,
      contra: true,
      breakdowns: ['Fund'],
    });
    const fields = getMetadataStorage()
      .getTargetValidationMetadatas(AccountRequest, '', false, false)
      .map(({ propertyName }) => propertyName as keyof AccountRequest & keyof AccountResponse)
      // the normal balance follows from the element and from being a contra account
      .filter((field) => field !== 'normalBalance');
    const asked = accountRequest(full, { name: 'Current account' });
    expect(fields.length).toBeGreaterThan(15);
    for (const field of fields)
      expect([field, asked[field]]).toEqual([field, field === 'name' ? 'Current account' : full[field]]);
  });

  test('asks for all the account has, and to be shown where its heading is', () => {
    const [heading, till] = [CHART[4] as AccountResponse, CHART[1] as AccountResponse];
    expect(accountRequest({ ...till, share: 3, currency: USD }, under(heading))).toMatchObject({
      number: '1000',
      name: 'Till',
      parent: '1500',
      classification: 'non-current-assets',
      share: 3,
      currency: USD,
    });
    expect(accountRequest(till, { parent: undefined }).parent).toBeUndefined();
  });
});

test('while earlier years are not closed the chart adds up with what they left', () => {
  const books = [
    account('1000', 'Till', { balance: '12.00' }),
    account('3000', 'Capital', { element: 'equity', classification: 'equity', balance: '-5.00' }),
    account('4000', 'Sales', { element: 'revenue', classification: 'revenue', balance: '-3.00' }),
  ];
  const drawn = (accounts: readonly AccountResponse[], before: ReadonlyMap<string, string>) =>
    chartList(
      accounts,
      before,
      { find: '', only: '', folded: new Set() },
      EUR,
      earlierResults(accounts, before, EUR),
    );
  const before = new Map([
    ['1000', '5.00'],
    ['3000', '-5.00'],
  ]);
  const items = drawn(books, before);
  expect(items.find(({ key }) => key === 'earlier-results')?.balances).toEqual({ now: 400, earlier: 0 });
  const balanceOf = (key: string): number => items.find((item) => item.key === key)?.balances.now ?? 0;
  expect(balanceOf('asset')).toBe(balanceOf('equity') + balanceOf('revenue'));
  const closed = books.map((book) => (book.number === '3000' ? { ...book, balance: '-9.00' } : book));
  expect(drawn(closed, new Map()).some(({ key }) => key === 'earlier-results')).toBe(false);
});
