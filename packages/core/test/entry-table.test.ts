import {
  checkTaxCode,
  entryTable,
  parseCivilDate,
  parseCurrencyCode,
  recogniseDateOrder,
  type TaxCode,
} from '../src/index.js';
import { chartFrom } from './ledger.js';

const chart = chartFrom([
  { number: '1010', name: 'Bank', element: 'asset' },
  { number: '4000', name: 'Cider sold', element: 'revenue' },
  { number: '6100', name: 'Rent', element: 'expense' },
  { number: '6200', name: 'Rent', element: 'expense' },
]);
const context = { chart, baseCurrency: parseCurrencyCode('EUR'), today: parseCivilDate('2026-06-30') };

/** The rows of a table, its columns parted by bars, as entry, date, account, debit, credit. */
function read(header: string, ...rows: string[]): string[] {
  const columns = header.split('|');
  const table = rows.map((row, index) => ({
    line: index + 2,
    cells: Object.fromEntries(row.split('|').map((cell, index) => [columns[index] ?? '', cell])),
  }));
  return entryTable(table, context).rows.map(({ line, cells: { entry, date, account, debit, credit } }) =>
    [line, entry, date, account, debit, credit].join('|'),
  );
}

// invented tables, one for each way in which lists of entries are commonly kept
test.each<[string, string, string[], string[]]>([
  [
    'two columns of amounts, entries named',
    'entry|date|account|debit|credit',
    ['7|1/3/2026|1010|1,200.50|', '7|1/3/2026|4000||1200.5'],
    ['2|7|2026-03-01|1010|1200.50|', '3|7|2026-03-01|4000||1200.50'],
  ],
  [
    'one signed column, debit positive',
    'entry|date|account|amount',
    ['a|2026-03-01|1010|5', 'a|2026-03-01|4000|(3)', 'a|2026-03-01|4000|2 CR'],
    ['2|a|2026-03-01|1010|5.00|', '3|a|2026-03-01|4000||3.00', '4|a|2026-03-01|4000||2.00'],
  ],
  [
    'from and to an account, one entry a row; a negative amount goes the other way',
    'date|from_account|to_account|amount',
    ['2 mar 2026|1010|6100|300', '2026-03-03|1010|6100|-4.5'],
    [
      '2|row 2|2026-03-02|6100|300.00|',
      '2|row 2|2026-03-02|1010||300.00',
      '3|row 3|2026-03-03|6100||4.50',
      '3|row 3|2026-03-03|1010|4.50|',
    ],
  ],
  [
    'no entry named: rows up to where debits equal credits are one',
    'date|account|amount',
    ['2026-03-01|1010|5', '|4000|-5', '2026-03-01|1010|1', '2026-03-01|4000|-1'],
    [
      '2|rows from 2|2026-03-01|1010|5.00|',
      '3|rows from 2||4000||5.00',
      '4|rows from 4|2026-03-01|1010|1.00|',
      '5|rows from 4|2026-03-01|4000||1.00',
    ],
  ],
  [
    'no entry named, one out of balance: another date begins another one',
    'date|account|amount',
    ['2026-03-01|1010|5', '2026-03-02|1010|1', '2026-03-02|4000|-1'],
    [
      '2|rows from 2|2026-03-01|1010|5.00|',
      '3|rows from 3|2026-03-02|1010|1.00|',
      '4|rows from 3|2026-03-02|4000||1.00',
    ],
  ],
  [
    'accounts by name; a name of two accounts means neither',
    'entry|date|account|amount',
    ['1|2026-03-01|cider SOLD|-5', '1|2026-03-01|1010 Bank|5', '1|2026-03-01|Rent|0'],
    ['2|1|2026-03-01|4000||5.00', '3|1|2026-03-01|1010|5.00|', '4|1|2026-03-01|Rent|0.00|'],
  ],
  [
    'what cannot be read stays as it is',
    'entry|date|account|debit|credit',
    ['1|someday|1010|much|', '1|31/2/2026|9999||5'],
    ['2|1|someday|1010|much|', '3|1|31/2/2026|9999||5.00'],
  ],
])('%s', (_, header, rows, expected) => {
  expect(read(header, ...rows)).toEqual(expected);
});

test('problems are told at the columns of the table', () => {
  const [to, from] = entryTable(
    [{ line: 2, cells: { date: '', from_account: '1', to_account: '2', amount: 'x' } }],
    context,
  ).rows;
  expect([to?.from?.account, from?.from?.account, to?.from?.debit]).toEqual(['to_account', 'from_account', 'amount']);
});

test.each<[string[], string, boolean]>([
  [['3/4/2026', '17/4/2026'], 'day-first', false],
  [['3/4/2026', '4/17/2026'], 'month-first', false],
  [['3/4/2026', '5/6/2026'], 'day-first', true],
  [['3/3/2026', '2026-04-17', ''], 'day-first', false],
  [['17/4/2026', '4/17/2026', '4/5/2026'], 'day-first', true],
])('the order of %j is %s, doubtful: %s', (texts, order, isDoubtful) => {
  expect(recogniseDateOrder(texts)).toEqual({ order, isDoubtful });
});

