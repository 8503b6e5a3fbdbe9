import fc from 'fast-check';
import {
  type CashFlowBasis,
  type CashFlowEntry,
  cashFlowStatement,
  cashFlowClassOf,
  classesOfLines,
  entryCashFlow,
  type LedgerFlow,
  minor,
  type Minor,
  type Movement,
  proposedCashFlowClass,
  sumByAccount,
  ZERO,
} from '../src/index.js';
import { byNumber, chartFrom } from './ledger.js';

const chart = chartFrom([
  { number: '1010', name: 'Bank', role: 'cash' },
  { number: '1020', name: 'Till', role: 'cash' },
  { number: '1100', name: 'Trade receivables', control: 'receivables' },
  { number: '1109', name: 'Allowance for doubtful debts', contra: true },
  { number: '1200', name: 'Stock' },
  { number: '1500', name: 'Vans', classification: 'non-current-assets' },
  { number: '1509', name: 'Depreciation of vans to date', classification: 'non-current-assets', contra: true },
  { number: '2100', name: 'Trade payables', control: 'payables' },
  { number: '2350', name: 'Dividends owed' },
  { number: '2600', name: 'Bank loan', classification: 'non-current-liabilities' },
  { number: '3000', name: 'Share capital', element: 'equity', role: 'share-capital' },
  { number: '3200', name: 'Retained earnings', element: 'equity', role: 'retained-earnings' },
  { number: '3300', name: 'Dividends', element: 'equity', role: 'dividends' },
  { number: '4000', name: 'Sales' },
  { number: '4700', name: 'Gain on disposal of vans', element: 'revenue', classification: 'other-income' },
  { number: '6000', name: 'Wages', element: 'expense' },
  { number: '6500', name: 'Depreciation', element: 'expense' },
  { number: '7000', name: 'Interest on the loan', element: 'expense', classification: 'other-expenses' },
]);

type Line = readonly [account: string, amount: number, more?: { document?: string; movement?: Movement }];
interface Posted {
  readonly lines: readonly Line[];
  readonly stage?: LedgerFlow['stage'];
  /** Whether it was posted before the span. */
  readonly isEarlier?: true;
  readonly reverses?: number;
}

/** The basis that entries make, as the server reads it. */
function basisOf(entries: readonly Posted[], open: Readonly<Record<string, readonly [number, number]>> = {}) {
  const flowsOf = (isEarlier: boolean): LedgerFlow[] =>
    entries
      .filter((entry) => (entry.isEarlier ?? false) === isEarlier)
      .flatMap(({ lines, stage = 'ordinary' }) =>
        lines.map(([number, amount, more]) => ({
          account: byNumber(chart, number).id,
          stage,
          movement: more?.movement,
          amount: minor(amount),
        })),
      );
  const moves = ([number, , more]: Line): boolean =>
    more?.movement !== 'correction' && /investing|financing/.test(cashFlowClassOf(byNumber(chart, number)));
  const basis: CashFlowBasis = {
    flows: flowsOf(false),
    before: sumByAccount(flowsOf(true)),
    entries: entries.flatMap(({ lines, stage = 'ordinary', isEarlier, reverses }, index): CashFlowEntry[] =>
      stage === 'opening' || stage === 'closing' || !lines.some(moves)
        ? []
        : [
            {
              place: index + 1,
              reverses,
              isInSpan: !isEarlier,
              lines: lines.map(([number, amount, more]) => ({
                account: byNumber(chart, number).id,
                amount: minor(amount),
                ...more,
              })),
            },
          ],
    ),
    open: (document) => {
      const [start, end] = open[document] ?? [0, 0];
      return { start: minor(start), end: minor(end) };
    },
  };
  return basis;
}

/** The rows with a figure, as they are read. */
function written(entries: readonly Posted[], open?: Readonly<Record<string, readonly [number, number]>>): string[] {
  const { rows } = cashFlowStatement(chart, 'company', basisOf(entries, open));
  return rows.flatMap(({ label, amount }) => (amount === undefined ? [] : [`${label} ${amount}`]));
}

