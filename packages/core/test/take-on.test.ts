import fc from 'fast-check';
import {
  DETAIL_TRAYS,
  POSTED_PARTS,
  locateDifference,
  minor,
  parseCivilDate as d,
  parseCurrencyCode,
  printedCell,
  slidesOf,
  takeOnEntries,
  takeOnStatus,
  transpositionsOf,
  explainDifference,
  type CellKind,
  type CheckedEntry,
  type PostedPart,
  type ReadTrays,
  type TrayKey,
  type TrayRows,
} from '../src/index.js';
import { books, chart, clearing, on, read, rows } from './trays.js';

/** A whole take-on that adds up: its old trial balance and all the detail. */
const WHOLE: TrayRows = {
  'trial-balance': rows(
    { account: '1010', debit: '5,000.00' },
    { account: '1100', debit: '410.00' },
    { account: '1200', debit: '37.50' },
    { account: '1500', debit: '1,300.00' },
    { account: '1509', credit: '240.00' },
    { account: '2100', credit: '95.00' },
    { account: '2600', debit: '(2,000.00)' },
    { account: '3000', credit: '4,412.50' },
  ),
  customers: rows(
    { contact: 'Low Weir', document: 'A 1', date: '3 dec 2025', due: '2026-01-02', unpaid: '440' },
    { contact: 'Ferry Lane', document: 'C 9', unpaid: '-30' },
  ),
  suppliers: rows({ contact: 'Low Weir', document: '77', unpaid: '95.00' }),
  banks: rows(
    { account: '1010', statement: '5120.00' },
    { account: '1010', date: '2025-12-30', payee: 'Nursery', reference: 'cheque 12', amount: '-120.00' },
  ),
  'asset-classes': rows({ name: 'Equipment', cost: '1500', accumulated: '1509', expense: '6500', life: '5' }),
  assets: rows({
    name: 'Press',
    class: 'Equipment',
    acquired: '2025-01-10',
    cost: '1300',
    residual: '100',
    accumulated: '240',
  }),
  stock: rows({ item: 'Bottles', quantity: '150', cost: '0.25' }),
};

