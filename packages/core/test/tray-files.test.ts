import {
  IMPORT_SUBJECTS,
  TRAYS,
  cellsOfFileRow,
  fileRowOfCells,
  parseCurrencyCode,
  recogniseColumns,
  trayFileColumns,
  trayOfSubject,
  isAmountColumn,
  withPlainAmounts,
  type TrayKey,
} from '../src/index.js';

const EUR = parseCurrencyCode('EUR');

describe('files of trays', () => {
  test.each(Object.keys(TRAYS) as TrayKey[])(
    '%s: its own columns are recognised, and a row comes back as it went',
    (tray) => {
      const columns = trayFileColumns(tray);
      expect(recogniseColumns(`tray-${tray}`, columns)).toEqual(columns);
      const cells = Object.fromEntries(TRAYS[tray].columns.map(({ key }, index) => [key, `cell ${index}`]));
      const row = fileRowOfCells(tray, cells);
      expect(
        cellsOfFileRow(Object.fromEntries(columns.map((column, index) => [column, row[index] ?? ''])), []),
      ).toEqual(cells);
    },
  );
  test.each<[TrayKey, string[], (string | null)[]]>([
    [
      'customers',
      ['Customer', 'Invoice No.', 'Invoice date', 'Due date', 'Outstanding', 'Colour'],
      ['contact', 'document', 'date', 'due', 'unpaid', null],
    ],
    [
      'suppliers',
      ['Vendor', 'Bill', 'Our ref', 'Ccy', 'Amount'],
      ['contact', 'document', 'reference', 'currency', 'unpaid'],
    ],
    ['trial-balance', ['Account code', 'Dr', 'Cr', 'Fund'], ['account', 'debit', 'credit', 'breakdown']],
    ['trial-balance', ['Nominal', 'Closing balance'], ['account', 'balance']],
    [
      'assets',
      ['Description', 'Category', 'Purchased', 'Purchase price', 'Depreciation to date', 'Useful life'],
      ['name', 'class', 'acquired', 'cost', 'accumulated', 'life'],
    ],
    ['stock', ['Product', 'Qty', 'Unit cost'], ['item', 'quantity', 'cost']],
    ['banks', ['Bank', 'Statement balance', 'Uncleared', 'Paid to'], ['account', 'statement', 'amount', 'payee']],
  ])('of %s with foreign headings', (tray, headings, columns) => {
    expect(recogniseColumns(`tray-${tray}`, headings)).toEqual(columns);
  });
  test('a balance in one figure goes to the debit column with its sign or mark; values go to their breakdowns', () => {
    expect(cellsOfFileRow({ account: '1010', balance: '(5.00)', debit: '', breakdown: 'General' }, ['Fund'])).toEqual(
      {
        account: '1010',
        debit: '(5.00)',
        'breakdown.Fund': 'General',
      },
    );
    expect(cellsOfFileRow({ breakdown: 'Fund: Roof; Site: Barn' }, ['Fund', 'Site'])).toEqual({
      'breakdown.Fund': 'Roof',
      'breakdown.Site': 'Barn',
    });
    expect(fileRowOfCells('other', { account: '2600', credit: '5', 'breakdown.Fund': 'Roof' })).toEqual([
      '2600',
      '',
      '',
      '5',
      '',
      'Fund: Roof',
    ]);
  });
  test('amounts are written our way, others stay; how they were read is told', () => {
    const read = withPlainAmounts(
      [{ account: '1.010', debit: '1.250,50' }, { credit: '80 CR' }, { balance: 'much' }],
      (column) => isAmountColumn('trial-balance', column),
      EUR,
    );
    expect(read.rows).toEqual([{ account: '1.010', debit: '1,250.50' }, { credit: '80.00 CR' }, { balance: 'much' }]);
    expect([read.marks.decimal, read.sample]).toEqual([',', { written: '1.250,50', read: '1,250.50' }]);
    expect(withPlainAmounts([{ cost: '12' }], () => true, EUR).sample).toBeUndefined();
  });
  test('subjects say which tray they are of', () => {
    expect(['tray-customers', 'tray-', 'chart'].map(trayOfSubject)).toEqual(['customers', undefined, undefined]);
    expect(Object.keys(IMPORT_SUBJECTS).filter((text) => trayOfSubject(text))).toHaveLength(
      Object.keys(TRAYS).length,
    );
  });
});