test('dates that could be read either way are told', () => {
  const table = [{ line: 2, cells: { date: '3/4/2026', account: '1010', amount: '5' } }];
  const other = ', as you type dates. If it means another day, write dates with the year first.';
  expect(entryTable(table, context).notes).toEqual([`3/4/2026 is read as 3 April 2026${other}`]);
  const monthFirst = entryTable(table, { ...context, order: 'month-first' });
  expect(monthFirst.notes).toEqual([`3/4/2026 is read as 4 March 2026${other}`]);
  expect(monthFirst.rows[0]?.cells.date).toBe('2026-03-04');
});

test('of a row from one account to another the tax is of revenue or expense, in what went', () => {
  const cells = { date: '2026-03-01', amount: '120', tax_code: 'P20', supply_date: '28/2/2026' };
  const taxOf = (from: string, to: string, more: object = {}): unknown[] =>
    entryTable([{ line: 2, cells: { ...cells, from_account: from, to_account: to, ...more } }], context).rows.map(
      ({ cells: { account, tax_code, amount_is, supply_date } }) => [account, tax_code, amount_is, supply_date],
    );
  expect(taxOf('1010', '6100')).toEqual([
    ['6100', 'P20', 'gross', '2026-02-28'],
    ['1010', undefined, undefined, '2026-02-28'],
  ]);
  expect(taxOf('4000', '1010', { amount_is: 'net' })).toEqual([
    ['1010', undefined, undefined, '2026-02-28'],
    ['4000', 'P20', 'net', '2026-02-28'],
  ]);
});

describe('rows that are net', () => {
  const taxed = chartFrom([
    { number: '1010', name: 'Bank', role: 'cash' },
    { number: '2200', name: 'Tax owed' },
    { number: '4000', name: 'Cider sold' },
    { number: '6100', name: 'Rent' },
  ]);
  const taxCodes = (['line', 'document'] as const).flatMap((rounding, index): TaxCode[] => {
    const checked = checkTaxCode(
      {
        code: rounding === 'line' ? 'S20' : 'D20',
        name: rounding,
        side: 'sales',
        rounding,
        rates: [{ parts: [{ rate: '20', side: 'credit', account: '2200' }] }],
      },
      [],
      taxed,
    );
    return checked.ok ? [{ id: index + 1, ...checked.value }] : [];
  });
  const parted = (...rows: [account: string, amount: string, more?: object][]): unknown[] => {
    const table = rows.map(([account, amount, more = {}], index) => ({
      line: index + 2,
      cells: { date: '2026-03-01', account, amount, ...more },
    }));
    return entryTable(table, { ...context, chart: taxed, taxCodes }).rows.map(({ cells }) => cells.entry);
  };
  test('end their entry with the tax on top of them', () => {
    const sale: [string, string, object] = ['4000', '-100', { tax_code: 's20' }];
    expect(parted(sale, ['1010', '120'], ['6100', '5'], ['1010', '-5'])).toEqual([
      'rows from 2',
      'rows from 2',
      'rows from 4',
      'rows from 4',
    ]);
    const gross: [string, string, object] = ['4000', '-120', { tax_code: 'S20', amount_is: 'gross' }];
    expect(parted(gross, ['1010', '120'], sale, ['1010', '120'])).toEqual([
      'rows from 2',
      'rows from 2',
      'rows from 4',
      'rows from 4',
    ]);
  });
  test('are rounded as their code says: each by itself, or all of the entry once', () => {
    // 20 % of 0.12 is 0.024: each 0.02, and of three together 0.072, so 0.07
    const sale = (tax_code: string): [string, string, object] => ['4000', '-0.12', { tax_code }];
    const next: [string, string][] = [
      ['6100', '1'],
      ['1010', '-1'],
    ];
    const ends = (tax_code: string, paid: string): unknown[] =>
      parted(sale(tax_code), sale(tax_code), sale(tax_code), ['1010', paid], ...next).slice(-2);
    expect(ends('S20', '0.42')).toEqual(['rows from 6', 'rows from 6']);
    expect(ends('D20', '0.43')).toEqual(['rows from 6', 'rows from 6']);
    expect(ends('D20', '0.42')).toEqual(['rows from 2', 'rows from 2']);
  });
  test.each([
    [
      '4000',
      '1010',
      '100',
      [
        ['1010', '120.00', ''],
        ['4000', '', '100.00'],
      ],
    ],
    [
      '4000',
      '1010',
      '-100',
      [
        ['1010', '', '120.00'],
        ['4000', '100.00', ''],
      ],
    ],
  ])('from %s to %s of %s come with it at the other end', (from_account, to_account, amount, lines) => {
    const cells = { date: '2026-03-01', from_account, to_account, amount, tax_code: 'S20', amount_is: 'net' };
    const { rows } = entryTable([{ line: 2, cells }], { ...context, chart: taxed, taxCodes });
    expect(rows.map(({ cells: { account, debit, credit } }) => [account, debit, credit])).toEqual(lines);
  });
});