describe('rows of trays', () => {
  test('say what they post, debit positive', () => {
    const { customers, suppliers, banks, assets, stock } = read(WHOLE);
    const amounts = (tray: ReadTrays[TrayKey]): number[] =>
      tray.facts.flatMap(({ lines }) => lines.map(({ amount }) => amount));
    expect([customers, suppliers, banks, assets, stock].map(amounts)).toEqual([
      [44_000, -3_000],
      [-9_500],
      [512_000, -12_000],
      [130_000, -24_000],
      [3_750],
    ]);
    expect(customers.facts[0]?.lines[0]).toMatchObject({
      contact: 7,
      document: 'A 1',
      dueDate: '2026-01-02',
      documentDate: '2025-12-03',
    });
    expect(assets.facts[0]?.proposed).toBe(24_000);
  });
  test('in a foreign currency take the rate of the changeover date, or their own', () => {
    const typed = {
      customers: rows(
        { contact: 'Low Weir', currency: 'usd', unpaid: '100' },
        { contact: 'Low Weir', currency: 'USD', rate: '0.85', unpaid: '-10.00' },
      ),
      banks: rows({ account: '1020', statement: '200' }),
    };
    const { customers, banks } = read(typed);
    expect(customers.facts.flatMap(({ lines }) => lines.map(({ amount, foreign }) => [amount, foreign]))).toEqual([
      [9_000, { currency: 'USD', amount: 10_000, quote: { rate: '0.9' } }],
      [-850, { currency: 'USD', amount: -1_000, quote: { rate: '0.85' } }],
    ]);
    expect(banks.facts[0]?.lines[0]).toMatchObject({ amount: 18_000, foreign: { amount: 20_000 } });
    const { customers: status } = Object.fromEntries(
      takeOnStatus(read(typed), on).trays.map((tray) => [tray.tray, tray.accounts]),
    );
    expect(status?.map(({ detail, foreign }) => [detail, [...foreign]])).toEqual([[8_150, [['USD', 9_000]]]]);
  });
  test.each(['1234.50', '1234,50', '1 234.50', '(1,234.50)'])(
    '%s of an account kept there is 1,234.50',
    (foreign) => {
      const { 'trial-balance': old } = read({
        'trial-balance': rows({ account: '1020', debit: '1000.00', foreign }),
      });
      expect(old.facts[0]?.lines[0]).toMatchObject({ amount: 100_000, foreign: { amount: 123_450 } });
    },
  );
  test.each<[string, TrayKey, Record<string, string>, string[]]>([
    ['an account that is not there', 'trial-balance', { account: '9', debit: '1' }, ['account-unknown at account']],
    ['both sides', 'trial-balance', { account: '1010', debit: '1', credit: '1' }, ['both-sides at credit']],
    ['no amount', 'trial-balance', { account: '1010', debit: 'much' }, ['amount-not-an-amount at debit']],
    ['no contact', 'customers', { unpaid: '1' }, ['cell-missing at contact']],
    ['an unknown contact', 'customers', { contact: 'Nobody', unpaid: '1' }, ['contact-unknown at contact']],
    ['no date', 'customers', { contact: 'Low Weir', date: '31/2/2025', unpaid: '1' }, ['not-a-date at date']],
    ['no rate', 'customers', { contact: 'Low Weir', currency: 'GBP', unpaid: '1' }, ['rate-missing at rate']],
    [
      'another account',
      'suppliers',
      { contact: 'Low Weir', account: '1100', unpaid: '1' },
      ['not-control at account'],
    ],
    ['an account that is no bank', 'banks', { account: '1100', statement: '1' }, ['not-a-bank at account']],
    ['two figures', 'banks', { account: '1010', statement: '1', amount: '1' }, ['both-figures at amount']],
    ['no figure', 'banks', { account: '1010' }, ['cell-missing at statement']],
    [
      'a class that is not there',
      'assets',
      { name: 'Van', class: 'Vans', acquired: '2025-01-01', cost: '1' },
      ['class-unknown at class'],
    ],
    [
      'a class without its second account',
      'asset-classes',
      { name: 'Vans', cost: '1500' },
      ['cell-missing at accumulated'],
    ],
    [
      'an amount that is no number',
      'stock',
      { item: 'Bottles', quantity: 'many', cost: '1' },
      ['not-a-number at quantity'],
    ],
    ['what is no equity', 'equity', { account: '1010', debit: '1' }, ['not-equity at account']],
    ['what is a balance', 'running-year', { account: '1010', debit: '1' }, ['not-temporary at account']],
    [
      'a month that is none',
      'running-year',
      { account: '4000', month: 'soon', credit: '1' },
      ['not-a-month at month'],
    ],
    [
      'a date after the changeover',
      'history',
      { account: '1010', date: '2026-01-31', debit: '1' },
      ['after-changeover at date'],
    ],
  ])('with %s are kept back with the reason', (_, tray, cells, expected) => {
    const { problems, facts } = read({ [tray]: rows(cells) })[tray];
    expect([...problems.values()].flat().map(({ code, path }) => `${code} at ${path}`)).toEqual(expected);
    expect(facts).toEqual([]);
  });
  test.each<[string, TrayRows, TrayKey, string]>([
    [
      'a document twice',
      {
        customers: rows(
          { contact: 'Low Weir', document: 'A 1', unpaid: '1' },
          { contact: 'LOW WEIR', document: 'a 1', unpaid: '2' },
        ),
      },
      'customers',
      'document-twice',
    ],
    [
      'a document of the new year',
      { suppliers: rows({ contact: 'Low Weir', date: '2026-01-02', unpaid: '1' }) },
      'suppliers',
      'after-changeover',
    ],
    [
      'an uncleared item without a statement',
      { banks: rows({ account: '1010', amount: '5' }) },
      'banks',
      'statement-missing',
    ],
    [
      'two statements',
      { banks: rows({ account: '1010', statement: '5' }, { account: '1010', statement: '5' }) },
      'banks',
      'statement-twice',
    ],
    [
      'an asset with nothing written off',
      { ...WHOLE, assets: rows({ name: 'Press', class: 'equipment', acquired: '2025-01-10', cost: '1300' }) },
      'assets',
      'no-depreciation',
    ],
    [
      'an account twice',
      { 'trial-balance': rows({ account: '1010', debit: '1' }, { account: 'Bank', debit: '1' }) },
      'trial-balance',
      'account-twice',
    ],
  ])('with %s are pointed out', (_, trays, tray, code) => {
    expect(read(trays)[tray].remarks.map((remark) => remark.code)).toContain(code);
  });
});

