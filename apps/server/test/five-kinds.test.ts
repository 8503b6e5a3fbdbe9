import type { OrganisationKind } from '@just-ledger/core';
import { followEveryFigure } from './followed-figures.js';
import { RunningServer, type Reply } from './running-server.js';

/**
 * A year of plausible entries in each kind of organisation, on its starter chart, from the first to the closed books.
 * The figures are made up; what each statement must say was worked out by hand beside them.
 */
let server: RunningServer;
beforeAll(async () => {
  server = await RunningServer.shared();
});
afterAll(() => server.stop());

/** Date, explanation, and lines: account, amount with credits negative, fund or contact. */
type Posted = readonly [string, string, ...(readonly [string, number, string?])[]];

interface Year {
  readonly kind: OrganisationKind;
  readonly wishes?: object;
  readonly entries: readonly Posted[];
  readonly netResult: string;
  /** The rows of the equity statement with their totals, and what each component ends with, by account. */
  readonly equityRows: readonly (readonly [string, string])[];
  readonly closing: Readonly<Record<string, string>>;
  readonly words: readonly string[];
  /** Sums of the multi-step income statement. */
  readonly steps: Readonly<Record<string, string>>;
}

const trading = (scale: number): Posted[] => [
  ['2026-02-03', 'Stock bought', ['5000', 400 * scale], ['2100', -400 * scale, 'Low Weir']],
  ['2026-03-10', 'Sold on account', ['1100', 1000 * scale, 'Low Weir'], ['4000', -1000 * scale]],
  ['2026-04-02', 'Returned', ['4090', 50 * scale], ['1100', -50 * scale, 'Low Weir']],
  ['2026-06-30', 'Rent', ['6100', 200 * scale], ['1010', -200 * scale]],
  ['2026-09-15', 'Interest on savings', ['1020', 10 * scale], ['4500', -10 * scale]],
  ['2026-11-30', 'Interest on the loan', ['7000', 30 * scale], ['1010', -30 * scale]],
];

/** Sales 1,000 less returns 50 less cost 400 less rent 200, then 10 received and 30 paid: 330 a scale. */
const tradingSteps = (scale: number): Record<string, string> => ({
  'total-operating-revenue': money(950 * scale),
  'gross-result': money(550 * scale),
  'operating-result': money(350 * scale),
});