describe('the class of an account', () => {
  test.each([
    ['1010', 'cash'],
    ['1100', 'operating'],
    ['1109', 'operating'],
    ['1200', 'operating'],
    ['1500', 'investing'],
    ['1509', 'investing'],
    ['2100', 'operating'],
    ['2350', 'financing'],
    ['2600', 'financing'],
    ['3000', 'financing'],
    ['3300', 'financing'],
    ['4000', 'operating'],
    ['4700', 'investing'],
    ['6500', 'investing'],
    ['7000', 'operating'],
  ])('of %s is proposed as %s', (number, expected) => {
    expect(proposedCashFlowClass(byNumber(chart, number))).toBe(expected);
  });
  test.each([
    ['liability', 'current-liabilities', 'Interest on loans owed', 'operating'],
    ['liability', 'current-liabilities', 'VAT owed', 'operating'],
    ['liability', 'current-liabilities', 'Members’ shares to be repaid', 'financing'],
    ['liability', 'current-liabilities', 'Mortgage, due within a year', 'financing'],
    ['liability', 'non-current-liabilities', 'Provision for repairs', 'operating'],
    ['asset', 'current-assets', 'Loan to the youth club', 'investing'],
    ['asset', 'current-assets', 'Prepaid investments course', 'operating'],
    ['expense', 'other-expenses', 'Losses on disposal', 'investing'],
    ['expense', 'operating-expenses', 'Loss of stock', 'operating'],
  ] as const)('%s, %s, “%s” is proposed as %s', (element, classification, name, expected) => {
    expect(proposedCashFlowClass({ element, classification, name })).toBe(expected);
  });
  test('is what somebody chose, whatever is proposed', () => {
    expect(cashFlowClassOf({ ...byNumber(chart, '7000'), cashFlow: 'financing' })).toBe('financing');
  });
});

describe('what an entry paid', () => {
  const lines = (...all: Line[]) =>
    all.map(([number, amount]) => ({ account: byNumber(chart, number).id, amount: minor(amount) }));
  // IAS 7, 43: a purchase on credit moves no cash; what was paid down does
  test.each([
    ['a van for cash', lines(['1500', 900], ['1010', -900]), { operating: 0, investing: -900, financing: 0 }, 0],
    ['a van on a loan', lines(['1500', 900], ['2600', -900]), { operating: 0, investing: 0, financing: 0 }, 900],
    [
      'a van with a deposit and a loan',
      lines(['1500', 900], ['1010', -200], ['2600', -700]),
      { operating: 0, investing: -200, financing: 0 },
      700,
    ],
    [
      'an instalment with its interest',
      lines(['2600', 80], ['7000', 20], ['1010', -100]),
      { operating: -20, investing: 0, financing: -80 },
      0,
    ],
    [
      'a van sold at a gain',
      lines(['1010', 300], ['1509', 700], ['1500', -900], ['4700', -100]),
      { operating: 0, investing: 300, financing: 0 },
      0,
    ],
    [
      'takings and a repayment of one day, each with its own line of cash',
      lines(['1010', 1_000], ['4000', -1_000], ['2600', 200], ['1010', -200]),
      { operating: 1_000, investing: 0, financing: -200 },
      0,
    ],
    ['depreciation', lines(['6500', 50], ['1509', -50]), { operating: 0, investing: 0, financing: 0 }, 0],
    ['a transfer', lines(['1010', 50], ['1020', -50]), { operating: 0, investing: 0, financing: 0 }, 0],
  ])('%s', (_, entry, paid, withoutCash) => {
    const found = entryCashFlow(classesOfLines(chart), entry);
    expect(found.paid).toEqual(paid);
    expect(found.withoutCash).toBe(withoutCash);
  });
});

