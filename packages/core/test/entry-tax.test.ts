import fc from 'fast-check';
import {
  accountIn,
  type Account,
  besidesTax,
  type Books,
  checkEntry,
  type CheckedEntry,
  checkTaxCode,
  correctsNothing,
  entryOfSealed,
  grossLines,
  linesAsTyped,
  minor,
  parseCivilDate as d,
  parseCurrencyCode,
  type PostedEntry,
  type ProposedEntry,
  type ProposedLine,
  type ProposedTaxCode,
  reversalOf,
  sealedContent,
  sumOf,
  type TaxCode,
  taxedEntry,
  TYPED_KINDS,
} from '../src/index.js';
import { byNumber, chartFrom, FUNDS } from './ledger.js';

const plain = chartFrom([
  { number: '1010', name: 'Bank', role: 'cash' },
  { number: '1350', name: 'Tax to be reclaimed', classification: 'current-assets', typedEntries: false },
  { number: '2100', name: 'Trade payables', control: 'payables' },
  { number: '2200', name: 'Tax owed' },
  { number: '2210', name: 'Provincial tax owed' },
  { number: '4000', name: 'Sales' },
  { number: '4010', name: 'Other sales' },
  { number: '6000', name: 'Rent' },
  { number: '6100', name: 'Repairs' },
  { number: '1900', name: 'Old tax account', active: false },
]);
const codes: TaxCode[] = [];
const code = (proposed: ProposedTaxCode): void => {
  const checked = checkTaxCode(proposed, codes, plain);
  if (!checked.ok) throw new Error(JSON.stringify(checked.problems));
  codes.push({ id: codes.length + 1, ...checked.value });
};
code({
  code: 'S',
  name: 'Sales',
  side: 'sales',
  rates: [
    { parts: [{ rate: '20', side: 'credit', account: '2200' }] },
    { from: '2027-07-01', parts: [{ rate: '21', side: 'credit', account: '2200' }] },
  ],
});
code({
  code: 'SD',
  name: 'Sales, rounded on the document',
  side: 'sales',
  rounding: 'document',
  rates: [{ parts: [{ rate: '20', side: 'credit', account: '2200' }] }],
});
code({
  code: 'P',
  name: 'Purchases',
  side: 'purchases',
  rates: [{ parts: [{ rate: '20', side: 'debit', account: '1350' }] }],
});
code({
  code: 'HALF',
  name: 'Half reclaimed',
  side: 'purchases',
  rates: [
    {
      parts: [
        { rate: '20', share: '50', side: 'debit' },
        { rate: '20', share: '50', side: 'debit', account: '1350' },
      ],
    },
  ],
});
code({
  code: 'RC',
  name: 'Reverse charge',
  side: 'purchases',
  rates: [
    {
      parts: [
        { rate: '20', side: 'debit', account: '1350' },
        { rate: '20', side: 'credit', account: '2200' },
      ],
    },
  ],
});
code({
  code: 'TWO',
  name: 'Two taxes',
  side: 'sales',
  rates: [
    {
      parts: [
        { rate: '5', side: 'credit', account: '2200' },
        { rate: '9.975', side: 'credit', account: '2210' },
      ],
    },
  ],
});
code({
  code: 'ALL',
  name: 'As much again',
  side: 'purchases',
  rates: [
    {
      parts: [
        { rate: '100', share: '50', side: 'debit', account: '1350' },
        { rate: '100', share: '50', side: 'debit' },
      ],
    },
  ],
});
code({ code: 'ZERO', name: 'Reported, not taxed', side: 'sales', rates: [{ parts: [] }] });
code({
  code: 'LATER',
  name: 'Takes nothing before July',
  side: 'sales',
  rates: [{ from: '2027-07-01', parts: [{ rate: '3', side: 'credit', account: '2200' }] }],
});

const books: Books = {
  baseCurrency: parseCurrencyCode('EUR'),
  calendar: { firstDay: d('2027-01-01'), fiscalYearStartMonth: 1, fiscalYearStartDay: 1 },
  chart: plain,
  breakdowns: [FUNDS],
  taxCodes: codes,
  today: d('2027-12-31'),
  lockedPeriods: new Set(),
  findContact: () => undefined,
};
const proposed = (lines: readonly ProposedLine[], more: Partial<ProposedEntry> = {}): ProposedEntry => ({
  date: '2027-03-31',
  explanation: 'Taxed',
  lines,
  ...more,
});
const check = (lines: readonly ProposedLine[], more: Partial<ProposedEntry> = {}, on: Books = books) =>
  checkEntry(proposed(lines, more), on, 'manual', TYPED_KINDS);
