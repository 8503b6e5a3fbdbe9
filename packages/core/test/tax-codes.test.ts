import fc from 'fast-check';
import {
  againstHistory,
  comparedOfTaxCode,
  Exact,
  fieldChanges,
  NamesByHistory,
  checkTaxCode,
  chartOf,
  formatAmount,
  minor,
  parseAmount,
  parseCivilDate,
  parseCurrencyCode,
  parsePercent,
  roundHalfAwayFromZero,
  roundTogether,
  sumOf,
  taxAmounts,
  taxCodeParticulars,
  taxOnTop,
  taxRateOn,
  taxedLines,
  type Account,
  type AccountId,
  type Minor,
  type ProposedTaxCode,
  type ProposedTaxRate,
  type TaxCode,
  type TaxPart,
  type TaxRate,
  type TaxSide,
} from '../src/index.js';
import { caseOf } from './cases.js';

const EUR = parseCurrencyCode('EUR');
const SEED = { seed: 20270118, numRuns: 300 };

const account = (id: number, number: string, name: string, element: Account['element']): Account => ({
  id: id as AccountId,
  number,
  name,
  element,
  classification:
    ({ asset: 'current-assets', liability: 'current-liabilities', equity: 'equity', revenue: 'revenue' } as const)[
      element as 'asset'
    ] ?? 'operating-expenses',
  contra: false,
  typedEntries: true,
  active: true,
});
const CHART = chartOf([
  account(1, '1350', 'Tax to be reclaimed', 'asset'),
  account(2, '2200', 'Tax owed', 'liability'),
  { ...account(3, '2100', 'Trade payables', 'liability'), control: 'payables' },
  account(4, '3000', 'Capital', 'equity'),
  { ...account(5, '1020', 'Dollar account', 'asset'), currency: parseCurrencyCode('USD') },
  { ...account(6, '2210', 'Old tax', 'liability'), active: false },
  account(7, '1300', 'Prepaid', 'asset'),
  { ...account(8, '1310', 'Prepaid rent', 'asset'), parent: 7 as AccountId },
]);

const part = (rate: string, side: TaxPart['side'], to?: number, share = '100'): TaxPart => ({
  rate: parsePercent(rate),
  share: parsePercent(share),
  side,
  ...(to !== undefined && { account: to as AccountId }),
});
const taxRateOf = (...parts: TaxPart[]): TaxRate => ({ parts });
const taxedAmountOf = (rate: TaxRate, side: TaxSide, amount: Minor, isGross = false) => {
  const [taxed] = taxAmounts(rate, side, 'line', [{ amount, isGross }]);
  if (!taxed) throw new Error('nothing was taxed');
  return taxed;
};
const euro = (text: string): Minor => parseAmount(text, EUR);

