import fc from 'fast-check';
import {
  type EQUITY_ROWS,
  accountIn,
  accountLedger,
  addDays,
  balanceSheet,
  closingEntries,
  dayBefore,
  equityRow,
  equityStatement,
  fiscalYearOf,
  incomeStatement,
  isTemporary,
  minor,
  negated,
  parseAmount,
  parseCivilDate as d,
  parseCurrencyCode,
  proposeMovements,
  sumByAccount,
  trialBalance,
  type AccountId,
  type Chart,
  type CivilDate,
  type EquityStatement,
  type Minor,
  type OrganisationKind,
} from '../src/index.js';
import {
  KIND_OF_FORM,
  caseOf,
  casesOf,
  chartOfCase,
  cycles,
  type CaseEntry,
  type CaseTrialBalance,
} from './cases.js';
import { byNumber, chartFrom, flowsOf, type MemoryEntry } from './ledger.js';

const EUR = parseCurrencyCode('EUR');
const cents = (text: string): Minor => parseAmount(text, EUR);
const SEED = { seed: 20270118, numRuns: 120 };

const entryOf = (
  chart: Chart,
  entry: CaseEntry,
  stage: 'ordinary' | 'adjusting' | 'closing' | 'opening',
): MemoryEntry => {
  const lines = [
    ...entry.debits.map((side) => ({ account: byNumber(chart, side.account), amount: cents(side.amount) })),
    ...entry.credits.map((side) => ({ account: byNumber(chart, side.account), amount: negated(cents(side.amount)) })),
  ];
  const movements = proposeMovements(stage, lines);
  return {
    date: d(entry.date),
    kind: stage,
    stage,
    explanation: entry.explanation,
    lines: lines.map(({ account, amount }, index) => ({
      account: account.id,
      amount,
      ...(movements[index] && { movement: movements[index] }),
    })),
  };
};
const openingOf = (chart: Chart, balances: CaseTrialBalance, stage: 'opening' | 'ordinary'): MemoryEntry =>
  entryOf(
    chart,
    {
      date: balances.date,
      explanation: 'Balances',
      debits: balances.rows.filter((row) => row.debit).map((row) => ({ account: row.account, amount: row.debit })),
      credits: balances.rows.filter((row) => row.credit).map((row) => ({ account: row.account, amount: row.credit })),
    },
    stage,
  );
const columns = (balance: CaseTrialBalance): string[] =>
  balance.rows.map((row) => `${row.account} ${row.debit}|${row.credit}`);