/** What is left in clearing for each mark after some parts have been posted. */
function clearingLeft(trays: ReadTrays, parts: readonly PostedPart[], within = on): Record<string, number> {
  const left: Record<string, number> = {};
  for (const part of parts) {
    for (const entry of takeOnEntries(part, trays, within, clearing)) {
      for (const line of entry.lines.filter(({ account }) => account === clearing)) {
        left[line.document ?? ''] = (left[line.document ?? ''] ?? 0) + line.amount;
      }
    }
  }
  return Object.fromEntries(Object.entries(left).filter(([, amount]) => amount !== 0));
}

function balances(entries: readonly CheckedEntry[]): Record<string, number> {
  const sums: Record<string, number> = {};
  for (const { lines } of entries)
    for (const line of lines) {
      const { number } = chart.byId.get(line.account) ?? { number: '' };
      sums[number] = (sums[number] ?? 0) + line.amount;
    }
  return Object.fromEntries(Object.entries(sums).filter(([, amount]) => amount !== 0));
}

describe('what a take-on posts', () => {
  const OLD = {
    1010: 500_000,
    1100: 41_000,
    1200: 3_750,
    1500: 130_000,
    1509: -24_000,
    2100: -9_500,
    2600: -200_000,
    3000: -441_250,
  };
  test('leads to the old balances, with nothing left in clearing, in whatever order', () => {
    const trays = read(WHOLE);
    for (const parts of [POSTED_PARTS, [...POSTED_PARTS].reverse()]) {
      expect(balances(parts.flatMap((part) => takeOnEntries(part, trays, on, clearing)))).toEqual(OLD);
      expect(clearingLeft(trays, parts)).toEqual({});
    }
    expect([...takeOnStatus(trays, on).clearing.values()].every((amount) => amount === 0)).toBe(true);
  });
  test('waits in clearing, marked with its tray, while one side is missing', () => {
    const trays = read(WHOLE);
    expect(clearingLeft(trays, ['customers'])).toEqual({ customers: -41_000 });
    expect(clearingLeft(trays, ['trial-balance'])).toEqual({
      customers: 41_000,
      suppliers: -9_500,
      banks: 500_000,
      assets: 106_000,
      stock: 3_750,
    });
    const alone = read({ customers: WHOLE.customers ?? [] });
    expect(Object.fromEntries(takeOnStatus(alone, on).clearing)).toMatchObject({
      customers: -41_000,
      'trial-balance': 0,
    });
  });
  test('never has more than its difference left, whatever is wrong', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            account: fc.constantFrom('1010', '1100', '1200', '2100', '2600', '3000'),
            amount: fc.integer({ min: -(10 ** 8), max: 10 ** 8 }),
          }),
          { maxLength: 12 },
        ),
        fc.array(fc.integer({ min: -(10 ** 8), max: 10 ** 8 }), { maxLength: 8 }),
        fc.shuffledSubarray([...POSTED_PARTS], { minLength: POSTED_PARTS.length }),
        (old, unpaid, order) => {
          const text = (amount: number): string => (amount / 100).toFixed(2);
          const trays = read({
            'trial-balance': rows(...old.map(({ account, amount }) => ({ account, debit: text(amount) }))),
            customers: rows(...unpaid.map((amount) => ({ contact: 'Low Weir', unpaid: text(amount) }))),
          });
          const { clearing: expected } = takeOnStatus(trays, on);
          const left = clearingLeft(trays, order);
          for (const part of [...DETAIL_TRAYS, 'trial-balance' as const]) {
            expect([part, left[part] ?? 0]).toEqual([part, expected.get(part)]);
          }
          for (const part of order)
            for (const entry of takeOnEntries(part, trays, on, clearing)) {
              expect(entry.lines.reduce((sum, line) => sum + line.amount, 0)).toBe(0);
            }
        },
      ),
      { seed: 20261126 },
    );
  });
  test('balances within each value of a breakdown that balances by itself', () => {
    const trays = read({
      'trial-balance': rows(
        { account: '1010', debit: '70', 'breakdown.Fund': 'General' },
        { account: '1010', debit: '30', 'breakdown.Fund': 'Roof' },
        { account: '3000', credit: '100', 'breakdown.Fund': 'General' },
      ),
      equity: rows(
        { account: '3000', credit: '70', 'breakdown.Fund': 'General' },
        { account: '3000', credit: '30', 'breakdown.Fund': 'Roof' },
      ),
    });
    const entries = (['trial-balance', 'equity'] as const).flatMap((part) =>
      takeOnEntries(part, trays, on, clearing),
    );
    for (const { lines } of entries) {
      for (const fund of [1, 2, undefined]) {
        const own = lines.filter((line) => line.breakdowns?.['1'] === fund);
        expect(own.reduce((sum, line) => sum + line.amount, 0)).toBe(0);
      }
    }
    const left = entries
      .flatMap(({ lines }) => lines)
      .filter(({ account, document }) => account === clearing && document === 'equity');
    const byFund = (fund: number): number =>
      left.filter((line) => line.breakdowns?.['1'] === fund).reduce((sum, line) => sum + line.amount, 0);
    expect([byFund(1), byFund(2)]).toEqual([-3_000, 3_000]); // 30 stand with the wrong fund in the old trial balance
  });
  test('knows revenue and expense of a year that has ended, in whatever tray they stand', () => {
    const trays = read({
      'trial-balance': rows(
        { account: '1010', debit: '50' },
        { account: '6000', debit: '30' },
        { account: '4000', credit: '80' },
      ),
    });
    expect(takeOnStatus(trays, on).isUnclosed).toBe(true);
    expect(takeOnStatus(read({ 'running-year': rows({ account: '4000', credit: '80' }) }), on).isUnclosed).toBe(true);
    expect(takeOnStatus(read({ other: rows({ account: '1010', debit: '80' }) }), on).isUnclosed).toBe(false);
    const within = { ...on, books: { ...books, changeoverDate: d('2026-05-31') }, changeover: d('2026-05-31') };
    expect(takeOnStatus(trays, within).isUnclosed).toBe(false);
  });
  test('dates the running year by month, and the months add up to the old trial balance', () => {
    const within = { ...on, books: { ...books, changeoverDate: d('2026-03-20') }, changeover: d('2026-03-20') };
    const trays = read(
      {
        'trial-balance': rows({ account: '4000', credit: '300' }, { account: '1010', debit: '300' }),
        'running-year': rows(
          { account: '4000', month: 'jan 2026', credit: '100' },
          { account: '4000', month: '2026-02', credit: '120' },
          { account: '4000', month: 'march', credit: '80' },
        ),
      },
      within,
    );
    const entries = takeOnEntries('running-year', trays, within, clearing);
    expect(entries.map(({ date, explanation }) => [date, explanation])).toEqual([
      ['2026-01-31', 'Take-on: running year, January 2026'],
      ['2026-02-28', 'Take-on: running year, February 2026'],
      ['2026-03-20', 'Take-on: running year'],
    ]);
    expect(clearingLeft(trays, POSTED_PARTS, within)).toEqual({});
  });
  test('is parted where a tray has more lines than an entry takes', () => {
    const trays = read({
      customers: rows(...Array.from({ length: 10_001 }, () => ({ contact: 'Low Weir', unpaid: '1' }))),
    });
    const entries = takeOnEntries('customers', trays, on, clearing);
    expect(entries.map(({ lines }) => lines.length)).toEqual([9_501, 502]);
  });
});