describe('tax against published rules', () => {
  const { inputs, expected } = caseOf<
    { rows: { mode: string; rate_percent: string; amount: string }[] },
    { rows: { net: string; tax: string; gross: string }[] }
  >('sales-tax', 'vat-inclusive-exclusive-cent');
  test.each(inputs.rows.map((row, index) => [row, expected.rows[index]] as const))('%j', (row, wanted) => {
    const taxed = taxedAmountOf(
      taxRateOf(part(row.rate_percent, 'credit', 2)),
      'sales',
      euro(row.amount),
      row.mode === 'inclusive',
    );
    expect({
      net: formatAmount(taxed.net, EUR),
      tax: formatAmount(sumOf(taxed.parts.map(({ amount }) => amount)), EUR),
      gross: formatAmount(taxed.gross, EUR),
    }).toEqual({ net: wanted?.net, tax: wanted?.tax, gross: wanted?.gross });
  });

  test('the fraction of a gross amount that is tax', () => {
    const { inputs: given, expected: wanted } = caseOf<{ rates: string[] }, { fractions: string[] }>(
      'sales-tax',
      'vat-fraction',
    );
    given.rates.forEach((rate, index) => {
      const [top, bottom] = (wanted.fractions[index] ?? '').split('/');
      const gross = Number(bottom) * 700;
      const [tax] = taxedAmountOf(taxRateOf(part(rate, 'credit', 2)), 'sales', minor(gross), true).parts;
      expect(tax?.amount).toBe(Number(top) * 700);
    });
  });

  test('rounding on each line and once on the document differ by a cent', () => {
    const { inputs: given, expected: wanted } = caseOf<
      { rate_percent: string; net_lines: string[] },
      { tax_sum_of_lines: string; tax_on_total: string }
    >('sales-tax', 'vat-line-versus-invoice-rounding');
    const lines = given.net_lines.map((net) => ({ amount: euro(net), isGross: false }));
    const taxOf = (rounding: TaxCode['rounding']): string =>
      formatAmount(
        sumOf(
          taxAmounts(taxRateOf(part(given.rate_percent, 'credit', 2)), 'sales', rounding, lines).flatMap(
            ({ parts }) => parts.map(({ amount }) => amount),
          ),
        ),
        EUR,
      );
    expect([taxOf('line'), taxOf('document')]).toEqual([wanted.tax_sum_of_lines, wanted.tax_on_total]);
  });

  test('register takings with the sales tax in them, as an entry', () => {
    const { inputs: given, expected: wanted } = caseOf<
      { rate_percent: string; receipts_if_not_rung_separately: string },
      { entries: { debits: { amount: string }[]; credits: { amount: string }[] }[] }
    >('sales-tax', 'sales-tax-grocery');
    const taxed = taxedAmountOf(
      taxRateOf(part(given.rate_percent, 'credit', 2)),
      'sales',
      euro(given.receipts_if_not_rung_separately),
      true,
    );
    const lines = taxedLines(taxed, 'sales');
    const amounts = (side: string): string[] =>
      lines.filter((line) => line.side === side).map(({ amount }) => formatAmount(amount, EUR));
    expect(amounts('debit')).toEqual(wanted.entries[0]?.debits.map(({ amount }) => amount));
    expect(amounts('credit')).toEqual(wanted.entries[0]?.credits.map(({ amount }) => amount));
  });
});

describe('parts of a tax', () => {
  // Reverse charge and partial deduction as Council Directive 2006/112/EC, articles 168, 173 and 196, have them (from memory).
  const purchase = (...parts: TaxPart[]) =>
    taxedLines(taxedAmountOf(taxRateOf(...parts), 'purchases', minor(10000)), 'purchases').map(
      ({ what, side, amount }) => `${what} ${side} ${amount}`,
    );
  test('reverse charge owes and reclaims the tax; what is paid is the net', () => {
    expect(purchase(part('20', 'debit', 1), part('20', 'credit', 2))).toEqual([
      'net debit 10000',
      'tax debit 2000',
      'tax credit 2000',
      'gross credit 10000',
    ]);
  });
  test('what cannot be deducted becomes part of the cost', () => {
    expect(purchase(part('20', 'debit', 1, '60'), part('20', 'debit', undefined, '40'))).toEqual([
      'net debit 10000',
      'tax debit 1200',
      'cost debit 800',
      'gross credit 12000',
    ]);
  });
  test('two taxes on one amount, one with more decimals', () => {
    // 5 % and 9.975 % side by side, each rounded by itself
    expect(purchase(part('5', 'debit', 1), part('9.975', 'debit', 1))).toEqual([
      'net debit 10000',
      'tax debit 500',
      'tax debit 998',
      'gross credit 11498',
    ]);
  });
  test('two taxes at the same rate are told apart by their shares', () => {
    const taxed = taxedAmountOf(taxRateOf(part('9', 'credit', 2), part('9', 'credit', 1)), 'sales', minor(1005));
    expect(taxed.parts.map(({ amount }) => amount)).toEqual([90, 90]);
  });
  test('no parts: reported, not taxed', () => expect(purchase()).toEqual(['net debit 10000', 'gross credit 10000']));
  test('a credit note turns every line round', () => {
    const lines = taxedLines(
      taxedAmountOf(taxRateOf(part('20', 'credit', 2)), 'sales', minor(-12000), true),
      'sales',
    );
    expect(lines.map(({ what, side, amount }) => `${what} ${side} ${amount}`)).toEqual([
      'net debit 10000',
      'tax debit 2000',
      'gross credit 12000',
    ]);
  });
});