describe.each(cycles().map((cycle) => [cycle.id, cycle] as const))('%s', (_, { inputs, expected }) => {
  const chart = chartFrom(chartOfCase(inputs));
  const kind = KIND_OF_FORM[inputs.form];
  const [from, to] = [d(inputs.period.start), d(inputs.period.end)];
  const before = [
    ...(inputs.opening_balances ? [openingOf(chart, inputs.opening_balances, 'opening')] : []),
    ...(inputs.starting_trial_balance ? [openingOf(chart, inputs.starting_trial_balance, 'ordinary')] : []),
  ];
  const entries = [
    ...before,
    ...inputs.entries.map((entry) => entryOf(chart, entry, 'ordinary')),
    ...inputs.adjusting_entries.map((entry) => entryOf(chart, entry, 'adjusting')),
  ];
  const temporary = [...sumByAccount(flowsOf(entries, undefined, to))]
    .filter(([id]) => isTemporary(accountIn(chart, id)))
    .map(([account, amount]) => ({ account, amount }));
  const closing = closingEntries({ chart, kind, breakdowns: [], date: to, balances: temporary });
  const closed: MemoryEntry[] = [
    ...entries,
    ...(closing.ok ? closing.value.map((entry) => ({ ...entry, stage: 'closing' as const })) : []),
  ];
  const shown = (ledger: readonly MemoryEntry[], stage: 'unadjusted' | 'adjusted' | 'post-closing'): string[] => {
    const balance = trialBalance(
      chart,
      { earlier: flowsOf(ledger, undefined, dayBefore(from)), year: flowsOf(ledger, from, to) },
      stage,
    );
    const write = (amount: number): string => (amount === 0 ? '' : (amount / 100).toFixed(2));
    expect(balance.totalDebit).toBe(balance.totalCredit);
    return balance.rows.map((row) => `${row.account.number} ${write(row.debit)}|${write(row.credit)}`);
  };

  test('trial balances before and after adjusting and closing', () => {
    expect(shown(closed, 'unadjusted')).toEqual(columns(expected.unadjusted_trial_balance));
    if (expected.adjusted_trial_balance)
      expect(shown(closed, 'adjusted')).toEqual(columns(expected.adjusted_trial_balance));
    if (expected.post_closing_trial_balance)
      expect(shown(closed, 'post-closing')).toEqual(columns(expected.post_closing_trial_balance));
  });
  test('closing entries, step by step', () => {
    const published = (expected.closing_entries ?? []).map((entry) =>
      [
        ...entry.debits.map((debit) => `${debit.account} ${cents(debit.amount)}`),
        ...entry.credits.map((credit) => `${credit.account} ${-cents(credit.amount)}`),
      ].sort(),
    );
    const ours = closing.ok
      ? closing.value.map((entry) =>
          entry.lines.map((line) => `${accountIn(chart, line.account).number} ${line.amount}`).sort(),
        )
      : [];
    if (expected.closing_entries) expect(ours).toEqual(published);
  });
  test.each([
    ['before', entries],
    ['after', closed],
  ])('the three statements %s closing', (_when, ledger) => {
    const span = flowsOf(ledger, from, to);
    const result = incomeStatement(chart, span, kind, 'single-step');
    expect(result.netResult).toBe(cents(expected.income_statement.net_income));
    if (expected.income_statement.total_revenues)
      expect(result.totalRevenue).toBe(cents(expected.income_statement.total_revenues));
    const equity = equityStatement(chart, kind, {
      base: flowsOf(ledger, undefined, dayBefore(from)),
      years: [{ lead: [], span }],
    });
    const { total, components } = expected.statement_of_changes_in_equity;
    expect(equityRow(equity, 'opening-equity').total).toBe(
      cents(inputs.starting_trial_balance ? '0' : total.opening),
    );
    expect(equityRow(equity, 'net-result').total).toBe(cents(total.net_income));
    expect(equityRow(equity, 'closing-equity').total).toBe(cents(total.closing));
    expect(
      Object.fromEntries(
        equity.components.map((component, index) => [
          component.account?.number,
          equityRow(equity, 'closing-equity').amounts[index],
        ]),
      ),
    ).toEqual(Object.fromEntries(components.map((component) => [component.account, cents(component.closing)])));
    const sheet = balanceSheet(chart, kind, flowsOf(ledger, undefined, to), equity);
    expect([sheet.totalAssets, sheet.totalLiabilities, sheet.totalEquity]).toEqual(
      [
        expected.balance_sheet.total_assets,
        expected.balance_sheet.total_liabilities,
        expected.balance_sheet.total_equity,
      ].map(cents),
    );
  });
});

test('a multi-step income statement with other income and expenses', () => {
  type Balance = { account: string; name: string; section: string; debit: string; credit: string };
  const [published] = casesOf<{ balances: Balance[] }, Record<string, string>>('income-statement');
  if (!published) throw new Error('the case is missing');
  const { inputs, expected } = published;
  const places: Record<string, [string, string]> = {
    sales: ['revenue', 'revenue'],
    cogs: ['expense', 'cost-of-sales'],
    operating: ['expense', 'operating-expenses'],
    other_income: ['revenue', 'other-income'],
    other_expense: ['expense', 'other-expenses'],
  };
  const chart = chartFrom(
    inputs.balances.map((balance) => ({
      number: balance.account,
      name: balance.name,
      element: places[balance.section]?.[0],
      classification: places[balance.section]?.[1],
    })),
  );
  const flows = inputs.balances.map((balance) => ({
    account: byNumber(chart, balance.account).id,
    stage: 'ordinary' as const,
    amount: balance.debit ? cents(balance.debit) : negated(cents(balance.credit)),
  }));
  const { rows, netResult } = incomeStatement(chart, flows, 'company', 'multi-step');
  const amount = (key: string): number | undefined => rows.find((row) => row.key === key)?.amount;
  expect({
    sales: amount('total-operating-revenue'),
    gross: amount('gross-result'),
    expenses: amount('total-operating-expenses'),
    operating: amount('operating-result'),
    net: netResult,
  }).toEqual({
    sales: cents(expected['net_sales'] ?? ''),
    gross: cents(expected['gross_profit'] ?? ''),
    expenses: cents(expected['total_operating_expenses'] ?? ''),
    operating: cents(expected['operating_income'] ?? ''),
    net: cents(expected['net_income'] ?? ''),
  });
});