const told = ({ lines }: Pick<CheckedEntry, 'lines'>): string[] =>
  lines.map(({ account, amount, tax }) => {
    const { number } = accountIn(plain, account);
    const name = codes.find(({ id }) => id === tax?.code)?.code;
    const words = tax && ` ${name} ${tax.rate}% of ${tax.base}${tax.side ? ` on ${tax.side}` : ''}`;
    return `${number} ${amount}${words ?? ''}${tax?.adjustment === undefined ? '' : ` moved ${tax.adjustment}`}`;
  });
const posted = (lines: readonly ProposedLine[], more: Partial<ProposedEntry> = {}): string[] => {
  const checked = check(lines, more);
  if (!checked.ok) return checked.problems.map((problem) => `${problem.code} at ${problem.path}`);
  return told(checked.value);
};

describe('the lines of a taxed entry', () => {
  test('net: the tax comes on top', () => {
    expect(
      posted([
        { account: '1010', debit: '120' },
        { account: '4000', credit: '100', taxCode: 's' },
      ]),
    ).toEqual(['1010 12000', '4000 -10000 S 20% of -10000', '2200 -2000 S 20% of -10000 on credit']);
  });
  test('gross: the tax is rounded and the net is what remains', () => {
    expect(
      posted([
        { account: '6000', debit: '0.10', taxCode: 'P', amountIs: 'gross' },
        { account: '1010', credit: '0.10' },
      ]),
    ).toEqual(['6000 8 P 20% of 8', '1010 -10', '1350 2 P 20% of 8 on debit']);
  });
  test('by line and by document: three times 0.33', () => {
    const lines = (taxCode: string, bank: string): ProposedLine[] => [
      { account: '1010', debit: bank },
      { account: '4000', credit: '0.33', taxCode },
      { account: '4000', credit: '0.33', taxCode },
      { account: '4010', credit: '0.33', taxCode },
    ];
    expect(posted(lines('S', '1.20')).at(-1)).toBe('2200 -21 S 20% of -99 on credit');
    expect(posted(lines('SD', '1.19')).at(-1)).toBe('2200 -20 SD 20% of -99 on credit');
  });
  test('half reclaimed: the tax is rounded, then what is reclaimed; the rest is cost of the line', () => {
    // tax 0.05: 0.025 is reclaimed as 0.03, wherever the own part stands in the code
    expect(
      posted([
        { account: '6100', debit: '0.25', taxCode: 'HALF' },
        { account: '1010', credit: '0.30' },
      ]),
    ).toEqual(['6100 27 HALF 20% of 25', '1010 -30', '1350 3 HALF 20% of 25 on debit']);
  });
  test('reverse charge stands on both sides, with nothing on top', () => {
    expect(
      posted([
        { account: '6100', debit: '80', taxCode: 'RC' },
        { account: '1010', credit: '80' },
      ]),
    ).toEqual([
      '6100 8000 RC 20% of 8000',
      '1010 -8000',
      '1350 1600 RC 20% of 8000 on debit',
      '2200 -1600 RC 20% of 8000 on credit',
    ]);
  });
  test('two taxes go to their accounts, each rounded by itself', () => {
    expect(
      posted([
        { account: '1010', debit: '114.98' },
        { account: '4000', credit: '100', taxCode: 'TWO' },
      ]),
    ).toEqual([
      '1010 11498',
      '4000 -10000 TWO 14.975% of -10000',
      '2200 -500 TWO 5% of -10000 on credit',
      '2210 -998 TWO 9.975% of -10000 on credit',
    ]);
  });
  test('what is reported and not taxed has no tax line', () => {
    expect(
      posted([
        { account: '1010', debit: '9' },
        { account: '4000', credit: '9', taxCode: 'ZERO' },
      ]),
    ).toEqual(['1010 900', '4000 -900 ZERO 0% of -900']);
  });
  test('a credit note stands by itself, beside a sale of the same entry', () => {
    expect(
      posted([
        { account: '4000', credit: '100', taxCode: 'S' },
        { account: '4010', debit: '10', taxCode: 'S' },
        { account: '1010', debit: '108' },
      ]),
    ).toEqual([
      '4000 -10000 S 20% of -10000',
      '4010 1000 S 20% of 1000',
      '1010 10800',
      '2200 -2000 S 20% of -10000 on credit',
      '2200 200 S 20% of 1000 on credit',
    ]);
  });
  test('the day of the supply decides the rate, else the entry’s', () => {
    const lines = (bank: string): ProposedLine[] => [
      { account: '1010', debit: bank },
      { account: '4000', credit: '100', taxCode: 'S' },
    ];
    expect(posted(lines('121'), { date: '2027-07-01' })).toContain('2200 -2100 S 21% of -10000 on credit');
    expect(posted(lines('120'), { date: '2027-07-01', supplyDate: '2027-06-30' })).toContain(
      '2200 -2000 S 20% of -10000 on credit',
    );
    const checked = check(lines('120'), { date: '2027-07-01', supplyDate: '2027-06-30' });
    expect(checked.ok && [checked.value.date, checked.value.supplyDate]).toEqual(['2027-07-01', '2027-06-30']);
  });
  test('an adjustment moves tax and total, and leaves what is taxed', () => {
    expect(
      posted([
        { account: '6000', debit: '100', taxCode: 'P', taxAdjustment: '0.01' },
        { account: '1010', credit: '120.01' },
      ]),
    ).toEqual(['6000 10000 P 20% of 10000 moved 1', '1010 -12001', '1350 2001 P 20% of 10000 on debit']);
    expect(
      posted([
        { account: '4000', credit: '120', taxCode: 'S', amountIs: 'gross', taxAdjustment: '-0.02' },
        { account: '1010', debit: '119.98' },
      ]),
    ).toEqual(['4000 -10000 S 20% of -10000 moved 2', '1010 11998', '2200 -1998 S 20% of -10000 on credit']);
  });
  test('under reverse charge it moves both sides; of a half reclaimed tax it is shared as the tax is', () => {
    expect(
      posted([
        { account: '6100', debit: '80', taxCode: 'RC', taxAdjustment: '0.01' },
        { account: '1010', credit: '80' },
      ]),
    ).toEqual([
      '6100 8000 RC 20% of 8000 moved 1',
      '1010 -8000',
      '1350 1601 RC 20% of 8000 on debit',
      '2200 -1601 RC 20% of 8000 on credit',
    ]);
    expect(
      posted([
        { account: '6100', debit: '100', taxCode: 'HALF', taxAdjustment: '0.01' },
        { account: '1010', credit: '120.01' },
      ]),
    ).toEqual(['6100 11000 HALF 20% of 10000 moved 1', '1010 -12001', '1350 1001 HALF 20% of 10000 on debit']);
  });
  test('tax follows the values of its line, so that each balances', () => {
    const [general, roof] = [{ Fund: 'General' }, { Fund: 'Roof' }];
    const checked = check([
      { account: '6000', debit: '100', taxCode: 'P', breakdowns: general },
      { account: '6000', debit: '50', taxCode: 'P', breakdowns: roof },
      { account: '1010', credit: '120', breakdowns: general },
      { account: '1010', credit: '60', breakdowns: roof },
    ]);
    expect(checked.ok && checked.value.lines.slice(4).map(({ amount, breakdowns }) => [amount, breakdowns])).toEqual([
      [2000, { 1: 1 }],
      [1000, { 1: 2 }],
    ]);
  });
  test('a foreign amount is taxed there as here; a rate stays where both sides agree by it', () => {
    const checked = check([
      {
        account: '6000',
        currency: 'USD',
        foreignAmount: '120',
        rate: '0.9',
        debit: '108',
        taxCode: 'P',
        amountIs: 'gross',
      },
      { account: '1010', credit: '108' },
    ]);
    expect(checked.ok && checked.value.lines.map(({ amount, foreign }) => [amount, foreign])).toEqual([
      [9000, { currency: 'USD', amount: 10000, quote: { rate: '0.9' } }],
      [-10800, undefined],
      [1800, { currency: 'USD', amount: 2000 }],
    ]);
  });
  test('tax goes to accounts that take no typed entries', () =>
    expect(
      posted([
        { account: '6000', debit: '5', taxCode: 'P' },
        { account: '1010', credit: '6' },
      ]),
    ).toHaveLength(3));
});