const anyParts = fc.array(
  fc.record({
    rate: fc.constantFrom('0', '5', '7', '9.975', '17.5', '19', '20'),
    side: fc.constantFrom<'debit' | 'credit'>('debit', 'credit'),
    cut: fc.integer({ min: 1, max: 99 }),
  }),
  { maxLength: 3 },
);
const partsOf = (drawn: { rate: string; side: 'debit' | 'credit'; cut: number }[]): TaxPart[] =>
  drawn.flatMap(({ rate, side, cut }) => [
    part(rate, side, 1, String(cut)),
    part(rate, side, undefined, String(100 - cut)),
  ]);

describe('laws of taxed amounts', () => {
  const anyLines = fc.array(
    fc.record({ amount: fc.integer({ min: -1e9, max: 1e9 }).map(minor), isGross: fc.boolean() }),
    { minLength: 1, maxLength: 8 },
  );
  test('debits equal credits, and what was given stays as it was given', () => {
    fc.assert(
      fc.property(
        anyParts,
        fc.constantFrom<TaxSide>('sales', 'purchases'),
        fc.constantFrom<TaxCode['rounding']>('line', 'document'),
        anyLines,
        (drawn, side, rounding, lines) => {
          taxAmounts(taxRateOf(...partsOf(drawn)), side, rounding, lines).forEach((taxed, index) => {
            const given = lines[index] as (typeof lines)[number];
            expect(given.isGross ? taxed.gross : taxed.net).toBe(given.amount);
            const sides = taxedLines(taxed, side).map((line) =>
              minor(line.side === 'debit' ? line.amount : -line.amount),
            );
            expect(sumOf(sides)).toBe(0);
          });
        },
      ),
      SEED,
    );
  });
  test('a credit note is the mirror of its invoice', () => {
    fc.assert(
      fc.property(
        anyParts,
        fc.constantFrom<TaxCode['rounding']>('line', 'document'),
        anyLines,
        (drawn, rounding, lines) => {
          const taxed = (sign: 1 | -1) =>
            taxAmounts(
              taxRateOf(...partsOf(drawn)),
              'sales',
              rounding,
              lines.map((line) => ({ ...line, amount: minor(sign * line.amount) })),
            ).map(({ net, parts }) =>
              [net, ...parts.map(({ amount }) => amount)].map((amount) => minor(sign * amount)),
            );
          expect(taxed(-1)).toEqual(taxed(1));
        },
      ),
      SEED,
    );
  });
  test('rounded once on the document, the lines together have the tax of their sum', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -1e7, max: 1e7 }).map(minor), { minLength: 1, maxLength: 9 }),
        (nets) => {
          const taxed = taxAmounts(
            taxRateOf(part('17.5', 'credit', 2)),
            'sales',
            'document',
            nets.map((amount) => ({ amount, isGross: false })),
          );
          const tax = sumOf(taxed.flatMap(({ parts }) => parts.map(({ amount }) => amount)));
          expect(tax).toBe(roundHalfAwayFromZero(new Exact(sumOf(nets)).times('0.175')));
        },
      ),
      SEED,
    );
  });
  test('rounded together, each stays within one unit of its own', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -1e6, max: 1e6 }), { minLength: 1, maxLength: 9 }), (thirds) => {
        const exact = thirds.map((third) => new Exact(third).dividedBy(3));
        roundTogether(exact).forEach((rounded, index) => {
          expect(
            new Exact(rounded)
              .minus(exact[index] as (typeof exact)[number])
              .abs()
              .lessThanOrEqualTo(1),
          ).toBe(true);
        });
      }),
      SEED,
    );
  });
});

const PROPOSED: ProposedTaxCode = {
  code: 'P20',
  name: 'Purchases, standard',
  side: 'purchases',
  rates: [{ parts: [{ rate: '20', side: 'debit', account: '1350' }] }],
};
const withRates = (...rates: ProposedTaxRate[]): ProposedTaxCode => ({ ...PROPOSED, rates });
const withPart = (change: Partial<ProposedTaxRate['parts'][number]>): ProposedTaxCode =>
  withRates({ parts: [{ rate: '20', side: 'debit', account: '1350', ...change }] });