test('an equity statement by component, with a correction of an earlier year', () => {
  // Source: see statement-of-changes-in-equity.json, equity-statement-components.
  type Movements = { movements: { what: string; amounts: string[] }[]; opening_as_reported: string[] };
  const { inputs, expected } = caseOf<Movements, { closing: string[]; closing_total: string }>(
    'statement-of-changes-in-equity',
    'equity-statement-components',
  );
  const chart = chartFrom([
    { number: '1010', name: 'Bank' },
    { number: '3000', name: 'Share capital', role: 'share-capital' },
    { number: '3010', name: 'Share premium', role: 'share-capital' },
    { number: '3200', name: 'Retained earnings', role: 'retained-earnings' },
    { number: '3300', name: 'Dividends', role: 'dividends', closesTo: '3200' },
    { number: '4000', name: 'Sales' },
  ]);
  const number = ['3000', '3010', '3200'];
  const entry = (date: string, parts: [string, string][], stage: 'opening' | 'ordinary' = 'ordinary'): MemoryEntry =>
    entryOf(
      chart,
      {
        date,
        explanation: 'x',
        debits: [],
        credits: [
          ...parts.map(([account, amount]) => ({ account, amount })),
          { account: '1010', amount: (-parts.reduce((sum, [, amount]) => sum + Number(amount), 0)).toFixed(2) },
        ],
      },
      stage,
    );
  const parts = (amounts: string[]): [string, string][] =>
    amounts
      .map((amount, index): [string, string] => [number[index] ?? '', amount])
      .filter(([, amount]) => Number(amount) !== 0);
  const [correction, issue] = inputs.movements;
  const ledger = [
    entry('2025-12-31', parts(inputs.opening_as_reported), 'opening'),
    entry('2026-02-01', parts(correction?.amounts ?? [])),
    entry('2026-03-01', parts(issue?.amounts ?? [])),
    entry('2026-04-01', [['4000', '14250.75']]),
    entry('2026-05-01', [['3300', '-6000.00']]),
  ];
  const equity = equityStatement(chart, 'company', {
    base: flowsOf(ledger, undefined, d('2025-12-31')),
    years: [{ lead: [], span: flowsOf(ledger, d('2026-01-01'), d('2026-12-31')) }],
  });
  const amountOf = (key: (typeof EQUITY_ROWS)[number]): Minor => equityRow(equity, key).total;
  expect([
    amountOf('corrections'),
    amountOf('contributions'),
    amountOf('withdrawals'),
    amountOf('net-result'),
  ]).toEqual([cents('-1200'), cents('3500'), cents('-6000'), cents('14250.75')]);
  expect(equityRow(equity, 'closing-equity').amounts).toEqual(expected.closing.map(cents));
  expect(amountOf('closing-equity')).toBe(cents(expected.closing_total));
});

test('a result is divided among partners by share', () => {
  // Source: see partnership.json; here only the equal remainder, without salaries and interest.
  const { inputs } = caseOf<{ partners: string[]; remainder_ratio: number[] }, unknown>(
    'partnership',
    'partnership-division-of-income',
  );
  const chart = chartFrom([
    { number: '1010', name: 'Bank' },
    ...inputs.partners.map((name, index) => ({
      number: `30${index}0`,
      name,
      role: 'owner-capital',
      share: inputs.remainder_ratio[index],
    })),
    { number: '4000', name: 'Fees' },
  ]);
  const closing = closingEntries({
    breakdowns: [],
    chart,
    kind: 'partnership',
    date: d('2026-12-31'),
    balances: [{ account: byNumber(chart, '4000').id, amount: minor(-240001) }],
  });
  expect(closing.ok && closing.value[0]?.lines.map((line) => line.amount)).toEqual([240001, -120001, -120000]);
});