test('an account with detail in one tray takes none in another', () => {
  const { banks, other } = read({
    banks: rows({ account: '1010', statement: '5' }),
    other: rows(
      { account: '1010', note: 'the bank again', debit: '5' },
      { account: '2600', note: 'Loan', credit: '5' },
    ),
  });
  expect([banks.facts.length, other.facts.map(({ row }) => row)]).toEqual([1, [2]]);
  expect(other.problems.get(1)?.[0]?.message).toBe(
    '1010 Bank has its detail under Banks; here it would count twice.',
  );
});

describe('slips', () => {
  test.each([
    [54, [504, 45]],
    [421, [4021, 241, 412]],
    [-1200, [-10200, -2100, -1020]],
    [11, [101]],
    [0, []],
  ])('neighbouring digits of %i', (amount, expected) => expect(transpositionsOf(amount)).toEqual(expected));
  test('points slide by whole places', () => expect(slidesOf(1200)).toEqual([12000, 120, 120000, 12, 1200000]));

  const lines = [
    ['1', 31_000, 'Alder Lane A 1'],
    ['2', 125_000, 'Bramley B 7'],
    ['3', 48_000, 'Bramley B 9'],
    ['4', -9_500, 'Hedgerow credit'],
    ['5', 24_000, 'Osier Beds O 1'],
  ].map(([key, amount, words]) => ({ key: String(key), amount: minor(Number(amount)), words: String(words) }));
  // Source of the rules: common practice for a trial balance that does not balance, as brief handbooks list them.
  test.each<[string, number, { slip: string; lines: string[]; meant?: number }]>([
    ['equal to a line: it is too much', 24_000, { slip: 'surplus', lines: ['5'], meant: 0 }],
    ['twice a line: it stands on the wrong side', -19_000, { slip: 'wrong-side', lines: ['4'], meant: 9_500 }],
    ['divisible by 9: digits in each other’s place', 18_000, { slip: 'transposition', lines: ['1'], meant: 13_000 }],
    ['nine tenths of a line: a point has slid', 43_200, { slip: 'slide', lines: ['3'], meant: 4_800 }],
    ['two lines together', 55_000, { slip: 'pair', lines: ['1', '5'] }],
    ['nothing of all this: a line is missing', -7_777, { slip: 'missing', lines: [], meant: 7_777 }],
  ])('%s', (_, amount, expected) => {
    const [first] = locateDifference({ amount: minor(amount), lines });
    expect(first).toMatchObject(expected);
  });
  test('of two that agree, the one that agrees in words comes before the one that agrees in its amount', () => {
    const twice = [
      ...lines,
      { key: '6', amount: minor(24_000), words: 'Osier Beds O 1' },
      { key: '7', amount: minor(24_000), words: 'Other' },
    ];
    const found = locateDifference({ amount: minor(24_000), lines: twice });
    expect(found.slice(0, 2).map(({ slip, lines: [key] }) => [slip, key])).toEqual([
      ['duplicate', '5'],
      ['duplicate', '6'],
    ]);
  });
  test('a line that stands in another place is pointed to there', () => {
    const elsewhere = [{ key: 'suppliers:3', amount: minor(7_777) }];
    expect(locateDifference({ amount: minor(-7_777), lines, elsewhere })[0]).toMatchObject({
      slip: 'missing',
      lines: ['suppliers:3'],
    });
  });
  test('weights add up to one; no difference needs no explanation', () => {
    const found = locateDifference({ amount: minor(18_000), lines });
    expect(found.reduce((sum, suggestion) => sum + suggestion.weight, 0)).toBeCloseTo(1, 10);
    expect(locateDifference({ amount: minor(0), lines })).toEqual([]);
  });
  test('a tray’s difference is explained from its own lines and accounts', () => {
    const short = read({
      ...WHOLE,
      customers: rows(
        { contact: 'Low Weir', document: 'A 1', unpaid: '440' },
        { contact: 'Ferry Lane', document: 'C 9', unpaid: '30' },
      ),
    });
    expect(explainDifference('customers', short, on)[0]).toMatchObject({
      slip: 'wrong-side',
      lines: ['customers:2'],
      meant: -3_000,
    });
    const bare = read({
      ...WHOLE,
      assets: rows({ name: 'Press', class: 'Equipment', acquired: '2025-01-10', cost: '1300', residual: '100' }),
    });
    expect(explainDifference('assets', bare, on)[0]).toMatchObject({
      slip: 'no-depreciation',
      lines: ['assets:1'],
      meant: -24_000,
    });
    const tenfold = read({ ...WHOLE, stock: rows({ item: 'Bottles', quantity: '1500', cost: '0.25' }) });
    expect(explainDifference('stock', tenfold, on)[0]).toMatchObject({ slip: 'factor-of-ten', meant: 3_750 });
    const old = read({
      'trial-balance': [...(WHOLE['trial-balance'] ?? []), { id: 99, cells: { account: '2600', debit: '95' } }],
    });
    expect(explainDifference('trial-balance', old, on).map(({ lines: [key] }) => key)).toContain('trial-balance:99');
  });
});

