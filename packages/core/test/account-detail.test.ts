import fc from 'fast-check';
import { accountDetail, minor, parseCivilDate as d, type LaterLine } from '../src/index.js';
import { id, read, rows } from './trays.js';

const facts = read({
  'asset-classes': rows({ name: 'Tools', cost: '1500', accumulated: '1509', method: 'none' }),
  assets: rows(
    { name: 'Press', class: 'Tools', acquired: '2024-01-01', cost: '900', accumulated: '300' },
    { name: 'Ladder', class: 'Tools', acquired: '2024-01-01', cost: '60' },
  ),
}).assets.facts;
const later = (account: string, amount: number, document?: string): LaterLine => ({
  account: id(account),
  amount: minor(amount),
  document,
  date: d('2026-02-01'),
  entry: '2026-0007',
});
const written = (lines: readonly LaterLine[]): string[] =>
  accountDetail(facts, lines).items.map(({ account, name, amount }) => `${account} ${name} ${amount}`);

test('begins with what was taken on, account by account', () => {
  expect(written([])).toEqual([
    `${id('1500')} Press 90000`,
    `${id('1509')} Press -30000`,
    `${id('1500')} Ladder 6000`,
  ]);
});

test('later lines belong to what they name, whatever its capitals; a new name is a new item', () => {
  const lines = [later('1509', -4_000, 'PRESS '), later('1500', -6_000, 'ladder'), later('1500', 700, 'Vice')];
  expect(written(lines)).toEqual([
    `${id('1500')} Press 90000`,
    `${id('1509')} Press -34000`,
    `${id('1500')} Ladder 0`,
    `${id('1500')} Vice 700`,
  ]);
});

test('items and lines that name none together are the account’s balance', () => {
  const line = fc
    .tuple(
      fc.constantFrom('1500', '1509'),
      fc.integer({ min: -9_999, max: 9_999 }),
      fc.constantFrom(undefined, '', 'Press', 'Vice'),
    )
    .map(([account, amount, document]) => later(account, amount, document));
  fc.assert(
    fc.property(fc.array(line, { maxLength: 12 }), (lines) => {
      const { items, unnamed } = accountDetail(facts, lines);
      const sum = (items: readonly { amount: number }[]): number =>
        items.reduce((all, { amount }) => all + amount, 0);
      expect(sum(items) + sum(unnamed)).toBe(66_000 + sum(lines));
      expect(unnamed.length).toBe(lines.filter(({ document }) => !document).length);
    }),
  );
});