describe('without a closing target', () => {
  const open = (kind: OrganisationKind, ...equity: { number: string; role: string }[]) => {
    const chart = chartFrom([
      ...equity.map((item) => ({ ...item, name: item.role })),
      { number: '4000', name: 'Fees' },
    ]);
    const closing = closingEntries({
      breakdowns: [],
      chart,
      kind,
      date: d('2026-12-31'),
      balances: [{ account: byNumber(chart, '4000').id, amount: minor(-1) }],
    });
    return closing.ok ? 'closed' : closing.problems.map((problem) => problem.code).join();
  };
  test.each<[OrganisationKind, { number: string; role: string }[], string]>([
    ['company', [], 'no-closing-target'],
    [
      'company',
      [
        { number: '3200', role: 'retained-earnings' },
        { number: '3201', role: 'retained-earnings' },
      ],
      'no-closing-target',
    ],
    [
      'partnership',
      [
        { number: '3000', role: 'owner-capital' },
        { number: '3010', role: 'owner-capital' },
      ],
      'no-closing-target',
    ],
    ['co-operative', [{ number: '3200', role: 'reserve' }], 'closed'],
    ['non-profit', [{ number: '3000', role: 'fund' }], 'closed'],
  ])('%s with %p: %s', (kind, equity, outcome) => expect(open(kind, ...equity)).toBe(outcome));
});