const YEARS: readonly Year[] = [
  {
    kind: 'sole-trader',
    entries: [
      ['2026-01-02', 'Begin', ['1010', 500], ['3000', -500]],
      ['2026-05-01', 'Paid in', ['1010', 100], ['3050', -100]],
      ...trading(1),
      ['2026-12-01', 'Drawn', ['3100', 80], ['1010', -80]],
    ],
    netResult: '330.00',
    equityRows: [
      ['At 1 January 2026', '0.00'],
      ['Net income', '330.00'],
      ['Paid in by the owner', '600.00'],
      ['Drawings', '-80.00'],
      ['At 31 December 2026', '850.00'],
    ],
    closing: { '3000': '850.00' },
    words: ['Statement of owner’s equity', 'Owner’s equity', 'Net income', 'Gross profit'],
    steps: tradingSteps(1),
  },
  {
    kind: 'partnership',
    wishes: {
      partners: [
        { name: 'Ash', share: 2 },
        { name: 'Rowan', share: 1 },
      ],
    },
    entries: [
      ['2026-01-02', 'Begin', ['1010', 900], ['3000', -600], ['3010', -300]],
      ...trading(1),
      ['2026-12-01', 'Drawn by Rowan', ['3110', 60], ['1010', -60]],
    ],
    netResult: '330.00',
    equityRows: [
      ['At 1 January 2026', '0.00'],
      ['Net income', '330.00'],
      ['Paid in by partners', '900.00'],
      ['Drawings', '-60.00'],
      ['At 31 December 2026', '1170.00'],
    ],
    // two thirds and one third of 330; Rowan less 60 drawn
    closing: { '3000': '820.00', '3010': '350.00' },
    words: ['Statement of partners’ equity', 'Partners’ equity', 'Ash, capital', 'Rowan, capital'],
    steps: tradingSteps(1),
  },
  {
    kind: 'company',
    wishes: { shareClasses: ['Ordinary shares', 'Preference shares'] },
    entries: [
      ['2026-01-02', 'Shares issued', ['1010', 3000], ['3000', -2000], ['3010', -500], ['3100', -500]],
      ...trading(2),
      ['2026-10-01', 'Shares bought back', ['3150', 150], ['1010', -150]],
      ['2026-11-01', 'Dividend', ['3300', 40], ['2350', -40]],
      ['2026-12-31', 'Income tax', ['7500', 160], ['2250', -160]],
    ],
    netResult: '500.00',
    equityRows: [
      ['At 1 January 2026', '0.00'],
      ['Net income', '500.00'],
      ['Shares issued', '3000.00'],
      ['Dividends and shares bought back', '-190.00'],
      ['At 31 December 2026', '3310.00'],
    ],
    closing: { '3000': '2000.00', '3010': '500.00', '3100': '500.00', '3150': '-150.00', '3200': '460.00' },
    words: ['Statement of changes in equity', 'Shareholders’ equity', 'Net income before tax', 'Preference shares'],
    steps: { ...tradingSteps(2), 'result-before-tax': '660.00' },
  },
  {
    kind: 'non-profit',
    wishes: {
      funds: [
        { name: 'General fund', restriction: 'none' },
        { name: 'Press house roof', restriction: 'purpose' },
        { name: 'Orchard endowment', restriction: 'endowment' },
      ],
    },
    entries: [
      ['2026-01-02', 'Gifts', ['1010', 700], ['4000', -700, 'General fund']],
      ['2026-02-02', 'For the roof', ['1010', 500], ['4200', -500, 'Press house roof']],
      ['2026-03-01', 'Given for ever', ['1020', 1000], ['4050', -1000, 'Orchard endowment']],
      ['2026-04-01', 'To be passed on to the ferry', ['1010', 90], ['2500', -90]],
      ['2026-05-01', 'Slates', ['5000', 300, 'Press house roof'], ['1010', -300]],
      ['2026-06-01', 'Rent', ['6100', 120, 'General fund'], ['1010', -120]],
      ['2026-07-01', 'Release for the office’s share of the roof', ['3100', 50], ['3000', -50]],
      ['2026-12-31', 'Interest', ['1020', 20], ['4500', -20, 'Orchard endowment']],
    ],
    netResult: '1800.00',
    equityRows: [
      ['At 1 January 2026', '0.00'],
      ['Net surplus', '1800.00'],
      ['Transfers within equity', '0.00'],
      ['At 31 December 2026', '1800.00'],
    ],
    // 700 − 120 + 50; 500 − 300 − 50; 1,000 + 20
    closing: { '3000': '630.00', '3100': '150.00', '3300': '1020.00' },
    words: ['Statement of changes in funds', 'Funds', 'Net surplus', 'Press house roof'],
    steps: { 'operating-result': '1780.00' },
  },
  {
    kind: 'co-operative',
    entries: [
      ['2026-01-02', 'Members’ shares', ['1010', 800], ['3000', -800]],
      ...trading(1),
      ['2026-08-01', 'A member leaves', ['3000', 50], ['2360', -50]],
      ['2026-12-01', 'Dividend to members', ['3300', 33], ['2350', -33]],
    ],
    netResult: '330.00',
    equityRows: [
      ['At 1 January 2026', '0.00'],
      ['Net surplus', '330.00'],
      ['Shares paid in', '800.00'],
      ['Dividends and shares repaid', '-83.00'],
      ['At 31 December 2026', '1047.00'],
    ],
    closing: { '3000': '750.00', '3200': '297.00' },
    words: ['Statement of changes in members’ funds', 'Members’ funds', 'Net surplus', 'Operating surplus'],
    steps: tradingSteps(1),
  },
];

const SPANS = [
  { from: '2026-01-01', to: '2026-12-31' },
  { from: '2026-03-05', to: '2026-09-20' },
] as const;