describe('what another figure agrees with is looked at last', () => {
  const customers = rows({ contact: 'Low Weir', document: 'A 1', unpaid: '410' });
  test('a total whose detail comes to just that is not the one that the old trial balance is out by', () => {
    const found = explainDifference(
      'trial-balance',
      read({
        'trial-balance': rows(
          { account: '1100', debit: '410' },
          { account: '1010', debit: '410' },
          { account: '3000', credit: '410' },
        ),
        customers,
      }),
      on,
    );
    expect(found[0]).toMatchObject({ lines: ['trial-balance:2'] });
    expect(found.at(-1)).toMatchObject({ lines: ['trial-balance:1'] });
  });
  test('a total that its detail contradicts by just what the old trial balance is out by comes first, in both places', () => {
    const off = read({
      'trial-balance': rows(
        { account: '1100', debit: '470' },
        { account: '1010', debit: '90' },
        { account: '3000', credit: '500' },
      ),
      customers,
    });
    for (const field of ['trial-balance', 'customers'] as const)
      expect(explainDifference(field, off, on)[0]).toMatchObject({
        slip: 'other-than-detail',
        lines: ['trial-balance:1'],
        meant: 41_000,
      });
  });
  test('a line of a tray that agrees is not one that is missing in another', () => {
    const elsewhere = [{ key: 'suppliers:3', amount: minor(7_777), isConfirmed: true }];
    expect(locateDifference({ amount: minor(-7_777), lines: [], elsewhere })).toMatchObject([
      { slip: 'missing', lines: [] },
    ]);
  });
});

