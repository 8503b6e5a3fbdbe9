import fc from 'fast-check';
import {
  type AccountId,
  ageTable,
  type Arrangement,
  assetMovement,
  type AssetMovement,
  equityMovement,
  equityStatement,
  inReadingOrder,
  isNoteOn,
  type LedgerFlow,
  minor,
  type NoteTable,
  placeOfNote,
  sumOf,
  USUAL_ARRANGEMENT,
  ZERO,
} from '../src/index.js';
import { byNumber, chartFrom } from './ledger.js';

// The reconciliation of the carrying amount at the beginning and the end is asked for by IAS 16, paragraph 73 (e); its rows
// are those of common practice. The figures are reckoned by hand.

const chart = chartFrom([
  { number: '1010', name: 'Bank', role: 'cash' },
  { number: '1500', name: 'Vans', classification: 'non-current-assets' },
  { number: '1509', name: 'Wear of vans', classification: 'non-current-assets', contra: true },
  { number: '1600', name: 'Land', classification: 'non-current-assets' },
  { number: '3000', name: 'Capital', element: 'equity', role: 'owner-capital' },
  { number: '3100', name: 'Reserve', element: 'equity' },
  { number: '4000', name: 'Sales', element: 'revenue', classification: 'revenue' },
]);
const id = (number: string): AccountId => byNumber(chart, number).id;
const movement = (number: string, opening: number, increase: number, decrease: number): AssetMovement => ({
  account: id(number),
  opening: minor(opening),
  increase: minor(increase),
  decrease: minor(decrease),
});
const told = (table: NoteTable | undefined): string[] =>
  (table?.rows ?? []).map(({ label, amounts }) =>
    [label, ...amounts.filter((amount) => amount !== undefined)].join(' '),
  );

/** Whether each sum of a table is what it adds up, down and across. */
function expectSums({ rows, endsInTotal }: NoteTable): void {
  for (const { label, amounts, terms } of rows) {
    if (terms)
      amounts.forEach((amount, column) => {
        const sum = sumOf(terms.map(({ at, sign }) => minor(sign * (rows[at]?.amounts[column] ?? ZERO))));
        expect([label, column, sum]).toEqual([label, column, amount]);
      });
    if (endsInTotal && amounts[0] !== undefined && rows[0]?.kind === 'heading')
      expect(sumOf(amounts.slice(0, -1).map((amount) => amount ?? ZERO))).toBe(amounts.at(-1));
  }
}

describe('the movement of non-current assets', () => {
  const movements = [
    movement('1500', 20000, 5000, 8000),
    movement('1509', 6000, 3400, 4000),
    movement('1600', 9000, 0, 0),
  ];

  test('goes from cost and depreciation to what is left, a column an asset', () => {
    const table = assetMovement(chart, USUAL_ARRANGEMENT, movements);
    expect(table?.columns).toEqual(['Vans', 'Land', 'Total']);
    expect(told(table)).toEqual([
      'Cost',
      'At the beginning 20000 9000 29000',
      'Additions 5000 0 5000',
      'Disposals -8000 0 -8000',
      'At the end 17000 9000 26000',
      'Depreciation',
      'At the beginning 6000 0 6000',
      'Charge 3400 0 3400',
      'On disposals -4000 0 -4000',
      'At the end 5400 0 5400',
      'Carrying amount at the beginning 14000 9000 23000',
      'Carrying amount at the end 11600 9000 20600',
    ]);
    expect(table?.end).toBe(20600);
  });

  test('has a column for what the statements draw under one name', () => {
    const arrangement: Arrangement = {
      ...USUAL_ARRANGEMENT,
      parts: {
        'non-current-assets': [
          { group: { id: 1, name: 'Property', isTogether: true, accounts: ['1600', '1500', '1509'].map(id) } },
        ],
      },
    };
    const table = assetMovement(chart, arrangement, movements);
    expect(table?.columns).toEqual(['Property']);
    expect(told(table).at(-1)).toBe('Carrying amount at the end 20600');
  });

  test('leaves out depreciation, and assets, where there are none', () => {
    const table = assetMovement(chart, USUAL_ARRANGEMENT, [
      movement('1600', 9000, 100, 0),
      movement('1500', 0, 0, 0),
    ]);
    expect(told(table)).toEqual(['Cost', 'At the beginning 9000', 'Additions 100', 'Disposals 0', 'At the end 9100']);
    expect(table?.rows.at(-1)?.kind).toBe('end');
    expect(assetMovement(chart, USUAL_ARRANGEMENT, [movement('1500', 0, 0, 0)])).toBeUndefined();
  });

  test('adds up down and across, whatever was moved', () => {
    const amounts = fc.tuple(
      fc.integer({ min: 0, max: 1e9 }),
      fc.integer({ min: 0, max: 1e9 }),
      fc.integer({ min: 0, max: 1e9 }),
    );
    fc.assert(
      fc.property(fc.array(amounts, { minLength: 3, maxLength: 3 }), (figures) => {
        const all = ['1500', '1509', '1600'].map((number, index) =>
          movement(number, ...(figures[index] as [number, number, number])),
        );
        const table = assetMovement(chart, USUAL_ARRANGEMENT, all);
        if (!table) return;
        expectSums(table);
        const left = all.map(({ account, opening, increase, decrease }) =>
          minor((account === id('1509') ? -1 : 1) * (opening + increase - decrease)),
        );
        expect(table.end).toBe(sumOf(left));
      }),
    );
  });
});

