import fc from 'fast-check';
import {
  addDays,
  alikeEntries,
  daysBetween,
  habitOf,
  mayBeAlike,
  minor,
  parseCivilDate as d,
  type PastEntry,
} from '../src/index.js';

let number = 0;
const entry = (date: string, more: Partial<PastEntry> = {}): PastEntry => ({
  number: `2027-${String((number += 1)).padStart(4, '0')}`,
  date: d(date),
  explanation: 'Rent',
  touches: ['6100 debit', '1010 credit'],
  amount: minor(75000),
  ...more,
});
const today = d('2027-04-10');
const found = (...entries: PastEntry[]): string[] =>
  alikeEntries(entries, today).map(
    ({ entries: pastEntries, months, isSameAmount }) =>
      `${pastEntries.length} every ${months} ${isSameAmount ? 'same' : 'different'}`,
  );

describe('entries that look alike', () => {
  test.each<[string, PastEntry[], string[]]>([
    ['each month', [entry('2027-01-31'), entry('2027-02-28'), entry('2027-03-30')], ['3 every 1 same']],
    [
      'with a number and the month in their words',
      [
        entry('2027-03-01', { explanation: 'Rent March 2027, bill 31', amount: minor(76000) }),
        entry('2027-01-02', { explanation: 'Rent January 2027, bill 29' }),
        entry('2027-02-01', { explanation: 'Rent February 2027, bill 30' }),
      ],
      ['3 every 1 different'],
    ],
    ['each quarter', [entry('2026-09-30'), entry('2026-12-31'), entry('2027-03-31')], ['3 every 3 same']],
    ['each year', [entry('2025-04-01'), entry('2026-04-02'), entry('2027-03-31')], ['3 every 12 same']],
    ['twice only', [entry('2027-02-28'), entry('2027-03-31')], []],
    ['each week', [entry('2027-03-10'), entry('2027-03-17'), entry('2027-03-24'), entry('2027-03-31')], []],
    ['long over', [entry('2026-10-31'), entry('2026-11-30'), entry('2026-12-31')], []],
    [
      'on other accounts',
      [entry('2027-01-31'), entry('2027-02-28', { touches: ['6200 debit', '1010 credit'] }), entry('2027-03-31')],
      [],
    ],
    ['with a month left out', [entry('2027-01-15'), entry('2027-03-15'), entry('2027-04-05')], []],
  ])('%s', (_, entries, wanted) => expect(found(...entries)).toEqual(wanted));

  test('have their habit in common, whatever digits and months are in their words and in which order their lines are', () => {
    expect(habitOf(entry('2027-03-01', { explanation: 'Rent March 2027, bill 31' }))).toBe(
      habitOf(
        entry('2027-01-02', { explanation: 'Rent January 2027, bill 29', touches: ['1010 credit', '6100 debit'] }),
      ),
    );
    expect(habitOf(entry('2027-03-01'))).not.toBe(habitOf(entry('2027-03-01', { touches: ['6100 debit'] })));
  });

  test('are told only of days of which it was said that they may be alike', () => {
    const gaps = fc.array(fc.oneof(fc.integer({ min: 20, max: 40 }), fc.integer({ min: 80, max: 400 })), {
      maxLength: 6,
    });
    let [told, dropped] = [0, 0];
    fc.assert(
      fc.property(gaps, fc.integer({ min: -5, max: 60 }), (between, since) => {
        const first = d('2024-01-15');
        const days = between.reduce((all, gap) => [...all, (all.at(-1) ?? 0) + gap], [0]);
        const now = addDays(first, (days.at(-1) ?? 0) + since);
        const alike = alikeEntries(
          days.map((day) => entry(addDays(first, day))),
          now,
        );
        const may = mayBeAlike(days, daysBetween(first, now));
        if (alike.length > 0) told += 1;
        if (!may) dropped += 1;
        expect(alike.length === 0 || may).toBe(true);
      }),
      { seed: 20_261_201, numRuns: 2_000 },
    );
    expect(Math.min(told, dropped)).toBeGreaterThan(20);
  });
});
