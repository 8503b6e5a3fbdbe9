import {
  FUND_RESTRICTIONS,
  ORGANISATION_KINDS,
  chartRows,
  closingEntries,
  fundAccountOf,
  isTemporary,
  minor,
  parseCivilDate,
  resultTargets,
  starterChart,
  type Breakdown,
  type Chart,
  type OrganisationKind,
  type StarterChart,
  type StarterWishes,
} from '../src/index.js';
import { byNumber, chartFrom } from './ledger.js';

const chartOfStarter = (starter: StarterChart): Chart =>
  chartFrom(starter.accounts.map((account) => ({ ...account, breakdowns: undefined })));

/** The breakdowns of a starter as books would hold them. */
function breakdownsOf(starter: StarterChart, chart: Chart): Breakdown[] {
  return starter.breakdowns.map(({ name, values }, index) => {
    const ids = new Map(values.map((value, index) => [value.name, index + 1]));
    return {
      id: index + 1,
      name,
      selfBalancing: false,
      values: values.map((value, index) => ({
        id: index + 1,
        name: value.name,
        active: true,
        ...(value.parent && { parent: ids.get(value.parent) as number }),
        ...(value.account && { account: byNumber(chart, value.account).id }),
      })),
    };
  });
}

const WISHES: readonly (readonly [string, OrganisationKind, StarterWishes])[] = [
  ...ORGANISATION_KINDS.map((kind) => [`a usual ${kind}`, kind, {}] as const),
  [
    'three partners of unequal shares',
    'partnership',
    {
      partners: [
        { name: 'Ash', share: 3 },
        { name: 'Rowan', share: 2 },
        { name: 'Elm', share: 1 },
      ],
    },
  ],
  [
    'forty partners',
    'partnership',
    { partners: Array.from({ length: 40 }, (_, index) => ({ name: `Partner ${index + 1}`, share: 1 })) },
  ],
  ['two classes of shares', 'company', { shareClasses: ['Ordinary shares', 'Preference shares'] }],
  [
    'many funds',
    'non-profit',
    {
      funds: [
        { name: 'General', restriction: 'none' },
        ...Array.from({ length: 14 }, (_, index) => ({
          name: `Appeal ${index + 1}`,
          restriction: 'purpose' as const,
        })),
        { name: 'Orchard endowment', restriction: 'endowment' },
      ],
    },
  ],
];

describe.each(WISHES)('the starter chart of %s', (_, kind, wishes) => {
  const starter = starterChart(kind, wishes);
  const chart = chartOfStarter(starter);
  const breakdowns = breakdownsOf(starter, chart);
  test('has every part of the three statements, each number and name once', () => {
    expect(new Set(chart.accounts.map((account) => account.element)).size).toBe(5);
    expect(new Set(chart.accounts.map((account) => account.number)).size).toBe(starter.accounts.length);
    expect(new Set(chart.accounts.map((account) => account.name)).size).toBe(starter.accounts.length);
    expect(chart.accounts.flatMap((account) => account.control ?? [])).toEqual(['receivables', 'payables']);
    for (const part of ['current-assets', 'non-current-assets', 'current-liabilities', 'revenue'] as const) {
      expect(chart.accounts.some((account) => account.classification === part)).toBe(true);
    }
  });
  test('can be closed at once, with every line in a fund where there are funds: all temporary accounts go to zero', () => {
    const values = breakdowns[0]?.values.filter((value) => value.account !== undefined) ?? [];
    const combinations = values.length > 0 ? values.map((value) => ({ '1': value.id })) : [undefined];
    const balances = chart.accounts.filter(isTemporary).flatMap((account, index) =>
      combinations.map((within, item) => ({
        account: account.id,
        amount: minor(account.element === 'revenue' ? -1000 - index * (item + 1) : 100 + index + item),
        breakdowns: within,
      })),
    );
    const date = parseCivilDate('2026-12-31');
    const closed = closingEntries({ chart, kind, breakdowns, date, balances });
    expect(closed.ok ? [] : closed.problems).toEqual([]);
    const lines = closed.ok ? closed.value.flatMap((entry) => entry.lines) : [];
    for (const entry of closed.ok ? closed.value : []) {
      expect(entry.lines.reduce((sum, line) => sum + line.amount, 0)).toBe(0);
    }
    for (const balance of balances) {
      const key = JSON.stringify(balance.breakdowns);
      const moved = lines.filter(
        (line) => line.account === balance.account && JSON.stringify(line.breakdowns) === key,
      );
      expect(moved.reduce<number>((sum, line) => sum + line.amount, balance.amount)).toBe(0);
    }
    // each fund’s result goes to its own account and to no other
    for (const line of lines.filter(
      (line) => line.breakdowns && !isTemporary(chart.byId.get(line.account) as never),
    )) {
      expect(line.account).toBe(fundAccountOf(breakdowns, line.breakdowns));
    }
  });
  test('closes in single entries without income summary too', () => {
    const balances = [{ account: byNumber(chart, '4000').id, amount: minor(-500), breakdowns: valueOf(breakdowns) }];
    const date = parseCivilDate('2026-12-31');
    expect(closingEntries({ chart, kind, breakdowns, date, balances }, 'direct')).toMatchObject({ ok: true });
  });
});