describe('the cash-flow statement', () => {
  const year: Posted[] = [
    {
      isEarlier: true,
      lines: [
        ['1010', 5_000],
        ['3000', -5_000, { movement: 'contribution' }],
      ],
    },
    {
      lines: [
        ['1010', 2_000],
        ['3000', -2_000, { movement: 'contribution' }],
      ],
    },
    {
      lines: [
        ['1100', 9_000],
        ['4000', -9_000],
      ],
    },
    {
      lines: [
        ['1010', 7_500],
        ['1100', -7_500],
      ],
    },
    {
      lines: [
        ['1200', 3_000],
        ['2100', -3_000],
      ],
    },
    {
      lines: [
        ['2100', 1_800],
        ['1010', -1_800],
      ],
    },
    {
      lines: [
        ['6000', 2_500],
        ['1010', -2_500],
      ],
    },
    {
      lines: [
        ['1500', 4_000],
        ['1010', -1_000],
        ['2600', -3_000],
      ],
    },
    {
      lines: [
        ['2600', 500],
        ['7000', 90],
        ['1010', -590],
      ],
    },
    {
      stage: 'adjusting',
      lines: [
        ['6500', 400],
        ['1509', -400],
      ],
    },
    {
      lines: [
        ['3300', 600],
        ['2350', -600],
      ],
    },
    {
      lines: [
        ['2350', 250],
        ['1010', -250],
      ],
    },
    {
      stage: 'closing',
      lines: [
        ['4000', 9_000],
        ['3200', -9_000],
      ],
    },
  ];
  test('goes from the result to the cash, activity by activity', () => {
    expect(written(year)).toEqual([
      'Net income 6010',
      'Depreciation 400',
      'Increase in Trade receivables -1500',
      'Increase in Stock -3000',
      'Increase in Trade payables 1200',
      'Cash from operating activities 3110',
      'Paid for Vans -1000',
      'Cash used in investing activities -1000',
      'Paid on Dividends owed -250',
      'Paid on Bank loan -500',
      'Paid in as Share capital 2000',
      'Cash from financing activities 1250',
      'Increase in cash 3360',
      'Cash at the beginning 5000',
      'Cash at the end 8360',
    ]);
    expect(cashFlowStatement(chart, 'company', basisOf(year)).withoutCash).toEqual([{ place: 8, amount: 3_000 }]);
  });
  test('takes what was bought on account as paid when its document is, in the proportion in which it is', () => {
    const bill: Posted = {
      lines: [
        ['1500', 1_000],
        ['1200', 200],
        ['2100', -1_200, { document: 'bill' }],
      ],
    };
    const payment = (amount: number): Posted => ({
      lines: [
        ['2100', amount],
        ['1010', -amount],
      ],
    });
    expect(written([bill], { bill: [0, -1_200] })).toEqual([
      'Net income 0',
      'Increase in Stock -200',
      'Increase in Trade payables 200',
      'Cash from operating activities 0',
      'Increase in cash 0',
      'Cash at the beginning 0',
      'Cash at the end 0',
    ]);
    expect(written([bill, payment(600)], { bill: [0, -600] })).toEqual([
      'Net income 0',
      'Increase in Stock -200',
      'Increase in Trade payables 100',
      'Cash used in operating activities -100',
      'Paid for Vans -500',
      'Cash used in investing activities -500',
      'Decrease in cash -600',
      'Cash at the beginning 0',
      'Cash at the end -600',
    ]);
    const told = (entries: readonly Posted[], open: readonly [number, number]) =>
      cashFlowStatement(chart, 'company', basisOf(entries, { bill: open })).withoutCash;
    expect(told([bill], [0, -1_200])).toEqual([{ place: 1, amount: 1_000 }]);
    expect(told([bill, payment(600)], [0, -600])).toEqual([{ place: 1, amount: 500 }]);
    expect(told([bill, payment(1_200)], [0, 0])).toEqual([]);
    // the rest is paid in the next span
    expect(written([{ ...bill, isEarlier: true }, payment(1_200)], { bill: [-1_200, 0] }).slice(1, 6)).toEqual([
      'Decrease in Trade payables -200',
      'Cash used in operating activities -200',
      'Paid for Vans -1000',
      'Cash used in investing activities -1000',
      'Decrease in cash -1200',
    ]);
  });
  test('leaves out what was taken back, and what a gift brought without cash', () => {
    const onLoan: Posted = {
      lines: [
        ['1500', 900],
        ['2600', -900],
      ],
    };
    const back: Posted = {
      lines: [
        ['1500', -900],
        ['2600', 900],
      ],
      reverses: 1,
    };
    const given: Posted = {
      lines: [
        ['1500', 300],
        ['4000', -300],
      ],
    };
    const { withoutCash, operating, rows } = cashFlowStatement(chart, 'company', basisOf([onLoan, back, given]));
    expect(withoutCash).toEqual([{ place: 3, amount: 300 }]);
    expect(operating).toBe(0);
    expect(rows.find(({ label }) => label === 'Sales')?.amount).toBe(-300);
  });
  test('counts what was brought forward as there before, its result among what moved no cash', () => {
    expect(
      written([
        {
          stage: 'opening',
          lines: [
            ['1010', 700],
            ['4000', -400],
            ['3200', -300],
          ],
        },
      ]).filter((row) => !row.endsWith(' 0')),
    ).toEqual([
      'Net income 400',
      'Brought forward into these books -400',
      'Cash at the beginning 700',
      'Cash at the end 700',
    ]);
  });
  test('tells a correction of an earlier year among the operating changes', () => {
    expect(
      written([
        {
          lines: [
            ['3200', 60, { movement: 'correction' }],
            ['1010', -60],
          ],
        },
      ]).slice(0, 3),
    ).toEqual(['Net income 0', 'Corrections of earlier years -60', 'Cash used in operating activities -60']);
  });
  test('lists the accounts of cash where there are several', () => {
    const rows = written([
      {
        lines: [
          ['1010', 70],
          ['4000', -70],
        ],
      },
      {
        lines: [
          ['1020', 20],
          ['1010', -20],
        ],
      },
    ]);
    expect(rows.slice(-3)).toEqual(['Cash at the end 70', 'Bank 50', 'Till 20']);
  });
  test('always comes from the cash at the beginning to that at the end, whatever was posted and left open', () => {
    const numbers = chart.accounts.map(({ number }) => number);
    const line = fc.tuple(
      fc.constantFrom(...numbers),
      fc.integer({ min: -1e6, max: 1e6 }),
      fc.constantFrom('a', 'b', undefined),
    );
    const entry = fc.record({
      lines: fc.array(line, { minLength: 1, maxLength: 5 }),
      stage: fc.constantFrom<LedgerFlow['stage'][]>('ordinary', 'adjusting', 'opening', 'closing'),
      isEarlier: fc.boolean(),
    });
    const open = fc.tuple(fc.integer({ min: -1e6, max: 1e6 }), fc.integer({ min: -1e6, max: 1e6 }));
    fc.assert(
      fc.property(fc.array(entry, { maxLength: 8 }), open, open, (entries, a, b) => {
        const posted = entries.map(({ lines, stage, isEarlier }): Posted => {
          const whole: Line[] = lines.map(([number, amount, document]) => {
            const isControl = byNumber(chart, number).control !== undefined;
            return [number, amount, isControl && document ? { document } : {}];
          });
          const rest = -lines.reduce((sum, [, amount]) => sum + amount, 0);
          return { lines: [...whole, ['1020', rest]], stage, ...(isEarlier && { isEarlier }) };
        });
        // closing entries touch no cash
        const kept = posted.filter(({ stage, lines }) => stage !== 'closing' || !lines.some(([n]) => /^10/.test(n)));
        const statement = cashFlowStatement(chart, 'company', basisOf(kept, { a, b }));
        const parts: Minor = minor(statement.operating + statement.investing + statement.financing);
        expect(parts).toBe(statement.change);
        expect(minor(statement.cashAtBeginning + statement.change)).toBe(statement.cashAtEnd);
        expect(statement.withoutCash.every(({ amount }) => amount > ZERO)).toBe(true);
      }),
    );
  });
});
