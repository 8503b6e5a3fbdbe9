import fc from 'fast-check';
import {
  closingTargetOf,
  isClosedIntoEquity,
  minor,
  resultTargets,
  shareResult,
  type OrganisationKind,
  type ProposedAccount,
} from '../src/index.js';
import { byNumber, chartFrom } from './ledger.js';

const equity = (number: string, name: string, rest: Partial<ProposedAccount> = {}): ProposedAccount => ({
  number,
  name,
  element: 'equity',
  ...rest,
});
const PARTNERS = [
  equity('3010', 'Capital, Ash', { role: 'owner-capital', share: 3 }),
  equity('3020', 'Capital, Birch', { role: 'owner-capital', share: 2 }),
];

describe('which accounts take the result', () => {
  test.each<[string, OrganisationKind, ProposedAccount[], string[]]>([
    ['the owner’s capital', 'sole-trader', [equity('3000', 'Capital', { role: 'owner-capital' })], ['3000']],
    ['the partners’, by share', 'partnership', PARTNERS, ['3010', '3020']],
    ['retained earnings', 'company', [equity('3200', 'Retained earnings', { role: 'retained-earnings' })], ['3200']],
    ['the only fund', 'non-profit', [equity('3100', 'General fund', { role: 'fund' })], ['3100']],
    ['a reserve', 'co-operative', [equity('3300', 'General reserve', { role: 'reserve' })], ['3300']],
    [
      'retained earnings before a reserve',
      'co-operative',
      [
        equity('3200', 'Retained surplus', { role: 'retained-earnings' }),
        equity('3300', 'General reserve', { role: 'reserve' }),
      ],
      ['3200'],
    ],
    [
      'not one that is retired',
      'company',
      [
        equity('3190', 'Old earnings', { role: 'retained-earnings', active: false }),
        equity('3200', 'Retained earnings', { role: 'retained-earnings' }),
      ],
      ['3200'],
    ],
  ])('%s', (_, kind, accounts, numbers) => {
    const targets = resultTargets(chartFrom(accounts), kind);
    expect(targets.ok && targets.value.map(({ account }) => account.number)).toEqual(numbers);
  });
  test.each<[string, OrganisationKind, ProposedAccount[], RegExp]>([
    ['none at all', 'company', [equity('3000', 'Shares')], /give one the role retained-earnings/],
    [
      'two of a company',
      'company',
      [
        equity('3200', 'Earnings', { role: 'retained-earnings' }),
        equity('3210', 'More', { role: 'retained-earnings' }),
      ],
      /3200 Earnings, 3210 More\. Leave the role to one/,
    ],
    [
      'partners without shares',
      'partnership',
      PARTNERS.map(({ share: _, ...account }) => account),
      /Give each a share/,
    ],
    [
      'two funds, and lines that name none',
      'non-profit',
      [equity('3100', 'General', { role: 'fund' }), equity('3110', 'Roof', { role: 'fund' })],
      /Give those lines their fund/,
    ],
  ])('is refused with the accounts it could be: %s', (_, kind, accounts, message) => {
    const targets = resultTargets(chartFrom(accounts), kind);
    expect(targets).toMatchObject({
      ok: false,
      problems: [{ code: 'no-closing-target', message: expect.stringMatching(message) }],
    });
  });
});

describe('drawings and dividends', () => {
  test('are closed into the account they name, or the only one there is', () => {
    const chart = chartFrom([
      ...PARTNERS,
      equity('3015', 'Drawings, Ash', { role: 'drawings', closesTo: '3010' }),
      equity('3025', 'Drawings, Birch', { role: 'drawings', closesTo: '3020' }),
    ]);
    const targets = resultTargets(chart, 'partnership');
    for (const [from, to] of [
      ['3015', '3010'],
      ['3025', '3020'],
    ] as const) {
      const account = byNumber(chart, from);
      expect(isClosedIntoEquity(account)).toBe(true);
      expect(closingTargetOf(account, chart, targets)?.number).toBe(to);
    }
    expect(isClosedIntoEquity(byNumber(chart, '3010'))).toBe(false);
    expect(closingTargetOf(byNumber(chart, '3010'), chart, targets)).toBeUndefined();
    const alone = chartFrom([PARTNERS[0] as ProposedAccount, equity('3015', 'Drawings', { role: 'drawings' })]);
    expect(closingTargetOf(byNumber(alone, '3015'), alone, resultTargets(alone, 'partnership'))?.number).toBe('3010');
  });
});

test('a result shared out adds up to the cent, a loss like a profit', () => {
  const targets = resultTargets(chartFrom(PARTNERS), 'partnership');
  if (!targets.ok) throw new Error('no targets');
  const shares = targets.value.map(({ account, share }) => ({ account: account.id, share }));
  // 100.01 at 3 : 2 is 60.006 and 40.004.
  expect([...shareResult(minor(10_001), shares).values()]).toEqual([6_001, 4_000]);
  fc.assert(
    fc.property(fc.integer({ min: -1e12, max: 1e12 }), (result) => {
      const parts = [...shareResult(minor(result), shares).values()];
      expect(parts.reduce((sum, part) => sum + BigInt(part), 0n)).toBe(BigInt(result));
    }),
  );
});