describe('any generated balanced ledger', () => {
  const chart = chartFrom([
    { number: '1010', name: 'Bank', role: 'cash' },
    { number: '1500', name: 'Van' },
    { number: '1509', name: 'Van, depreciation', contra: true },
    { number: '2100', name: 'Payables' },
    { number: '3000', name: 'A, capital', role: 'owner-capital', share: 3 },
    { number: '3010', name: 'B, capital', role: 'owner-capital', share: 2 },
    { number: '3100', name: 'A, drawings', role: 'drawings', closesTo: '3000' },
    { number: '3110', name: 'B, drawings', role: 'drawings', closesTo: '3010' },
    { number: '3200', name: 'Paid in this year', role: 'contributions', closesTo: '3010' },
    { number: '3900', name: 'Income summary', role: 'income-summary' },
    { number: '4000', name: 'Sales' },
    { number: '4090', name: 'Returns', contra: true },
    { number: '5000', name: 'Goods', classification: 'cost-of-sales' },
    { number: '6000', name: 'Rent' },
  ]);
  const calendar = { firstDay: d('2024-04-01'), fiscalYearStartMonth: 4, fiscalYearStartDay: 1 };
  const writable = chart.accounts.filter((account) => account.role !== 'income-summary');
  const anyEntry = fc
    .record({
      day: fc.integer({ min: -10, max: 1000 }),
      stage: fc.constantFrom('ordinary', 'ordinary', 'adjusting'),
      parts: fc.array(
        fc.record({ at: fc.nat(writable.length - 1), amount: fc.integer({ min: -99999, max: 99999 }) }),
        { minLength: 1, maxLength: 4 },
      ),
      last: fc.nat(writable.length - 1),
    })
    .map(({ day, stage, parts, last }): MemoryEntry => {
      const date = addDays(calendar.firstDay, day);
      const kind = date < calendar.firstDay ? 'opening' : (stage as 'ordinary' | 'adjusting');
      const all = [...parts, { at: last, amount: -parts.reduce((sum, part) => sum + part.amount, 0) }]
        .map((item) => ({ account: writable[item.at] as (typeof writable)[number], amount: minor(item.amount) }))
        .filter((candidate) => kind !== 'opening' || !isTemporary(candidate.account));
      const out = all.reduce((sum, item) => sum + item.amount, 0);
      const lines = kind === 'opening' ? [...all, { account: byNumber(chart, '1010'), amount: minor(-out) }] : all;
      const movements = proposeMovements(kind, lines);
      return {
        date,
        kind,
        stage: kind,
        explanation: 'x',
        lines: lines.map((line, index) => ({
          account: line.account.id,
          amount: line.amount,
          ...(movements[index] && { movement: movements[index] }),
        })),
      };
    });
  const ledgers = fc.array(anyEntry, { minLength: 1, maxLength: 25 });
  const anyDay = fc.integer({ min: -10, max: 1000 }).map((days) => addDays(calendar.firstDay, days));
  const startOf = (date: CivilDate): CivilDate | undefined =>
    date < calendar.firstDay ? undefined : fiscalYearOf(calendar, date).first;
  const read = (ledger: readonly MemoryEntry[], date: CivilDate) => {
    const start = startOf(date);
    return { earlier: start ? flowsOf(ledger, undefined, dayBefore(start)) : [], year: flowsOf(ledger, start, date) };
  };
  const equityAt = (ledger: readonly MemoryEntry[], date: CivilDate): EquityStatement => {
    const { earlier, year } = read(ledger, date);
    return equityStatement(chart, 'partnership', { base: earlier, years: [{ lead: [], span: year }] });
  };
  const close = (ledger: readonly MemoryEntry[], label: string): MemoryEntry[] => {
    const year = fiscalYearOf(calendar, d(`${label}-03-31`));
    const balances = [...sumByAccount(flowsOf(ledger, undefined, year.last))]
      .filter(([id]) => isTemporary(accountIn(chart, id)))
      .map(([account, amount]) => ({ account, amount }));
    const closing = closingEntries({ chart, kind: 'partnership', breakdowns: [], date: year.last, balances });
    if (!closing.ok) throw new Error('cannot close');
    return [...ledger, ...closing.value.map((entry) => ({ ...entry, stage: 'closing' as const }))];
  };

  test('has equal debits and credits at every stage and date', () => {
    fc.assert(
      fc.property(
        ledgers,
        anyDay,
        fc.constantFrom('unadjusted', 'adjusted', 'post-closing'),
        (ledger, date, stage) => {
          const balance = trialBalance(chart, read(ledger, date), stage);
          expect(balance.totalDebit).toBe(balance.totalCredit);
        },
      ),
      SEED,
    );
  });
  test('meets the accounting equation at every date', () => {
    fc.assert(
      fc.property(ledgers, anyDay, (ledger, date) => {
        const sheet = balanceSheet(chart, 'partnership', flowsOf(ledger, undefined, date), equityAt(ledger, date));
        expect(sheet.totalAssets).toBe(minor(sheet.totalLiabilities + sheet.totalEquity));
      }),
      SEED,
    );
  });
  test('is closed by zeroing exactly the temporary accounts', () => {
    fc.assert(
      fc.property(ledgers, (ledger) => {
        const before = sumByAccount(flowsOf(ledger, undefined, d('2025-03-31')));
        const closed = close(ledger, '2025');
        for (const entry of closed) expect(entry.lines.reduce((sum, line) => sum + line.amount, 0)).toBe(0);
        const after = sumByAccount(flowsOf(closed, undefined, d('2025-03-31')));
        for (const account of chart.accounts) {
          if (isTemporary(account)) expect(after.get(account.id) ?? 0).toBe(0);
          else if (account.element !== 'equity') expect(after.get(account.id) ?? 0).toBe(before.get(account.id) ?? 0);
        }
      }),
      SEED,
    );
  });
  test('has the same balance sheet before and after closing, row by row', () => {
    fc.assert(
      fc.property(ledgers, (ledger) => {
        const date = d('2025-03-31');
        const sheetOf = (entries: readonly MemoryEntry[]) =>
          balanceSheet(chart, 'partnership', flowsOf(entries, undefined, date), equityAt(entries, date)).rows;
        expect(sheetOf(close(ledger, '2025'))).toEqual(sheetOf(ledger));
      }),
      SEED,
    );
  });
  test('opens each span as the day before closed, component by component, once years are closed', () => {
    fc.assert(
      fc.property(
        ledgers,
        anyDay.filter((day) => day > calendar.firstDay),
        (ledger, from) => {
          const closed = close(close(ledger, '2025'), '2026');
          const to = addDays(from, 40);
          const firstStart = startOf(from) as CivilDate;
          const base = flowsOf(closed, undefined, dayBefore(firstStart));
          const years = [
            {
              lead: firstStart < from ? flowsOf(closed, firstStart, dayBefore(from)) : [],
              span: flowsOf(
                closed,
                from,
                to < fiscalYearOf(calendar, from).last ? to : fiscalYearOf(calendar, from).last,
              ),
            },
          ];
          const next = addDays(fiscalYearOf(calendar, from).last, 1);
          if (to >= next) years.push({ lead: [], span: flowsOf(closed, next, to) });
          const span = equityStatement(chart, 'partnership', { base, years });
          const eve = equityAt(closed, dayBefore(from));
          const amounts = (equityStatement: EquityStatement, key: 'opening-equity' | 'closing-equity') =>
            new Map(
              equityStatement.components
                .map((component, index) => [component.key, equityRow(equityStatement, key).amounts[index]])
                .filter(([, amount]) => amount !== 0) as [AccountId, Minor][],
            );
          expect(amounts(span, 'opening-equity')).toEqual(amounts(eve, 'closing-equity'));
          const end = equityAt(closed, to);
          expect(amounts(span, 'closing-equity')).toEqual(amounts(end, 'closing-equity'));
        },
      ),
      SEED,
    );
  });
  test('gets every balance back when all its entries are reversed', () => {
    fc.assert(
      fc.property(ledgers, (ledger) => {
        const reversed = ledger.map((entry): MemoryEntry => ({
          ...entry,
          kind: 'reversing',
          lines: entry.lines.map((line) => ({ ...line, amount: negated(line.amount) })),
        }));
        for (const [, amount] of sumByAccount(flowsOf([...ledger, ...reversed], undefined, d('2030-01-01'))))
          expect(amount).toBe(0);
      }),
      SEED,
    );
  });
});

