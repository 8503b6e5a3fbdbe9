import fc from 'fast-check';
import { ELEMENTS, PROOFS, minor, proofEffects, proofOf, type Element } from '../src/index.js';

const lines = (...amounts: [Element, number][]) =>
  amounts.map(([element, amount]) => ({ element, amount: minor(amount) }));
const effects = (...amounts: [Element, number][]): string[] =>
  proofEffects(lines(...amounts)).map(({ key, left, right }) => `${key} ${left} ${right}`);

describe('what an entry would do to the proofs', () => {
  test.each<[string, [Element, number][], string[]]>([
    [
      'a sale for cash',
      [
        ['asset', 500],
        ['revenue', -500],
      ],
      ['debits-credits 500 500', 'result-equity 500 500', 'equity-balance-sheet 500 500'],
    ],
    [
      'a bill for rent',
      [
        ['expense', 300],
        ['liability', -300],
      ],
      ['debits-credits 300 300', 'result-equity -300 -300', 'equity-balance-sheet -300 -300'],
    ],
    [
      'shares paid in',
      [
        ['asset', 100],
        ['equity', -100],
      ],
      ['debits-credits 100 100', 'equity-balance-sheet 100 100'],
    ],
    [
      'cash taken to the bank',
      [
        ['asset', 50],
        ['asset', -50],
      ],
      ['debits-credits 50 50'],
    ],
    [
      'an expense shown elsewhere',
      [
        ['expense', 20],
        ['expense', -20],
      ],
      ['debits-credits 20 20'],
    ],
    [
      'one side only',
      [['asset', 500]],
      ['debits-credits 500 0', 'result-equity 0 500', 'equity-balance-sheet 0 500', 'cash-flow -500 0'],
    ],
    ['nothing', [], []],
  ])('%s', (_, amounts, expected) => expect(effects(...amounts)).toEqual(expected));
  test('both figures move alike exactly when the entry is in balance', () => {
    const line = fc.tuple(fc.constantFrom(...ELEMENTS), fc.integer({ min: -9_999, max: 9_999 }));
    fc.assert(
      fc.property(fc.array(line, { maxLength: 8 }), fc.boolean(), (drawn, balanced) => {
        const sum = drawn.reduce((all, [, amount]) => all + amount, 0);
        const drawnLines = lines(...drawn, ...(balanced ? [['asset', -sum] as [Element, number]] : []));
        const inBalance = drawnLines.reduce((all, item) => all + item.amount, 0) === 0;
        expect(proofEffects(drawnLines).every(({ left, right }) => left === right)).toBe(inBalance);
      }),
    );
  });
});

test('cash and what moved it move alike', () => {
  const cash = { element: 'asset', amount: minor(500), isCash: true } as const;
  const sale = { element: 'revenue', amount: minor(-500) } as const;
  expect(proofEffects([cash, sale])).toContainEqual({ key: 'cash-flow', left: 500, right: 500 });
  expect(proofEffects([cash])).toContainEqual({ key: 'cash-flow', left: 0, right: 500 });
});

describe('a proof', () => {
  const figures = { leftLabel: 'Debits', rightLabel: 'Credits', left: minor(500), right: minor(500) };
  test('holds when its figures agree', () =>
    expect(proofOf('debits-credits', figures)).toMatchObject({ holds: true, difference: 0, unit: 'amount' }));
  test('says by how much it does not', () =>
    expect(proofOf('debits-credits', { ...figures, right: minor(501) })).toMatchObject({
      holds: false,
      difference: -1,
      label: PROOFS['debits-credits'],
    }));
  test('may count lines or entries instead of money', () =>
    expect(proofOf('seals', { ...figures, unit: 'entries', remark: 'Read to the end.' })).toMatchObject({
      unit: 'entries',
      remark: 'Read to the end.',
    }));
});

test('a line on an asset moves the register by what it names of it', () => {
  const part = (amount: number, named: number, proof: 'assets-cost' | 'assets-written-off') =>
    ({ element: 'asset', amount: minor(amount), detail: { proof, named: minor(named) } }) as const;
  expect(proofEffects([part(500, 500, 'assets-cost')])).toContainEqual({ key: 'assets-cost', left: 500, right: 500 });
  expect(proofEffects([part(500, 200, 'assets-cost')])).toContainEqual({ key: 'assets-cost', left: 200, right: 500 });
  expect(proofEffects([part(-80, 0, 'assets-written-off')])).toContainEqual({
    key: 'assets-written-off',
    left: 0,
    right: 80,
  });
});

test('a line on a control account moves detail and control alike', () => {
  const bill = [
    { element: 'expense', amount: minor(300) },
    { element: 'liability', amount: minor(-300), control: 'payables' },
  ] as const;
  expect(proofEffects(bill)).toContainEqual({ key: 'payables-control', left: -300, right: -300 });
  expect(proofEffects(bill).some(({ key }) => key === 'receivables-control')).toBe(false);
});