describe('a proposed tax code', () => {
  const TAKEN: TaxCode = {
    id: 9,
    code: 'p20',
    name: 'Old',
    side: 'sales',
    rounding: 'line',
    active: true,
    rates: [{ parts: [] }],
  };
  test.each<[string, ProposedTaxCode, string, string]>([
    ['no code', { ...PROPOSED, code: ' ' }, 'code', 'tax-code'],
    ['a code with a space', { ...PROPOSED, code: 'P 20' }, 'code', 'tax-code'],
    ['no name', { ...PROPOSED, name: '' }, 'name', 'tax-code-name-missing'],
    ['a name of two lines', { ...PROPOSED, name: 'a\nb' }, 'name', 'tax-code-name'],
    ['no such side', { ...PROPOSED, side: 'both' }, 'side', 'tax-side'],
    ['a side that objects inherit', { ...PROPOSED, side: 'toString' }, 'side', 'tax-side'],
    ['no such rounding', { ...PROPOSED, rounding: 'never' }, 'rounding', 'tax-rounding'],
    ['no rates', withRates(), 'rates', 'tax-rates-missing'],
    ['no day', withRates({ from: '2027-02-30', parts: [] }), 'rates.0.from', 'not-a-date'],
    [
      'a day twice',
      withRates({ from: '2027-01-01', parts: [] }, { from: '2027-01-01', parts: [] }),
      'rates.1.from',
      'tax-rate-twice',
    ],
    ['always twice', withRates({ parts: [] }, { parts: [] }), 'rates.1.from', 'tax-rate-twice'],
    ['no percentage', withPart({ rate: 'a fifth' }), 'rates.0.parts.0.rate', 'not-a-percentage'],
    ['a negative percentage', withPart({ rate: '-20' }), 'rates.0.parts.0.rate', 'not-a-percentage'],
    ['a share of nothing', withPart({ share: '0.0' }), 'rates.0.parts.0.share', 'tax-share'],
    ['less than the whole', withPart({ share: '60' }), 'rates.0.parts.0.share', 'tax-shares'],
    ['no such account', withPart({ account: '9999' }), 'rates.0.parts.0.account', 'account-unknown'],
    ['a heading', withPart({ account: '1300' }), 'rates.0.parts.0.account', 'tax-account'],
    ['a control account', withPart({ account: '2100' }), 'rates.0.parts.0.account', 'tax-account'],
    ['equity', withPart({ account: '3000' }), 'rates.0.parts.0.account', 'tax-account'],
    ['a foreign account', withPart({ account: '1020' }), 'rates.0.parts.0.account', 'tax-account'],
    ['a retired account', withPart({ account: '2210' }), 'rates.0.parts.0.account', 'tax-account'],
    ['neither side', withPart({ side: 'left' }), 'rates.0.parts.0.side', 'tax-part-side'],
    [
      'all of it taken away',
      withPart({ rate: '100', side: 'credit', account: '2200' }),
      'rates.0.parts.0.rate',
      'tax-swallows',
    ],
  ])('%s', (_, proposed, path, code) => {
    const read = checkTaxCode(proposed, [], CHART);
    expect(read.ok ? [] : read.problems).toEqual([expect.objectContaining({ path, code })]);
  });
  test('more than the whole', () => {
    const read = checkTaxCode(
      withRates({
        parts: [
          { rate: '20', share: '60', side: 'debit' },
          { rate: '20', share: '60', side: 'debit' },
        ],
      }),
      [],
      CHART,
    );
    expect(read.ok ? [] : read.problems.map(({ code }) => code)).toEqual(['tax-shares']);
  });
  test('a code that is taken, however it is written; its own it may keep', () => {
    expect(checkTaxCode(PROPOSED, [TAKEN], CHART)).toMatchObject({
      ok: false,
      problems: [{ code: 'tax-code-taken' }],
    });
    expect(checkTaxCode(PROPOSED, [TAKEN], CHART, 9).ok).toBe(true);
  });
  test('rates stand in the order of their days, whatever order they came in', () => {
    const read = checkTaxCode(
      withRates(
        { from: '2027-07-01', parts: [{ rate: '21', side: 'debit' }] },
        { parts: [{ rate: '20 %', side: 'debit' }] },
      ),
      [],
      CHART,
    );
    if (!read.ok) throw new Error('refused');
    const rateOn = (date: string): string | undefined => taxRateOn(read.value, parseCivilDate(date))?.parts[0]?.rate;
    expect([rateOn('1990-01-01'), rateOn('2027-06-30'), rateOn('2027-07-01')]).toEqual(['20', '20', '21']);
  });
  test('before its first day a code takes nothing that could be said', () => {
    const read = checkTaxCode(withRates({ from: '2027-07-01', parts: [] }), [], CHART);
    expect(read.ok && taxRateOn(read.value, parseCivilDate('2027-06-30'))).toBeUndefined();
  });
  test('what the trail tells of it', () => {
    const read = checkTaxCode(
      withRates(
        {
          parts: [
            { rate: '20', share: '60', side: 'debit', account: '1350' },
            { rate: '20', share: '40', side: 'debit' },
          ],
        },
        { from: '2027-07-01', parts: [] },
      ),
      [],
      CHART,
    );
    if (!read.ok) throw new Error('refused');
    expect(taxCodeParticulars({ id: 1, ...read.value }, CHART)).toEqual({
      code: 'P20',
      name: 'Purchases, standard',
      'is for': 'purchases',
      rounded: 'on each line',
      'from the beginning':
        '20 %, 60 % of it in debit of 1350 Tax to be reclaimed; 20 %, 40 % of it in debit of the line’s own account',
      'from 1 July 2027': 'no tax',
      'in use': true,
    });
  });
  test('tax on top of one', () => {
    expect(taxOnTop(taxRateOf(part('20', 'debit', 1), part('20', 'credit', 2)), 'purchases').toNumber()).toBe(0);
    expect(taxOnTop(taxRateOf(part('5', 'credit', 2), part('9.975', 'credit', 2)), 'sales').toString()).toBe(
      '0.14975',
    );
  });
});