describe('the movement of equity', () => {
  const flow = (number: string, amount: number): LedgerFlow => ({
    account: id(number),
    stage: 'ordinary',
    amount: minor(amount),
  });
  const statement = equityStatement(chart, 'sole-trader', {
    base: [flow('3000', -5000), flow('3100', -700), flow('1010', 5700)],
    years: [{ lead: [], span: [flow('4000', -900), flow('1010', 900)] }],
  });

  test('has a row a component and a column a kind of change', () => {
    const table = equityMovement(statement);
    expect(table?.columns).toEqual(['At the beginning', 'Net income', 'At the end']);
    expect(told(table)).toEqual(['Capital 5000 900 5900', 'Reserve 700 0 700', 'Total 5700 900 6600']);
    expect(table?.end).toBe(6600);
    expectSums(table as NoteTable);
  });

  test('parts the result into income and expense where they come to it', () => {
    const parts = (income: number, expense: number) =>
      equityMovement(statement, {
        income: new Map([[id('3000'), minor(income)]]),
        expense: new Map([[id('3000'), minor(expense)]]),
      });
    expect(parts(1000, -100)?.columns).toEqual(['At the beginning', 'Income', 'Expenses', 'At the end']);
    expect(told(parts(1000, -100))[0]).toBe('Capital 5000 1000 -100 5900');
    expect(parts(1000, 0)?.columns).toEqual(['At the beginning', 'Net income', 'At the end']);
  });
});

test('what is open is told by age, and not at all where nothing is', () => {
  expect(
    told(
      ageTable([
        ['Not due', minor(500)],
        ['Over 90 days', minor(-20)],
      ]),
    ),
  ).toEqual(['Not due 500', 'Over 90 days -20', 'Total 480']);
  expect(ageTable([['Not due', ZERO]])).toBeUndefined();
});

test('notes are read statement by statement, row by row', () => {
  const on = (statement: 'income-statement' | 'balance-sheet', row: string | null, account: string | null) => ({
    statement,
    row,
    account,
  });
  const rows = [
    { row: 'heading', key: 'current-assets', account: null },
    { row: 'account', key: '', account: '1010' },
    { row: 'account', key: 'gross', account: '1500' },
    { row: 'total', key: 'total-assets', account: null },
  ] as const;
  const notes = [
    on('balance-sheet', 'gone', null),
    on('balance-sheet', 'total-assets', null),
    on('balance-sheet', null, '1500'),
    on('balance-sheet', null, null),
    on('income-statement', 'net-result', null),
  ];
  const read = inReadingOrder(notes, [
    { key: 'income-statement', rows: [] },
    { key: 'balance-sheet', rows },
  ]);
  expect(read.map((note) => notes.indexOf(note))).toEqual([4, 3, 2, 1, 0]);
  expect(isNoteOn({ row: 'current-assets', account: null }, rows[0] as (typeof rows)[number])).toBe(true);
});

test.each([
  ['total-current-assets', null, 'current-assets', null],
  ['total-operating-revenue', null, 'operating-revenue', null],
  ['total-assets', null, 'total-assets', null],
  ['total-equity', null, 'equity', null],
  ['net-of-1500', null, null, '1500'],
  ['gross', '1500', null, '1500'],
  ['group-3', null, 'group-3', null],
])('a note on %s belongs where it can be read', (row, account, on, ofAccount) => {
  expect(placeOfNote(row, account)).toEqual({ row: on, account: ofAccount });
});

test('a group is noted at its name, or where it is one figure', () => {
  const note = { row: 'group-3', account: null };
  const as = (row: 'heading' | 'subtotal' | 'account') => isNoteOn(note, { row, key: 'group-3', account: null });
  expect([as('heading'), as('subtotal'), as('account')]).toEqual([true, false, true]);
});

test('a note on revenue stands at it in either form', () => {
  const on = (note: string, key: string): boolean =>
    isNoteOn({ row: note, account: null }, { row: 'heading', key, account: null });
  expect([on('operating-revenue', 'revenue'), on('revenue', 'operating-revenue')]).toEqual([true, true]);
  expect(on('revenue', 'expenses')).toBe(false);
});