const valueOf = (breakdowns: readonly Breakdown[]): Record<string, number> | undefined => {
  const value = breakdowns[0]?.values.find((value) => value.account !== undefined);
  return value && { '1': value.id };
};

test('partners have capital and drawings each, their shares, and drawings that close into their own capital', () => {
  const starter = starterChart('partnership', {
    partners: [
      { name: 'Ash', share: 3 },
      { name: 'Rowan', share: 2 },
    ],
  });
  const chart = chartOfStarter(starter);
  expect(
    chart.accounts.filter((account) => account.element === 'equity').map((account) => [account.number, account.name]),
  ).toEqual([
    ['3000', 'Ash, capital'],
    ['3010', 'Rowan, capital'],
    ['3100', 'Ash, drawings'],
    ['3110', 'Rowan, drawings'],
    ['3900', 'Income summary'],
  ]);
  const targets = resultTargets(chart, 'partnership');
  expect(targets.ok && targets.value.map((resultTarget) => resultTarget.share)).toEqual([3, 2]);
  expect(byNumber(chart, '3110').closesTo).toBe(byNumber(chart, '3010').id);
});

test('a company has its classes of shares, premium, treasury shares, retained earnings and dividends', () => {
  const chart = chartOfStarter(starterChart('company', { shareClasses: ['A shares', 'B shares'] }));
  const equity = chart.accounts.filter((account) => account.element === 'equity');
  expect(equity.map((account) => [account.number, account.role, account.contra])).toEqual([
    ['3000', 'share-capital', false],
    ['3010', 'share-capital', false],
    ['3100', 'share-capital', false],
    ['3150', 'treasury-shares', true],
    ['3200', 'retained-earnings', false],
    ['3300', 'dividends', true],
    ['3900', 'income-summary', false],
  ]);
});

test('a non-profit’s funds stand in a breakdown under their restriction, the general fund being usual', () => {
  const { breakdowns, accounts } = starterChart('non-profit');
  expect(breakdowns).toEqual([
    {
      name: 'Fund',
      usualValue: 'General fund',
      values: [
        { name: 'Without restriction' },
        { name: 'General fund', account: '3000', parent: 'Without restriction' },
        { name: 'Restricted to a purpose' },
        { name: 'Fund for a purpose', account: '3100', parent: 'Restricted to a purpose' },
        { name: 'Restricted to a time' },
        { name: 'Fund for a time', account: '3200', parent: 'Restricted to a time' },
        { name: 'Endowment', account: '3300' },
      ],
    },
  ]);
  const needing = accounts.filter((account) => account.breakdowns?.includes('Fund'));
  expect(needing.every((proposedAccount) => /^[4-9]/.test(proposedAccount.number)) && needing.length > 10).toBe(true);
  expect(accounts.find((account) => account.name.startsWith('Held for others'))).toMatchObject({
    classification: 'current-liabilities',
  });
  expect(Object.keys(FUND_RESTRICTIONS)).toHaveLength(4);
});

test('amounts that name no fund cannot be closed while several funds could take them', () => {
  const starter = starterChart('non-profit');
  const chart = chartOfStarter(starter);
  const closed = closingEntries({
    chart,
    kind: 'non-profit',
    breakdowns: breakdownsOf(starter, chart),
    date: parseCivilDate('2026-12-31'),
    balances: [{ account: byNumber(chart, '4000').id, amount: minor(-100) }],
  });
  expect(closed).toMatchObject({ ok: false, problems: [{ code: 'no-closing-target' }] });
  expect(chartRows(chart, { breakdowns: new Map(), taxCodes: new Map() }).length).toBe(chart.accounts.length);
});

test('more than ninety of a kind are refused: the numbers would run out', () =>
  expect(() =>
    starterChart('company', { shareClasses: Array.from({ length: 91 }, (_, index) => `Class ${index}`) }),
  ).toThrow(RangeError));

test.each<[string, readonly { name: string; restriction: 'none' | 'purpose' | 'time' | 'endowment' }[], string[]]>([
  [
    'its own group',
    [
      { name: 'General', restriction: 'none' },
      { name: 'endowment', restriction: 'endowment' },
      { name: 'Ferry Lane', restriction: 'endowment' },
    ],
    ['Without restriction', 'General', 'endowment', 'Ferry Lane'],
  ],
  [
    'the group of others',
    [
      { name: 'Endowment', restriction: 'purpose' },
      { name: 'Ferry Lane', restriction: 'endowment' },
    ],
    ['Restricted to a purpose', 'Endowment', 'Ferry Lane'],
  ],
])('a fund may be called like %s: each name stands once', (_, funds, names) => {
  const [breakdown] = starterChart('non-profit', { funds }).breakdowns;
  expect(breakdown?.values.map((value) => value.name)).toEqual(names);
  expect(breakdown?.values.filter((value) => value.account)).toHaveLength(funds.length);
});
