import {
  type AmountOnAccount,
  dateDoubt,
  dueOnAccounts,
  hasSameAmounts,
  minor,
  parseCivilDate,
} from '../src/index.js';

const line = (account: string, amount: number): AmountOnAccount => ({ account, amount: minor(amount) });
const RENT = [line('6100', 500), line('1010', -500)];

describe('an entry like one posted before', () => {
  test.each<[string, AmountOnAccount[], boolean]>([
    ['the same lines in another order', [line('1010', -500), line('6100', 500)], true],
    ['lines that are cut otherwise', [line('6100', 200), line('6100', 300), line('1010', -500)], true],
    ['a line besides that comes to nothing', [...RENT, line('2200', 7), line('2200', -7)], true],
    ['another amount', [line('6100', 501), line('1010', -501)], false],
    ['the other way round', [line('6100', -500), line('1010', 500)], false],
    ['another account', [line('6200', 500), line('1010', -500)], false],
    ['an account besides', [line('6100', 500), line('1010', -400), line('1000', -100)], false],
    ['nothing', [], false],
  ])('has the same amounts or not: %s', (_, lines, same) => {
    expect(hasSameAmounts(RENT, lines)).toBe(same);
    expect(hasSameAmounts(lines, RENT)).toBe(same);
  });
  test('of nothing there is no same', () => expect(hasSameAmounts([], [])).toBe(false));
});

describe('a date to look at again', () => {
  const day = parseCivilDate;
  const proposed = day('2026-06-15');
  const june = { from: day('2026-06-01'), to: day('2026-06-30') };
  test.each([
    ['2026-06-01', june, undefined],
    ['2026-06-30', june, undefined],
    ['2026-07-01', june, { type: 'outside-span' }],
    ['2026-05-31', june, { type: 'outside-span' }],
    ['2026-07-16', undefined, undefined],
    ['2026-07-17', undefined, { type: 'far', days: 32 }],
    ['2025-06-15', undefined, { type: 'far', days: -365 }],
  ] as const)('%s', (date, span, doubt) => expect(dateDoubt(day(date), proposed, span)).toEqual(doubt));
});

test.each([
  ['the same accounts, whatever their order', ['1010', '6100'], 'Rent of March'],
  ['one of them twice', ['1010', '6100', '1010'], 'Rent of March'],
  ['one account more', ['1010', '6100', '6200'], undefined],
  ['one account less', ['1010'], undefined],
  ['nothing', [], undefined],
])('what is due on %s', (_, accounts, name) => {
  const due = [
    { name: 'Rent of January', accounts: ['6100', '1010'], date: parseCivilDate('2027-01-01') },
    { name: 'Rent of March', accounts: ['6100', '1010'], date: parseCivilDate('2027-03-01') },
    { name: 'Power', accounts: ['6200', '1010'], date: parseCivilDate('2027-03-03') },
  ];
  expect(dueOnAccounts(accounts, due, parseCivilDate('2027-03-03'))?.name).toBe(name);
});
