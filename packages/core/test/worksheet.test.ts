import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  accountIn,
  balancesAtStage,
  minor,
  parseAmount,
  NO_SIDES,
  sidesOf,
  statementOf,
  sumByAccount,
  trialBalance,
  worksheet,
  type CivilDate,
  type CurrencyCode,
  type Minor,
  type Sides,
  type WorksheetAccount,
} from '../src/index.js';
import { chartOfCase, cycles } from './cases.js';
import { byNumber, chartFrom, flowsOf, type MemoryEntry } from './ledger.js';

const account = (number: string, worksheetAccount: Partial<WorksheetAccount>): WorksheetAccount => ({
  account: number,
  name: `Account ${number}`,
  parent: null,
  statement: 'balance-sheet',
  unadjusted: minor(0),
  adjustments: NO_SIDES,
  postClosing: minor(0),
  across: [],
  ...worksheetAccount,
});

/** An amount of a case, in minor units. */
const amountIn = (text: string): Minor => parseAmount(text || '0', 'USD' as CurrencyCode);

/** Published worksheets: the sources stand in the cases. */
describe.each(
  cycles()
    .filter(({ expected }) => expected.adjusted_trial_balance)
    .map((cycle) => [cycle.id, cycle] as const),
)('%s', (_, { inputs, expected }) => {
  const chart = chartFrom(chartOfCase(inputs));
  const amountOf = (row: { debit: string; credit: string }): number => amountIn(row.debit) - amountIn(row.credit);
  const unadjusted = new Map(
    expected.unadjusted_trial_balance.rows.map((row) => [row.account, amountOf(row)] as const),
  );
  const put = new Map<string, Sides>();
  for (const { debits, credits } of inputs.adjusting_entries) {
    for (const [sides, side] of [
      [debits, 'debit'],
      [credits, 'credit'],
    ] as const)
      for (const found of sides) {
        const held = put.get(found.account) ?? NO_SIDES;
        put.set(found.account, { ...held, [side]: minor(held[side] + amountIn(found.amount)) });
      }
  }
  const sheet = worksheet(
    chart.accounts.map((item) =>
      account(item.number, {
        statement: statementOf(item),
        unadjusted: minor(unadjusted.get(item.number) ?? 0),
        adjustments: put.get(item.number) ?? NO_SIDES,
      }),
    ),
    [],
  );
  test('leads from the unadjusted to the published adjusted trial balance', () => {
    const adjusted = sheet.rows
      .filter(({ columns }) => columns.adjusted.debit !== 0 || columns.adjusted.credit !== 0)
      .map((row) => [row.account, row.columns.adjusted.debit - row.columns.adjusted.credit]);
    const published = (expected.adjusted_trial_balance?.rows ?? [])
      .map((row) => [row.account, amountOf(row)] as const)
      .filter(([, amount]) => amount !== 0);
    expect(adjusted.sort()).toEqual([...published].sort());
    expect(sheet.totals.adjusted.debit).toBe(amountIn(expected.adjusted_trial_balance?.total_debit ?? ''));
    expect(sheet.totals.adjusted.credit).toBe(amountIn(expected.adjusted_trial_balance?.total_credit ?? ''));
  });
  test('the result balances both statements and is the published one', () => {
    expect(sheet.result).toBe(amountIn(expected.income_statement.net_income));
    const { incomeStatement: income, balanceSheet: position } = sheet.totals;
    expect(income.debit + sheet.result).toBe(income.credit);
    expect(position.debit).toBe(position.credit + sheet.result);
  });
});