describe('years that were never closed', () => {
  const chart = chartFrom([
    { number: '1010', name: 'Bank' },
    { number: '3200', name: 'Retained', role: 'retained-earnings' },
    { number: '4000', name: 'Sales' },
  ]);
  const sale = (date: string, amount: string): MemoryEntry =>
    entryOf(
      chart,
      { date, explanation: 'Sale', debits: [{ account: '1010', amount }], credits: [{ account: '4000', amount }] },
      'ordinary',
    );
  const ledger = [sale('2025-06-01', '100.00'), sale('2026-06-01', '7.00')];
  const [earlier, year] = [
    flowsOf(ledger, undefined, d('2025-12-31')),
    flowsOf(ledger, d('2026-01-01'), d('2026-12-31')),
  ];
  test('stand as one figure in the trial balance and as one component in equity', () => {
    const balance = trialBalance(chart, { earlier, year }, 'adjusted');
    expect([balance.earlierResults, balance.totalDebit, balance.totalCredit]).toEqual([-10000, 10700, 10700]);
    const equity = equityStatement(chart, 'company', { base: earlier, years: [{ lead: [], span: year }] });
    expect(equity.components.map((component) => component.label)).toEqual([
      'Retained',
      'Earlier results not yet closed',
    ]);
    expect(equityRow(equity, 'closing-equity').amounts).toEqual([700, 10000]);
  });
  test('show in the ledger as a line that takes the balance away', () => {
    const lines = ledger.flatMap((entry) =>
      entry.lines.slice(1).map((line) => ({ date: entry.date, amount: line.amount })),
    );
    const rows = accountLedger(
      byNumber(chart, '4000'),
      { firstDay: d('2025-01-01'), fiscalYearStartMonth: 1, fiscalYearStartDay: 1 },
      minor(0),
      d('2025-01-01'),
      lines,
      d('2026-12-31'),
    );
    expect(rows.map((row) => [row.type, row.balance])).toEqual([
      ['line', -10000],
      ['year-ended', 0],
      ['line', -700],
    ]);
  });
});
