import fc from 'fast-check';
import {
  entryEffect,
  laterDates,
  minor,
  parseCivilDate as d,
  readBreakdowns,
  writeBreakdowns,
  type BalancesAt,
  type EffectAccount,
} from '../src/index.js';

const calendar = { firstDay: d('2025-04-01'), fiscalYearStartMonth: 4, fiscalYearStartDay: 1 };
const BANK: EffectAccount = { number: '1010', name: 'Bank', element: 'asset', contra: false };
const LOAN: EffectAccount = { number: '2600', name: 'Loan', element: 'liability', contra: false };
const SALES: EffectAccount = { number: '4000', name: 'Sales', element: 'revenue', contra: false };
const RENT: EffectAccount = { number: '6100', name: 'Rent', element: 'expense', contra: false };
const CHART = [BANK, LOAN, SALES, RENT];
const balances = (amounts: Record<string, number>): BalancesAt =>
  new Map(Object.entries(amounts).map(([number, amount]) => [number, minor(amount)]));

describe('what an entry does', () => {
  const then = balances({ 1010: 500, 2600: -200, 4000: -900, 6100: 600 });
  test('is told at its date, and later where that differs: what lasts now, the result at its year’s end', () => {
    const effect = entryEffect(CHART, balances({ 1010: 100, 4000: -100 }), then, {
      lasting: balances({ 1010: 800, 2600: -200, 4000: -5, 6100: 1 }),
      temporary: balances({ 1010: 0, 4000: -1_400, 6100: 900 }),
    });
    expect(
      effect.accounts.map(({ account, change, then: beforeAfter, later }) => [
        account.number,
        change,
        beforeAfter,
        later,
      ]),
    ).toEqual([
      ['1010', 100, { before: 500, after: 600 }, { before: 800, after: 900 }],
      ['4000', 100, { before: 900, after: 1_000 }, { before: 1_400, after: 1_500 }],
    ]);
    expect(effect.result).toEqual({
      change: 100,
      then: { before: 300, after: 400 },
      later: { before: 500, after: 600 },
    });
    expect(effect.assets.later).toEqual({ before: 800, after: 900 });
  });
  test('is told once where nothing has come since', () => {
    const effect = entryEffect(CHART, balances({ 1010: -40, 2600: 40 }), then, { lasting: then, temporary: then });
    expect(effect.accounts.map(({ account, change, later }) => [account.number, change, later])).toEqual([
      ['1010', -40, undefined],
      ['2600', -40, undefined],
    ]);
    expect(effect.result).toEqual({ change: 0, then: { before: 300, after: 300 } });
  });
  test.each([
    ['today', '2027-01-18', undefined],
    ['a day to come', '2027-02-01', undefined],
    ['earlier this year', '2026-11-30', { lasting: '2027-01-18', temporary: '2027-01-18' }],
    ['in the year before', '2026-02-01', { lasting: '2027-01-18', temporary: '2026-03-31' }],
    ['before the books', '2025-03-31', { lasting: '2027-01-18', temporary: '2025-03-31' }],
  ])('%s', (_, date, later) => expect(laterDates(calendar, d(date), d('2027-01-18'))).toEqual(later));
});

describe('the values of a line in one cell of a file', () => {
  test.each([
    ['Fund: Roof; Site: Mill', { Fund: 'Roof', Site: 'Mill' }],
    ['Fund: a\\; b', { Fund: 'a; b' }],
    ['Fund\\: old: x', { 'Fund: old': 'x' }],
  ])('%s', (cell, values) => {
    expect(readBreakdowns(cell)).toEqual(values);
    expect(writeBreakdowns(values)).toBe(cell);
  });
  test('none is an empty cell', () => {
    expect([writeBreakdowns(null), readBreakdowns(''), readBreakdowns(undefined)]).toEqual([
      '',
      undefined,
      undefined,
    ]);
  });
  test('whatever names they have, they read back as the same', () => {
    const name = fc
      .string({ minLength: 1, maxLength: 12 })
      .map((text) => text.replaceAll(/[\r\n]/g, ' ').trim())
      .filter((text) => text !== '' && text !== '__proto__' && !/^\d+$/.test(text));
    fc.assert(
      fc.property(fc.dictionary(name, name, { noNullPrototype: true, maxKeys: 4 }), (values) => {
        expect(readBreakdowns(writeBreakdowns(values)) ?? {}).toEqual(values);
      }),
      { seed: 20261127 },
    );
  });
});