describe('a worksheet', () => {
  test('keeps both sides of what stands under a heading, and finds what stands under a heading of a heading', () => {
    const headings = [
      { account: '15', name: 'Plant', parent: null },
      { account: '151', name: 'Press house', parent: '15' },
    ];
    const { rows } = worksheet(
      [
        account('1000', { unadjusted: minor(500) }),
        account('1510', { parent: '151', unadjusted: minor(900) }),
        account('1519', {
          parent: '151',
          unadjusted: minor(-300),
          adjustments: { debit: minor(0), credit: minor(25) },
        }),
        account('1520', { parent: '15', unadjusted: minor(70) }),
      ],
      [...headings, { account: '16', name: 'Nothing under it', parent: null }],
    );
    expect(rows.map((row) => [row.account, row.depth, row.isHeading])).toEqual([
      ['1000', 0, false],
      ['15', 0, true],
      ['151', 1, true],
      ['1510', 2, false],
      ['1519', 2, false],
      ['1520', 1, false],
    ]);
    expect(rows[1]?.columns.adjusted).toEqual({ debit: 970, credit: 325 });
    expect(rows[2]?.columns.adjusted).toEqual({ debit: 900, credit: 325 });
  });
  test('leaves out what has nothing in any column, unless zeros are asked for; what only moved and came back stays', () => {
    const accounts = [
      account('1000', {}),
      account('1100', { adjustments: { debit: minor(5), credit: minor(5) } }),
      account('1200', { against: minor(7) }),
      account('1300', { across: [minor(3), minor(-3)] }),
    ];
    expect(worksheet(accounts, []).rows.map((row) => row.account)).toEqual(['1100', '1200', '1300']);
    expect(worksheet(accounts, [], true).rows).toHaveLength(4);
  });
  test('a loss is negative and stands on the other sides; dividends stay in the balance sheet', () => {
    expect(statementOf({ element: 'equity', role: 'dividends' })).toBe('balance-sheet');
    expect(statementOf({ element: 'equity', role: 'income-summary' })).toBe('income-statement');
    const { result, totals } = worksheet(
      [
        account('1000', { unadjusted: minor(-40) }),
        account('3300', { unadjusted: minor(10) }),
        account('5000', { statement: 'income-statement', unadjusted: minor(30) }),
      ],
      [],
    );
    expect(result).toBe(-30);
    expect(totals.balanceSheet).toEqual({ debit: 10, credit: 40 });
  });
  test('compares with another date: what changed adds up on either side', () => {
    const { totals } = worksheet(
      [
        account('1000', { unadjusted: minor(70), against: minor(100) }),
        account('4000', { unadjusted: minor(-70), against: minor(-100), statement: 'income-statement' }),
      ],
      [],
    );
    expect(totals.change).toEqual({ debit: 30, credit: 30 });
  });
  test('a sum beyond what amounts can be is refused', () => {
    const most = minor(Number.MAX_SAFE_INTEGER);
    expect(() => worksheet([account('1', { unadjusted: most }), account('2', { unadjusted: most })], [])).toThrow(
      RangeError,
    );
  });
  test('an amount stands on one side', () => {
    fc.assert(
      fc.property(fc.integer(), (amount) => {
        const { debit, credit } = sidesOf(minor(amount));
        expect(debit - credit).toBe(amount);
        expect(Math.min(debit, credit)).toBe(0);
      }),
      { seed: 17 },
    );
  });
});

describe('stages after a closing within the year', () => {
  const chart = chartFrom([
    { number: '1010', name: 'Bank', role: 'cash' },
    { number: '3200', name: 'Retained earnings', role: 'retained-earnings' },
    { number: '4000', name: 'Sales' },
    { number: '6000', name: 'Rent' },
  ]);
  const d = (text: string): CivilDate => text as CivilDate;
  const entry = (
    date: string,
    kind: MemoryEntry['stage'],
    debit: string,
    credit: string,
    amount: number,
  ): MemoryEntry => ({
    date: d(date),
    kind,
    stage: kind,
    explanation: 'x',
    lines: [
      { account: byNumber(chart, debit).id, amount: minor(amount) },
      { account: byNumber(chart, credit).id, amount: minor(-amount) },
    ],
  });
  const january = [
    entry('2026-01-10', 'ordinary', '1010', '4000', 900),
    entry('2026-01-31', 'adjusting', '6000', '1010', 100),
    entry('2026-01-31', 'closing', '4000', '6000', 100),
    entry('2026-01-31', 'closing', '4000', '3200', 800),
  ];
  const february = [
    entry('2026-02-10', 'ordinary', '1010', '4000', 50),
    entry('2026-02-28', 'adjusting', '6000', '1010', 5),
  ];
  const flows = {
    earlier: [],
    closed: flowsOf(january, undefined, d('2026-01-31')),
    year: flowsOf(february, undefined, d('2026-02-28')),
  };
  test.each([
    ['unadjusted', { '1010': 850, '3200': -800, '4000': -50 }],
    ['adjusted', { '1010': 845, '3200': -800, '4000': -50, '6000': 5 }],
    ['post-closing', { '1010': 845, '3200': -800, '4000': -50, '6000': 5 }],
  ] as const)('%s: what was closed counts whole, the months since by stage', (stage, expected) => {
    const { rows } = trialBalance(chart, flows, stage);
    expect(Object.fromEntries(rows.map((row) => [row.account.number, row.debit - row.credit]))).toEqual(expected);
    const { balanceOf } = balancesAtStage(chart, flows, stage);
    expect(balanceOf(byNumber(chart, '3200'))).toBe(-800);
    expect(sumByAccount(flows.closed).get(accountIn(chart, byNumber(chart, '4000').id).id)).toBe(0);
  });
});