describe.each(YEARS)('a year of a $kind', (year) => {
  let path: string;
  const report = async (name: string): Promise<Reply['body']> =>
    (await server.request('GET', `${path}/reports/${name}`)).body;
  const statements = async (): Promise<Reply['body'][]> => [
    await report('income-statement?from=2026-01-01&to=2026-12-31'),
    await report('income-statement?from=2026-01-01&to=2026-12-31&form=multi-step'),
    await report('equity-statement?from=2026-01-01&to=2026-12-31'),
    await report('balance-sheet?asAt=2026-12-31'),
  ];

  beforeAll(async () => {
    path = await server.organisation({ kind: year.kind, ...year.wishes });
    await server.request('POST', `${path}/contacts`, { name: 'Low Weir', roles: ['customer', 'supplier'] });
    for (const [date, explanation, ...lines] of year.entries) {
      const { status, body } = await server.request('POST', `${path}/entries`, {
        date,
        explanation,
        lines: lines.map(([account, amount, what]) => ({
          account,
          [amount > 0 ? 'debit' : 'credit']: money(Math.abs(amount)),
          ...(what && (what === 'Low Weir' ? { contact: what } : { breakdowns: { Fund: what } })),
        })),
      });
      expect([status, body.problems]).toEqual([201, undefined]);
    }
  });

  test('gives the right statements before closing', async () => {
    const [single, multi, equity, sheet] = await statements();
    expect(single.totals.netResult).toBe(year.netResult);
    expect(multi.totals.netResult).toBe(year.netResult);
    const sums = Object.fromEntries(multi.rows.map((row: { key: string; amount: string }) => [row.key, row.amount]));
    expect(sums).toMatchObject(year.steps);
    expect(equity.rows.map((row: { label: string; total: string }) => [row.label, row.total])).toEqual(
      year.equityRows,
    );
    const last = equity.rows.at(-1) as { amounts: string[] };
    const components = equity.components as { account: string }[];
    expect(
      Object.fromEntries(components.map((component, index) => [component.account, last.amounts[index]])),
    ).toEqual(year.closing);
    expect(sheet.totals.totalEquity).toBe(year.equityRows.at(-1)?.[1]);
    const { totalAssets, totalLiabilities, totalEquity } = sheet.totals;
    expect(Number(totalAssets) - Number(totalLiabilities)).toBeCloseTo(Number(totalEquity), 9);
    const said = JSON.stringify([single, multi, equity, sheet]);
    for (const word of year.words) expect(said).toContain(word);
  });

  test.each(SPANS)('every figure of $from to $to is followed to its lines', async (days) => {
    const followed = await followEveryFigure(server, path, days);
    expect(followed.faults).toEqual([]);
    expect(followed.figures).toBeGreaterThan(20);
    expect(followed.steps).toBeLessThanOrEqual(3);
  });

  test('says the same after closing, leaves nothing on temporary accounts, and proves', async () => {
    const before = await statements();
    const closed = await server.request('POST', `${path}/fiscal-years/2026/closing`, {});
    expect([closed.status, closed.body.problems]).toEqual([201, undefined]);
    expect(await statements()).toEqual(before);
    const { rows } = await report('trial-balance?asAt=2026-12-31&stage=post-closing');
    const left = Object.fromEntries(
      (rows as { account: string; debit: string | null; credit: string }[])
        .filter((row) => /^[3-9]/.test(row.account))
        .map((row) => [row.account, row.credit || `-${row.debit}`]),
    );
    expect(left).toEqual(year.closing);
    const { proofs } = (await server.request('GET', `${path}/proofs?asAt=2026-12-31`)).body;
    expect(proofs.filter((proof: { holds: boolean }) => !proof.holds)).toEqual([]);
  });

  test.each([...SPANS, { from: '2027-01-01', to: '2027-01-18' }])(
    'every figure of $from to $to is followed to its lines after closing',
    async (days) => expect((await followEveryFigure(server, path, days)).faults).toEqual([]),
  );

  test('as known before it was closed, reads as it did then', async () => {
    const equity = await report('equity-statement?from=2026-01-01&to=2026-06-15&asKnownOn=2027-01-19');
    expect(equity.rows.at(-1).label).toBe('At 15 June 2026');
    const sheet = await report('balance-sheet?asAt=2026-06-15');
    expect(sheet.totals.totalEquity).toBe(equity.rows.at(-1).total);
  });
});

function money(amount: number): string {
  return amount.toFixed(2);
}
