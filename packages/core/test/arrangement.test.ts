import fc from 'fast-check';
import {
  accountsOfItem,
  type AccountId,
  alignedRows,
  type ArrangedItem,
  arrangedItems,
  type Arrangement,
  balanceSheet,
  type Classification,
  CLASSIFICATIONS,
  equityStatement,
  figureTerms,
  incomeStatement,
  keysOf,
  type LedgerFlow,
  lowerFirst,
  minor,
  rankedRows,
  statementFormula,
  statementTerms,
  sumOf,
  USUAL_ARRANGEMENT,
  withComponentsInOrder,
  arrangedPlaces,
  ZERO,
} from '../src/index.js';
import { byNumber, chartFrom } from './ledger.js';

const chart = chartFrom([
  { number: '1010', name: 'Bank', role: 'cash' },
  { number: '1020', name: 'Till' },
  { number: '1100', name: 'Members owe' },
  { number: '1109', name: 'Doubtful', contra: true },
  { number: '1500', name: 'Vans', classification: 'non-current-assets' },
  { number: '1509', name: 'Wear of vans', classification: 'non-current-assets', contra: true },
  { number: '2100', name: 'Wages owed' },
  { number: '2600', name: 'Bank loan', classification: 'non-current-liabilities' },
  { number: '3000', name: 'Capital', element: 'equity', role: 'owner-capital' },
  { number: '3100', name: 'Reserve', element: 'equity' },
  { number: '4000', name: 'Sales', element: 'revenue', classification: 'revenue' },
  { number: '4100', name: 'Grants', element: 'revenue', classification: 'revenue' },
  { number: '6000', name: 'Wages', element: 'expense', classification: 'operating-expenses' },
  { number: '6100', name: 'Rent', element: 'expense', classification: 'operating-expenses' },
  { number: '6200', name: 'Heating', element: 'expense', classification: 'operating-expenses' },
]);
const id = (number: string): AccountId => byNumber(chart, number).id;
const flow = (number: string, amount: number): LedgerFlow => ({
  account: id(number),
  stage: 'ordinary',
  amount: minor(amount),
});
const FLOWS = [
  flow('1010', 50000),
  flow('1020', 300),
  flow('1100', 4000),
  flow('1109', -400),
  flow('1500', 20000),
  flow('1509', -5000),
  flow('2100', -900),
  flow('2600', -12000),
  flow('3000', -30000),
  flow('3100', -6000),
  flow('4000', -40000),
  flow('4100', -1000),
  flow('6000', 15000),
  flow('6100', 4000),
  flow('6200', 2000),
];

const arrangedItemOf = (number: string): ArrangedItem => ({ account: id(number) });
const group = (number: number, name: string, isTogether: boolean, numbers: readonly string[]): ArrangedItem => ({
  group: { id: number, name, isTogether, accounts: numbers.map(id) },
});
const arranged = (change: Partial<Arrangement>): Arrangement => ({ ...USUAL_ARRANGEMENT, ...change });

/** An income statement and a balance sheet as they are arranged, a row as its label and its figure. */
function drawn(arrangement: Arrangement, flows: readonly LedgerFlow[] = FLOWS, form = 'multi-step' as const) {
  const equity = equityStatement(chart, 'sole-trader', { base: [], years: [{ lead: [], span: flows }] });
  const income = alignedRows(chart, [incomeStatement(chart, flows, 'sole-trader', form).rows], arrangement);
  const sheet = alignedRows(chart, [balanceSheet(chart, 'sole-trader', flows, equity).rows], arrangement);
  return { income, sheet };
}
const told = (rows: readonly { readonly label: string; readonly amounts: readonly (number | undefined)[] }[]) =>
  rows.map(({ label, amounts }) => (amounts[0] === undefined ? label : `${label} ${amounts[0]}`));