test('what an entry is between is told without the tax of its lines, unless there is nothing else', () => {
  const [own, tax] = [{ taxSide: null }, { taxSide: 'credit' }];
  expect([besidesTax([own, tax]), besidesTax([tax])]).toEqual([[own], [tax]]);
});

test('each line says what it comes to', () => {
  const line = (amount: number) => ({ account: byNumber(plain, '6100').id, amount: minor(amount) });
  const taxing = (name: string, isGross: boolean, adjustment = 0) => ({
    code: codes.find((code) => code.code === name) as TaxCode,
    isGross,
    adjustment: minor(adjustment),
  });
  const { amounts } = taxedEntry(
    [
      { line: line(12000), taxing: taxing('HALF', true) },
      { line: line(8000), taxing: taxing('RC', false, 1) },
      { line: line(-5000), taxing: taxing('P', false) },
      { line: line(-20000) },
    ],
    d('2027-03-31'),
    books.baseCurrency,
  );
  expect(amounts).toEqual([
    { net: 10000, tax: 2000, gross: 12000 },
    { net: 8000, tax: 1601, gross: 8000 },
    { net: -5000, tax: -1000, gross: -6000 },
    undefined,
  ]);
});

describe('what is refused', () => {
  const bank: ProposedLine = { account: '1010', debit: '120' };
  const sale = (more: Partial<ProposedLine>): ProposedLine[] => [bank, { account: '4000', credit: '100', ...more }];
  test.each<[string, Partial<ProposedLine>, Partial<ProposedEntry>, string[]]>([
    ['an unknown code', { taxCode: 'X' }, {}, ['tax-code-unknown at lines.1.taxCode']],
    ['neither net nor gross', { taxCode: 'S', amountIs: 'both' }, {}, ['amount-is at lines.1.amountIs']],
    ['another tax', { taxCode: 'S', taxAdjustment: '1.00' }, {}, ['tax-adjustment at lines.1.taxAdjustment']],
    ['no amount', { taxCode: 'S', taxAdjustment: 'x' }, {}, ['tax-adjustment at lines.1.taxAdjustment']],
    ['an adjustment of no tax', { taxAdjustment: '0.01' }, {}, ['tax-code-missing at lines.1.taxCode']],
    ['a day before the code takes anything', { taxCode: 'LATER' }, {}, ['tax-code-unfit at lines.1.taxCode']],
    ['a supply on no day', { taxCode: 'S' }, { supplyDate: '31 March' }, ['not-a-date at supplyDate']],
    [
      'opening balances',
      { taxCode: 'S' },
      { kind: 'opening', date: '2026-12-31' },
      ['tax-of-balances at lines.1.taxCode'],
    ],
    [
      'an amount that its tax makes too large',
      { credit: '90000000000000', taxCode: 'S' },
      {},
      ['amount-too-large at lines'],
    ],
    [
      'an amount of which nothing is left but tax',
      { credit: '0.01', taxCode: 'ALL', amountIs: 'gross' },
      {},
      ['tax-swallows at lines.1.taxCode'],
    ],
    ['a given rate that is none', { taxCode: 'S', taxRate: 'x' }, {}, ['not-a-percentage at lines.1.taxRate']],
    [
      'a given side that is none',
      { taxCode: 'S', taxRate: '20', taxSide: 'up' },
      {},
      ['tax-side at lines.1.taxSide'],
    ],
    ['tax of nothing', { taxCode: 'S', taxRate: '20', taxSide: 'credit' }, {}, ['tax-base at lines.1.taxBase']],
  ])('%s', (_, more, entry, problems) => {
    expect(posted(sale(more), entry)).toEqual(problems);
  });
  test('a code out of use, and one whose account is retired', () => {
    const old = codes.map((code) => ({ ...code, active: false }));
    const retired = codes.map((code) => ({
      ...code,
      rates: code.rates.map((rate) => ({
        ...rate,
        parts: rate.parts.map((part) => ({ ...part, account: byNumber(plain, '1900').id })),
      })),
    }));
    const codesOf = (taxCodes: TaxCode[]): string[] => {
      const checked = check(sale({ taxCode: 'S' }), {}, { ...books, taxCodes });
      return checked.ok ? [] : checked.problems.map((problem) => problem.code);
    };
    expect([codesOf(old), codesOf(retired)]).toEqual([['tax-code-retired'], ['tax-code-unfit']]);
  });
  test('an account of tax that needs a value its line does not name', () => {
    const needing = chartWith('2200', { requiredBreakdowns: [1] });
    const checked = check(sale({ taxCode: 'S' }), {}, { ...books, chart: needing });
    expect(checked.ok ? [] : checked.problems.map((problem) => problem.path)).toEqual(['lines.1.breakdowns.Fund']);
  });
});