test('an account that the old books call something quite different is pointed out', () => {
  const { remarks } = read({
    'trial-balance': rows(
      { account: '1200', name: 'Trade debtors', debit: '5' },
      { account: '1010', name: 'bank', debit: '5' },
      { account: '3200', name: 'Retained profits', credit: '10' },
      { account: '4000', name: 'Sales', credit: '1' },
    ),
  })['trial-balance'];
  expect(remarks.map(({ row, column, message }) => [row, column, message])).toEqual([
    [1, 'account', 'The old books call it “Trade debtors”, the chart “Inventory”.'],
  ]);
});

test.each<[CellKind, string, string, string]>([
  ['amount', '-352.5', 'EUR', '(352.50)'],
  ['amount', '(60,00)', 'EUR', '(60.00)'],
  ['amount', ' 1200 ', 'JPY', '1,200'],
  ['amount', '12.00 CR', 'EUR', '12.00 CR'],
  ['amount', 'twelve', 'EUR', 'twelve'],
  ['amount', '', 'EUR', ''],
  ['date', '3 dec 2025', 'EUR', '3 Dec 2025'],
  ['date', '2026-01-02', 'EUR', '2 Jan 2026'],
  ['date', 'soon', 'EUR', 'soon'],
  ['text', '-352.5', 'EUR', '-352.5'],
])('a cell of kind %s typed as “%s” in %s is printed as “%s”', (kind, typed, currency, printed) => {
  expect(printedCell(kind, typed, parseCurrencyCode(currency), d('2025-12-31'))).toBe(printed);
});