describe('what a part lists', () => {
  const numbersOf = (arrangement: Arrangement, part: Classification): string[] =>
    arrangedItems(chart, arrangement, part).map((item) =>
      'group' in item
        ? `${item.group.name}: ${item.group.accounts.map((account) => chart.byId.get(account)?.number).join(' ')}`
        : String(chart.byId.get(item.account)?.number),
    );

  test.each<[string, Arrangement, Classification, string[]]>([
    [
      'the order of the chart where nothing is arranged',
      USUAL_ARRANGEMENT,
      'current-assets',
      ['1010', '1020', '1100', '1109'],
    ],
    [
      'what is arranged',
      arranged({
        parts: { 'operating-expenses': [arrangedItemOf('6200'), group(1, 'Site', true, ['6100', '6000'])] },
      }),
      'operating-expenses',
      ['6200', 'Site: 6100 6000'],
    ],
    [
      'new accounts after the one before them in the chart, a contra account with its own',
      arranged({ parts: { 'current-assets': [group(1, 'Owed', true, ['1100']), arrangedItemOf('1010')] } }),
      'current-assets',
      ['Owed: 1100 1109', '1010', '1020'],
    ],
    [
      'a new account after a group, not in it',
      arranged({ parts: { 'operating-expenses': [group(1, 'Site', true, ['6000', '6100'])] } }),
      'operating-expenses',
      ['Site: 6000 6100', '6200'],
    ],
    [
      'new accounts one after another',
      arranged({ parts: { 'current-assets': [arrangedItemOf('1010')] } }),
      'current-assets',
      ['1010', '1020', '1100', '1109'],
    ],
    [
      'new accounts in their order after a group that has accounts between them',
      arranged({ parts: { 'operating-expenses': [group(1, 'Site', true, ['6100'])] } }),
      'operating-expenses',
      ['6000', 'Site: 6100', '6200'],
    ],
    [
      'nothing twice, nothing of another part, no empty group',
      arranged({
        parts: {
          revenue: [
            arrangedItemOf('4100'),
            arrangedItemOf('4100'),
            arrangedItemOf('6000'),
            group(1, 'None', true, ['6100', '4100']),
          ],
        },
      }),
      'revenue',
      ['4000', '4100'],
    ],
  ])('is %s', (_, arrangement, part, numbers) => {
    expect(numbersOf(arrangement, part)).toEqual(numbers);
  });

  test('is each of its accounts exactly once, whatever is kept', () => {
    const ids = chart.accounts.map((account) => account.id);
    const anId = fc.constantFrom(...ids, 999 as AccountId);
    const anItem = fc.oneof(
      anId.map((account): ArrangedItem => ({ account })),
      fc.record({
        group: fc.record({
          id: fc.integer({ min: 1, max: 4 }),
          name: fc.constantFrom('A', 'B'),
          isTogether: fc.boolean(),
          accounts: fc.array(anId, { maxLength: 5 }),
        }),
      }),
    );
    const parts = fc.dictionary(fc.constantFrom(...keysOf(CLASSIFICATIONS)), fc.array(anItem, { maxLength: 8 }));
    fc.assert(
      fc.property(parts, fc.shuffledSubarray(keysOf(CLASSIFICATIONS)), (some, order) => {
        const arrangement: Arrangement = { order, parts: some, words: {} };
        const all = keysOf(CLASSIFICATIONS).flatMap((part) =>
          arrangedItems(chart, arrangement, part).flatMap(accountsOfItem),
        );
        expect([...all].sort((a, b) => a - b)).toEqual(ids);
        // and so do the figures that the statements draw
        const { income, sheet } = drawn(arrangement);
        const figures = [...income, ...sheet].flatMap((row) =>
          (row.together ?? [row]).flatMap(({ account, row: type }) =>
            account && type === 'account' ? [account.id] : [],
          ),
        );
        expect([...figures].sort((a, b) => a - b)).toEqual(ids);
        for (const rows of [income, sheet])
          rows.forEach((row, index) => {
            const terms = statementFormula(rows, index);
            if (terms) expect(sumAt(rows, terms)).toBe(row.amounts[0]);
          });
      }),
    );
  });
});

function sumAt(
  rows: ReturnType<typeof drawn>['income'],
  terms: readonly { readonly at: number; readonly sign: 1 | -1 }[],
): number {
  return sumOf(terms.map(({ at, sign }) => minor(sign * (rows[at]?.amounts[0] ?? ZERO))));
}

describe('groups', () => {
  const both = arranged({
    parts: {
      'operating-expenses': [group(7, 'Site', false, ['6200', '6100']), arrangedItemOf('6000')],
      'current-assets': [group(3, 'Cash and bank', true, ['1010', '1020'])],
    },
  });

  test('are listed with a sum, or drawn as one figure', () => {
    const { income, sheet } = drawn(both);
    expect(told(income).slice(4, 11)).toEqual([
      'Operating expenses',
      'Site',
      'Heating 2000',
      'Rent 4000',
      'Site, total 6000',
      'Wages 15000',
      'Total operating expenses 21000',
    ]);
    expect(told(sheet).slice(0, 6)).toEqual([
      'Current assets',
      'Cash and bank 50300',
      'Members owe 4000',
      'Doubtful -400',
      'Members owe, net 3600',
      'Total current assets 53900',
    ]);
  });

  test('stand with their parts before them, as in print', () => {
    const { income } = drawn(both);
    const site = rankedRows(income).filter(({ of }) => ['Site', 'Heating', 'Rent', 'Wages'].includes(of.label));
    expect(
      site.map(({ of, kind, figures }) => [of.label, kind, figures.map((figure) => `${figure.rank} ${figure.rule}`)]),
    ).toEqual([
      ['Site', 'item', []],
      ['Heating', 'item', ['part ']],
      ['Rent', 'item', ['part last', 'item ']],
      ['Wages', 'item', ['item last', 'sum ']],
    ]);
  });

  test('lead to their accounts', () => {
    const { income, sheet } = drawn(both);
    const termsOf = (rows: typeof income, label: string): string[] =>
      figureTerms(
        rows,
        rows.findIndex((row) => row.label === label && row.amounts[0] !== undefined),
      ).map(({ row }) => row.label);
    expect(termsOf(sheet, 'Cash and bank')).toEqual(['Bank', 'Till']);
    expect(termsOf(sheet, 'Total current assets')).toEqual(['Bank', 'Till', 'Members owe', 'Doubtful']);
    expect(termsOf(income, 'Site, total')).toEqual(['Heating', 'Rent']);
    expect(termsOf(income, 'Net income')).toEqual(['Sales', 'Grants', 'Heating', 'Rent', 'Wages']);
  });

  test('hold contra accounts without a net: the sum is the net', () => {
    const { sheet } = drawn(
      arranged({ parts: { 'non-current-assets': [group(1, 'Machines', false, ['1500', '1509'])] } }),
    );
    expect(told(sheet).slice(7, 13)).toEqual([
      'Non-current assets',
      'Machines',
      'Vans 20000',
      'Wear of vans -5000',
      'Machines, total 15000',
      'Total non-current assets 15000',
    ]);
  });

  test('stand where only some columns have a figure', () => {
    const statements = [FLOWS, [flow('6100', 100), flow('1010', -100)]].map(
      (flows) => incomeStatement(chart, flows, 'sole-trader', 'multi-step').rows,
    );
    const rows = alignedRows(chart, statements, both);
    expect(
      rows.filter(({ key }) => key.startsWith('group-') || key === 'member').map(({ amounts }) => amounts),
    ).toEqual([
      [undefined, undefined],
      [2000, undefined],
      [4000, 100],
      [6000, 100],
    ]);
  });
});

