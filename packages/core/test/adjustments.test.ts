import {
  type Account,
  type AccountId,
  adjustmentKind,
  type AdjustedBooks,
  type AdjustmentKind,
  chartOf,
  lackingAdjustments,
  minor,
  parsePercent,
  type RecurringAmounts,
} from '../src/index.js';

const account = (id: number, number: string, name: string, element: Account['element'], more = {}): Account => ({
  id: id as AccountId,
  number,
  name,
  element,
  classification: 'current-assets',
  contra: false,
  typedEntries: true,
  active: true,
  ...more,
});

const PREPAID = account(1, '1310', 'Prepaid insurance', 'asset');
const STOCK = account(2, '1200', 'Inventory of cider', 'asset');
const UNEARNED = account(3, '2300', 'Subscriptions received in advance', 'liability');
const ACCRUED = account(4, '2150', 'Accrued expenses', 'liability');
const LOAN = account(5, '2510', 'Tank loan', 'liability');
const POWER = account(6, '6200', 'Electricity', 'expense');
const TAX = account(7, '8100', 'Corporation tax', 'expense', { classification: 'income-tax' });
const FEES = account(8, '4100', 'Fees', 'revenue');
const WORN = account(9, '1519', 'Presses, depreciation', 'asset', { contra: true });
const chart = chartOf([WORN, PREPAID, STOCK, UNEARNED, ACCRUED, LOAN, POWER, TAX, FEES]);
const debit = (number: string) => ({ account: number, debit: '1' });
const credit = (number: string) => ({ account: number, credit: '1' });

describe('what an adjusting entry is for', () => {
  const share = { account: '2510', percent: parsePercent('6'), dayCount: '30/360' } as const;
  const target = { account: '1200', against: '6200' } as const;
  test.each<[AdjustmentKind, RecurringAmounts, { account: string }[]]>([
    ['prepaid', { source: 'fixed' }, [debit('6200'), credit('1310')]],
    [
      'unearned',
      { source: 'spread', spread: { total: minor(1), by: 'occurrences' } },
      [debit('2300'), credit('4100')],
    ],
    ['accrued', { source: 'asked' }, [debit('6200'), credit('2150')]],
    ['accrued', { source: 'fixed' }, [debit('1310'), credit('4100')]],
    ['other', { source: 'fixed' }, [debit('1310'), credit('1200')]],
    ['depreciation', { source: 'fixed' }, [debit('6200'), credit('1519')]],
    ['depreciation', { source: 'depreciation', assetClass: 'Presses' }, []],
    [
      'interest',
      { source: 'share-of-balance', share: { ...share, of: 'interest' } },
      [debit('6200'), credit('2150')],
    ],
    ['accrued', { source: 'share-of-balance', share: { ...share, of: 'balance' } }, [debit('6200'), credit('2150')]],
    ['stock', { source: 'target', target: { ...target, by: 'count' } }, []],
    ['tax', { source: 'target', target: { ...target, by: 'result', percent: parsePercent('25') } }, []],
  ])('%s', (kind, amounts, lines) => {
    expect(adjustmentKind(amounts, lines, (number) => chart.byNumber.get(number))).toBe(kind);
  });
});

describe('adjusting entries that nothing makes', () => {
  const books = (more: Partial<AdjustedBooks> = {}): AdjustedBooks => ({
    chart,
    balanceOf: ({ element }) => minor(element === 'asset' || element === 'expense' ? 1000 : -1000),
    scheduled: new Set(),
    targets: new Set(),
    unwritten: [],
    overdue: minor(0),
    findings: [],
    ...more,
  });
  const kinds = (adjustedBooks: AdjustedBooks) => lackingAdjustments(adjustedBooks).map(({ kind }) => kind);
  const missing = {
    id: 'month-missing-6-2026-06',
    type: 'month-missing',
    title: 'Electricity: nothing in June',
    evidence: [],
    account: POWER.id,
    entries: [4, 9],
  } as const;

  test('are told in the order of the kinds', () => {
    const all = books({
      unwritten: [{ assetClass: 'Presses', amount: minor(500) }],
      overdue: minor(700),
      findings: [missing],
    });
    expect(kinds(all)).toEqual([
      'prepaid',
      'accrued',
      'unearned',
      'depreciation',
      'stock',
      'doubtful',
      'interest',
      'tax',
    ]);
    expect(lackingAdjustments(all)[1]).toMatchObject({ account: POWER.id, entry: 9 });
  });
  test('not those that a schedule makes', () => {
    const scheduled = new Set([PREPAID, STOCK, UNEARNED, LOAN].map(({ id }) => id));
    expect(kinds(books({ scheduled, targets: new Set(['result', 'ages']), overdue: minor(700) }))).toEqual([]);
  });
  test('nothing where nothing stands on the accounts', () => {
    expect(kinds(books({ balanceOf: () => minor(0), targets: new Set(['result']) }))).toEqual([]);
  });
  test('a bill that came is none, and neither is revenue that did not', () => {
    const revenue = { ...missing, account: FEES.id };
    const none = books({ balanceOf: () => minor(0), targets: new Set(['result']), findings: [revenue] });
    expect(kinds(none)).toEqual([]);
  });
});