describe('a tax code compared with its history', () => {
  const taxCode = {
    id: 1,
    code: 'R',
    name: 'Reduced',
    side: 'sales',
    rounding: 'line',
    active: true,
    rates: [taxRateOf(part('20', 'credit', 2), part('5', 'debit'))],
  } as TaxCode;
  const account = CHART.byId.get(2 as AccountId);
  const title = `${account?.number} ${account?.name}`;
  const names = new NamesByHistory(
    [['2200', 'Tax; paid'] as const, [account?.number, account?.name] as const].map(
      ([number = '', name = ''], index) => ({
        object: 2,
        action: index === 0 ? ('added' as const) : ('changed' as const),
        fields: fieldChanges(undefined, { number, name }),
      }),
    ),
    ({ number, name }) => `${number} ${name}`,
  );
  const recorded = (rate: string): Record<string, string> => ({
    code: 'R',
    name: 'Reduced',
    'is for': 'sales',
    rounded: 'on each line',
    'from the beginning': rate,
    'in use': 'yes',
  });
  const differing = (told: Record<string, string>): string[] =>
    againstHistory(told, taxCodeParticulars(taxCode, CHART), comparedOfTaxCode(told, taxCode, CHART, names)).map(
      ({ field }) => field,
    );
  const OWN = '5 % in debit of the line’s own account';

  test.each<[string, string, boolean]>([
    ['as it is now', `20 % in credit of ${title}; ${OWN}`, true],
    ['with an account as it was called', `20 % in credit of 2200 Tax; paid; ${OWN}`, true],
    ['with another account', `20 % in credit of 1010 Bank; ${OWN}`, false],
    ['at another rate', `19 % in credit of ${title}; ${OWN}`, false],
    ['on the other side', `20 % in debit of ${title}; ${OWN}`, false],
    ['with a part more', `20 % in credit of ${title}; ${OWN}; 1 % in debit of the line’s own account`, false],
    ['without tax', 'no tax', false],
  ])('is %s', (_, told, isSame) => {
    expect(differing(recorded(told))).toEqual(isSame ? [] : ['from the beginning']);
  });

  test('is missing a rate that was recorded', () => {
    expect(differing({ ...recorded(`20 % in credit of ${title}; ${OWN}`), 'from 1 July 2027': 'no tax' })).toEqual([
      'from 1 July 2027',
    ]);
  });
});