describe('the order of parts', () => {
  test('is chosen within assets and within liabilities', () => {
    const { sheet } = drawn(arranged({ order: ['non-current-liabilities', 'non-current-assets'] }));
    expect(sheet.filter(({ row }) => row === 'heading' || row === 'total').map(({ label }) => label)).toEqual([
      'Non-current assets',
      'Current assets',
      'Total assets',
      'Non-current liabilities',
      'Current liabilities',
      'Owner’s equity',
      'Total liabilities and owner’s equity',
    ]);
  });

  test('of equity is that of its statement', () => {
    const arrangement = arranged({ parts: { equity: [arrangedItemOf('3100'), arrangedItemOf('3000')] } });
    const equity = equityStatement(chart, 'sole-trader', { base: [], years: [{ lead: [], span: FLOWS }] });
    const ordered = withComponentsInOrder(equity, arrangedPlaces(chart, arrangement));
    expect(ordered.components.map(({ label }) => label)).toEqual(['Reserve', 'Capital']);
    expect(ordered.rows.at(-1)?.amounts).toEqual([...(equity.rows.at(-1)?.amounts ?? [])].reverse());
    const { sheet } = drawn(arrangement);
    expect(told(sheet).slice(-4, -2)).toEqual(['Reserve 6000', 'Capital 50000']);
  });
});

describe('words', () => {
  const words = {
    revenue: 'Income',
    'net-result': 'Surplus for the year',
    'net-result:loss': 'Deficit for the year',
    'current-assets': 'VAT and cash',
    equity: 'Own funds',
  };

  test('stand in the place of the usual ones, sums after their headings', () => {
    const { income, sheet } = drawn(arranged({ words }));
    const labels = [...income, ...sheet].map(({ label }) => label);
    for (const label of ['Income', 'Total income', 'Surplus for the year', 'Total VAT and cash', 'Total own funds'])
      expect(labels).toContain(label);
    expect(labels.at(-1)).toBe('Total liabilities and own funds');
  });

  test('tell a loss as it is called, and both where columns differ', () => {
    const loss = [flow('6000', 100), flow('1010', -100)];
    expect(drawn(arranged({ words }), loss).income.at(-1)?.label).toBe('Deficit for the year');
    const rows = alignedRows(
      chart,
      [FLOWS, loss].map((flows) => incomeStatement(chart, flows, 'sole-trader', 'single-step').rows),
      arranged({ words }),
    );
    expect(rows.at(-1)?.label).toBe('Surplus (deficit) for the year');
    const half = arranged({ words: { 'net-result': 'Surplus' } });
    expect(drawn(half, loss).income.at(-1)?.label).toBe('Net loss');
  });

  test('never rename an account', () => {
    const { sheet } = drawn(arranged({ words: { other: 'Nothing', equity: 'Own' } }));
    expect(sheet.filter(({ account }) => account).map(({ label }) => label)).toContain('Capital');
  });

  test.each(['sole-trader', 'partnership', 'company', 'non-profit', 'co-operative'] as const)(
    'of a %s are told once each',
    (kind) => {
      const keys = statementTerms(kind).map(({ key }) => key);
      expect(new Set(keys).size).toBe(keys.length);
    },
  );

  test.each([
    ['Current assets', 'current assets'],
    ['VAT owed', 'VAT owed'],
    ['A loan', 'a loan'],
  ])('%s reads %s within a sentence', (text, within) => expect(lowerFirst(text)).toBe(within));
});