const chartWith = (number: string, more: Partial<Account>): Books['chart'] => {
  const accounts = plain.accounts.map((account) => (account.number === number ? { ...account, ...more } : account));
  return {
    ...plain,
    accounts,
    byId: new Map(accounts.map((account) => [account.id, account])),
    byNumber: new Map(accounts.map((account) => [account.number, account])),
  };
};

/** The entry that a checked one becomes. */
const entryOf = (entry: CheckedEntry): PostedEntry => ({
  ...entry,
  place: 1,
  year: '2027',
  number: 1,
  stage: 'ordinary',
  source: 'manual',
  postedAt: '2027-03-31T00:00:00.000Z',
});
const taxed = (): PostedEntry => {
  const checked = check(
    [
      { account: '6100', debit: '100', taxCode: 'HALF', taxAdjustment: '0.01' },
      { account: '6000', debit: '50', taxCode: 'RC' },
      { account: '1010', credit: '170.01' },
    ],
    { supplyDate: '2027-03-01' },
  );
  if (!checked.ok) throw new Error(JSON.stringify(checked.problems));
  return entryOf(checked.value);
};

describe('a taxed entry afterwards', () => {
  test('is sealed with its tax, and read back from what is sealed', () => {
    const content = sealedContent(taxed());
    expect(content).toContain('"supplyDate":"2027-03-01","v":1');
    expect(content).toContain('"taxAdjustment":1,"taxBase":10000,"taxCode":4,"taxRate":"20"}');
    expect(content).toContain('"taxBase":5000,"taxCode":5,"taxRate":"20","taxSide":"credit"}');
    expect(sealedContent(entryOfSealed(JSON.parse(content)))).toBe(content);
  });
  test('is reversed with its tax, at the rates that it had', () => {
    const original = taxed();
    const reversal = reversalOf(original, '2027-08-01', { ...books, taxCodes: [] });
    const negative = (text: string): string =>
      text.replace(/(?<= |moved )-?\d+(?!\d|%|\.)/g, (n) => String(-Number(n)));
    expect(reversal.ok && reversal.value.entry.supplyDate).toBe('2027-03-01');
    expect(reversal.ok && told(reversal.value.entry)).toEqual(told(original).map(negative));
  });
  test('said the same again corrects nothing', () => {
    const both = [...taxed().lines, ...taxed().lines.map((line) => ({ ...line, amount: minor(-line.amount) }))];
    expect(correctsNothing(both.map((line) => ({ line })))).toBe(true);
  });
  test('is typed again as it was: the lines of tax come by themselves', () => {
    const texts = {
      debit: null,
      credit: null,
      foreignAmount: null,
      rate: null,
      ratePerBase: null,
      taxCode: null,
      taxRate: null,
      taxBase: null,
      taxSide: null,
      taxAdjustment: null,
    };
    const half = { ...texts, taxCode: 'HALF', taxRate: '20', taxBase: '100.00' };
    const typed = linesAsTyped([
      { ...half, debit: '110.00', foreignAmount: '121.00', rate: '0.909', taxAdjustment: '0.01' },
      { ...texts, credit: '120.01' },
      { ...half, debit: '10.01', taxSide: 'debit' },
      { ...texts, debit: '7.00', taxCode: 'CUSTOMS', taxRate: '20', taxBase: '35.00', taxSide: 'debit' },
    ]);
    expect(typed.map(({ debit, credit, taxCode, amountIs }) => [debit ?? credit, taxCode, amountIs])).toEqual([
      ['100.00', 'HALF', 'net'],
      ['120.01', null, null],
      ['7.00', null, null],
    ]);
    expect(typed[0]).toMatchObject({ foreignAmount: '110.00', rate: null, taxAdjustment: '0.01' });
  });
  test('read again with the tax it had, nothing is reckoned anew', () => {
    const given = { taxCode: 'S', taxRate: '17.5' };
    expect(
      posted([
        { account: '4000', credit: '100', ...given, taxBase: '100' },
        { account: '2200', credit: '17.5', ...given, taxBase: '100', taxSide: 'credit' },
        { account: '1010', debit: '117.50' },
      ]),
    ).toEqual(['4000 -10000 S 17.5% of -10000', '2200 -1750 S 17.5% of -10000 on credit', '1010 11750']);
  });
  test('lines as they are paid have their tax in them', () => {
    const lines: ProposedLine[] = [
      { account: '6000', debit: '100', taxCode: 'P', taxAdjustment: '0.01' },
      { account: '6000', debit: '60', taxCode: 'P', amountIs: 'gross' },
      { account: '4000', debit: '10', taxCode: 'S' },
      { account: '6100', debit: '10', taxCode: 'RC' },
      { account: '1010', credit: '202.01' },
    ];
    const gross = grossLines(lines, d('2027-03-31'), books);
    expect(gross.map(({ debit, credit }) => debit ?? credit)).toEqual([
      '120.01',
      '60.00',
      '12.00',
      '10.00',
      '202.01',
    ]);
    expect(posted(gross, { date: '2027-03-31' }).slice(0, 2)).toEqual([
      '6000 10001 P 20% of 10001',
      '6000 5000 P 20% of 5000',
    ]);
  });
});

