import type { ArrangedItemResponse, ArrangementResponse } from '@just-ledger/contract';
import type { Classification } from '@just-ledger/core';
import {
  allUsual,
  type ArrangedKey,
  type Arranging,
  arrangingOf,
  drawnTogether,
  grouped,
  moved,
  renamed,
  requestOf,
  ungrouped,
  worded,
} from '../src/features/statements/arrangement-edits.js';
import { outlineOf } from '../src/features/statements/arrangement-outline.js';

const account = (number: string, contra = false): ArrangedItemResponse => ({
  account: { number, name: `Account ${number}`, contra },
});
const kept: ArrangementResponse = {
  version: 3,
  order: ['current-assets', 'non-current-assets', 'current-liabilities'],
  parts: [
    {
      classification: 'current-assets',
      isArranged: false,
      items: ['1010', '1020', '1100'].map((number) => account(number)),
      usual: ['1010', '1020', '1100'],
    },
    {
      classification: 'non-current-assets',
      isArranged: false,
      items: [account('1500'), account('1509', true), account('1600')],
      usual: ['1500', '1509', '1600'],
    },
    { classification: 'current-liabilities', isArranged: false, items: [account('2100')], usual: ['2100'] },
  ],
  terms: [
    { key: 'balance-sheet', usual: 'Balance sheet', usualLoss: null, word: null, lossWord: null },
    { key: 'current-assets', usual: 'Current assets', usualLoss: null, word: 'Liquid', lossWord: null },
    { key: 'non-current-assets', usual: 'Non-current assets', usualLoss: null, word: null, lossWord: null },
    { key: 'current-liabilities', usual: 'Current liabilities', usualLoss: null, word: null, lossWord: null },
    { key: 'net-result', usual: 'Net income', usualLoss: 'Net loss', word: null, lossWord: null },
    { key: 'gross-result', usual: 'Gross profit', usualLoss: 'Gross loss', word: null, lossWord: null },
  ],
};
const start = arrangingOf(kept);

/** What a part lists, each group as its name and its accounts. */
function listed({ parts }: Arranging, part: Classification): string[] {
  const items = parts.find(({ classification }) => classification === part)?.items ?? [];
  return items.map((item) =>
    'group' in item
      ? `${item.group.name}${item.group.isTogether ? '!' : ''}: ${item.group.accounts.map(({ number }) => number).join(' ')}`
      : item.account.number,
  );
}
const bank: ArrangedKey[] = ['account 1010', 'account 1020'];

describe('moving', () => {
  test.each<[string, ArrangedKey, 1 | -1, string[]]>([
    ['an account down', 'account 1010', 1, ['1020', '1010', '1100']],
    ['an account up', 'account 1100', -1, ['1010', '1100', '1020']],
    ['the first up: nowhere', 'account 1010', -1, ['1010', '1020', '1100']],
    ['the last down: nowhere', 'account 1100', 1, ['1010', '1020', '1100']],
  ])('%s', (_, key, step, numbers) => {
    expect(listed(moved(start, key, step), 'current-assets')).toEqual(numbers);
  });

  test('takes contra accounts along, or a contra account by itself', () => {
    expect(listed(moved(start, 'account 1500', 1), 'non-current-assets')).toEqual(['1600', '1500', '1509']);
    expect(listed(moved(start, 'account 1600', -1), 'non-current-assets')).toEqual(['1600', '1500', '1509']);
    expect(listed(moved(start, 'account 1509', 1), 'non-current-assets')).toEqual(['1500', '1600', '1509']);
  });

  test('leaves a name at its end, and passes it from outside', () => {
    const within = grouped(start, bank, 'Money');
    expect(listed(within, 'current-assets')).toEqual(['Money: 1010 1020', '1100']);
    expect(listed(moved(within, 'account 1010', 1), 'current-assets')).toEqual(['Money: 1020 1010', '1100']);
    expect(listed(moved(within, 'account 1020', 1), 'current-assets')).toEqual(['Money: 1010', '1020', '1100']);
    expect(listed(moved(within, 'account 1010', -1), 'current-assets')).toEqual(['1010', 'Money: 1020', '1100']);
    expect(listed(moved(within, 'account 1100', -1), 'current-assets')).toEqual(['1100', 'Money: 1010 1020']);
    expect(listed(moved(within, 'group -1', 1), 'current-assets')).toEqual(['1100', 'Money: 1010 1020']);
  });

  test('swaps parts of one element, and no others', () => {
    const swapped = moved(start, 'part non-current-assets', -1);
    expect(swapped.order).toEqual(['non-current-assets', 'current-assets', 'current-liabilities']);
    expect(moved(swapped, 'part current-assets', 1).order).toEqual(swapped.order);
    expect(moved(start, 'part current-liabilities', -1).order).toEqual(start.order);
    expect(outlineOf(swapped, kept).flatMap((row) => (row.type === 'term' ? [row.term] : []))).toEqual([
      'balance-sheet',
      'non-current-assets',
      'current-assets',
      'current-liabilities',
      'net-result',
    ]);
  });
});

describe('names over accounts', () => {
  test('take contra accounts along, and join a name that is there', () => {
    const arranging = grouped(start, ['account 1500'], 'Machines');
    expect(listed(arranging, 'non-current-assets')).toEqual(['Machines: 1500 1509', '1600']);
    expect(listed(grouped(arranging, ['account 1600'], ' machines '), 'non-current-assets')).toEqual([
      'Machines: 1500 1509 1600',
    ]);
    expect(listed(grouped(arranging, ['group -1', 'account 1600'], 'All'), 'non-current-assets')).toEqual([
      'All: 1500 1509 1600',
    ]);
  });

  test('are drawn as one figure, called otherwise, taken away again', () => {
    const arranging = renamed(drawnTogether(grouped(start, bank, 'Money'), 'group -1'), 'group -1', 'Cash');
    expect(listed(arranging, 'current-assets')).toEqual(['Cash!: 1010 1020', '1100']);
    expect(listed(ungrouped(arranging, ['account 1010']), 'current-assets')).toEqual(['Cash!: 1020', '1010', '1100']);
    expect(listed(ungrouped(arranging, ['group -1']), 'current-assets')).toEqual(['1010', '1020', '1100']);
    expect(listed(grouped(arranging, bank, '  '), 'current-assets')).toEqual(['Cash!: 1010 1020', '1100']);
  });
});

test('words are kept while they are not the usual ones', () => {
  expect(start.words).toEqual({ 'current-assets': 'Liquid' });
  const arranging = worded(
    worded(start, 'net-result', 'Surplus', 'Net income'),
    'net-result:loss',
    'Net loss',
    'Net loss',
  );
  expect(arranging.words).toEqual({ 'current-assets': 'Liquid', 'net-result': 'Surplus' });
  expect(worded(arranging, 'current-assets', ' ', 'Current assets').words).toEqual({ 'net-result': 'Surplus' });
});

test('only what was arranged is sent, and nothing of what is as usual', () => {
  const arranging = grouped(moved(start, 'part non-current-assets', -1), bank, 'Money');
  expect(requestOf(arranging, kept)).toEqual({
    version: 3,
    order: ['non-current-assets', 'current-assets', 'current-liabilities'],
    parts: [
      {
        classification: 'current-assets',
        items: [{ group: { name: 'Money', isTogether: false, accounts: ['1010', '1020'] } }, { account: '1100' }],
      },
    ],
    words: [{ key: 'current-assets', word: 'Liquid' }],
  });
  expect(requestOf(allUsual(arranging), kept)).toEqual({ version: 3, order: [], parts: [], words: [] });
});