interface Drawn {
  readonly taxCode: string;
  readonly amount: number;
  readonly isDebit: boolean;
  readonly amountIs: string;
  readonly adjusted: number;
}

describe('laws of taxed entries', () => {
  const anyLine = fc.record({
    taxCode: fc.constantFrom('S', 'SD', 'P', 'HALF', 'RC', 'TWO', 'ZERO'),
    amount: fc.integer({ min: 100, max: 1e8 }),
    isDebit: fc.boolean(),
    amountIs: fc.constantFrom('net', 'gross'),
    adjusted: fc.integer({ min: -99, max: 99 }),
  });
  const text = (cents: number): string => (cents / 100).toFixed(2);
  const proposedLine = ({ taxCode, amount, isDebit, amountIs, adjusted }: Drawn): ProposedLine => ({
    account: taxCode.startsWith('S') || taxCode === 'TWO' || taxCode === 'ZERO' ? '4000' : '6000',
    [isDebit ? 'debit' : 'credit']: text(amount),
    taxCode,
    amountIs,
    taxAdjustment: text(adjusted),
  });
  /** What balances lines is what they come to with their tax. */
  const balanced = (lines: ProposedLine[]): ProposedLine[] => {
    const out = grossOf(lines);
    return out === 0 ? lines : [...lines, { account: '1010', [out > 0 ? 'credit' : 'debit']: text(Math.abs(out)) }];
  };
  /** Found from the message of the refusal, which is what a bookkeeper goes by. */
  const grossOf = (lines: ProposedLine[]): number => {
    const probe = check([...lines, { account: '1010', debit: '0.01' }]);
    if (probe.ok) return -1;
    const message = probe.problems.find((problem) => problem.code === 'unbalanced')?.message ?? '';
    const [debit, credit] = [/Debits are ([\d,.]+)/, /credits ([\d,.]+):/].map((regExp) =>
      Math.round(Number((regExp.exec(message)?.[1] ?? '0').replaceAll(',', '')) * 100),
    );
    return (debit ?? 0) - 1 - (credit ?? 0);
  };
  test('balanced by what is paid, each passes; net stays net, gross stays gross but for its adjustment', () => {
    fc.assert(
      fc.property(fc.array(anyLine, { minLength: 1, maxLength: 6 }), (drawn) => {
        const lines = balanced(drawn.map(proposedLine));
        fc.pre(lines.length > 1);
        const checked = check(lines);
        if (!checked.ok) throw new Error(JSON.stringify(checked.problems));
        expect(sumOf(checked.value.lines.map(({ amount }) => amount))).toBe(0);
        drawn.forEach(({ amount, isDebit, amountIs, taxCode }, index) => {
          const line = checked.value.lines[index];
          if (amountIs === 'net' || taxCode === 'RC' || taxCode === 'ZERO')
            expect(line?.tax?.base).toBe(isDebit ? amount : -amount);
        });
      }),
      { seed: 20271128, numRuns: 300 },
    );
  });
  test('turned round, every line and its tax is turned round', () => {
    fc.assert(
      fc.property(fc.array(anyLine, { minLength: 1, maxLength: 6 }), (drawn) => {
        const [checked, other] = [drawn, drawn.map((line) => ({ ...line, isDebit: !line.isDebit }))].map((lines) =>
          check(balanced(lines.map(proposedLine))),
        );
        fc.pre(Boolean(checked?.ok && other?.ok));
        if (!checked?.ok || !other?.ok) return;
        expect(other.value.lines.map(({ amount, tax }) => [amount, tax?.base ?? 0, tax?.adjustment ?? 0])).toEqual(
          checked.value.lines.map(({ amount, tax }) => [
            -amount,
            -(tax?.base ?? 0) || 0,
            -(tax?.adjustment ?? 0) || 0,
          ]),
        );
      }),
      { seed: 20271129, numRuns: 200 },
    );
  });
});
