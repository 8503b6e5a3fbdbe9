import fc from 'fast-check';
import rrule from 'rrule';
import {
  addDays,
  occurrences,
  occurrencesOf,
  parseCivilDate as d,
  scheduleProblems,
  scheduleWords,
  type CivilDate,
  type Schedule,
} from '../src/index.js';
import { caseOf } from './cases.js';

type Recurrence = { dtstart: string; take: number };
type Dates = { dates: string[]; clamped_to_month_end?: string[] };
const published = (id: string) => caseOf<Recurrence, Dates>('recurring-journals', id).expected;
const far = d('2060-01-01');

describe('schedules, against RFC 5545 and bookkeeping practice', () => {
  test.each<[string, Schedule, (dates: Dates) => string[] | undefined]>([
    [
      'recur-last-day-of-month',
      { unit: 'month', every: 1, day: 'last', from: d('2023-10-31'), count: 6 },
      (is) => is.dates,
    ],
    [
      'recur-31st-skip-or-clamp',
      { unit: 'month', every: 1, from: d('2024-01-31'), count: 7 },
      (is) => is.clamped_to_month_end,
    ],
    [
      'recur-quarterly-31st',
      { unit: 'month', every: 3, from: d('2024-01-31'), count: 5 },
      (is) => is.clamped_to_month_end,
    ],
    [
      'recur-yearly-29-february',
      { unit: 'year', every: 1, from: d('2024-02-29'), count: 4 },
      (is) => is.clamped_to_month_end,
    ],
    ['recur-fortnight-count', { unit: 'week', every: 2, from: d('2024-12-20'), count: 6 }, (is) => is.dates],
    [
      'recur-until-is-inclusive',
      { unit: 'month', every: 1, from: d('2024-01-15'), until: d('2024-04-15') },
      (is) => is.dates,
    ],
  ])('%s', (id, schedule, wanted) => expect(occurrences(schedule, far)).toEqual(wanted(published(id))));

  test('days that every month has fall as the package rrule says', () => {
    const freq = { week: rrule.RRule.WEEKLY, month: rrule.RRule.MONTHLY, year: rrule.RRule.YEARLY };
    const anyDay = fc.record({
      year: fc.integer({ min: 2000, max: 2040 }),
      month: fc.integer({ min: 1, max: 12 }),
      day: fc.integer({ min: 1, max: 28 }),
    });
    fc.assert(
      fc.property(
        anyDay,
        fc.constantFrom('week', 'month', 'year'),
        fc.integer({ min: 1, max: 14 }),
        ({ year, month, day }, unit, every) => {
          const dtstart = new Date(Date.UTC(year, month - 1, day));
          const from = dtstart.toISOString().slice(0, 10) as CivilDate;
          const rule = new rrule.RRule({ freq: freq[unit], interval: every, count: 8, dtstart });
          expect(occurrences({ unit, every, from, count: 8 }, d('2899-01-01'))).toEqual(
            rule.all().map((date) => date.toISOString().slice(0, 10)),
          );
        },
      ),
      { seed: 20270118, numRuns: 150 },
    );
  });
  test('a wanted day before the start waits for the next month', () => {
    expect(occurrences({ unit: 'month', every: 1, day: 5, from: d('2026-01-10'), count: 2 }, far)).toEqual([
      '2026-02-05',
      '2026-03-05',
    ]);
  });
  test('nothing falls due before it begins', () =>
    expect(occurrences({ unit: 'month', every: 1, from: d('2026-01-10') }, d('2026-01-09'))).toEqual([]));
});

describe('occurrences', () => {
  const rent: Schedule = { unit: 'month', every: 1, from: d('2026-01-01') };
  test('are posted, skipped, due or still to come', () => {
    const settled = new Map([
      ['2026-01-01', 'posted'],
      ['2026-02-01', 'skipped'],
    ] as const);
    const states = occurrencesOf(rent, settled, d('2026-03-15'), d('2026-04-30')).map((one) => one.state);
    expect(states).toEqual(['posted', 'skipped', 'due', 'to-come']);
  });
  test('what falls on today is due', () =>
    expect(occurrencesOf(rent, new Map(), d('2026-01-01'), addDays(d('2026-01-01'), 1))[0]?.state).toBe('due'));
});

describe('schedules from outside', () => {
  test('every wrong field is named', () => {
    const problems = scheduleProblems({
      unit: 'moon',
      every: 0,
      day: 32,
      from: 'soon',
      until: '2026-02-30',
      count: 0,
    });
    expect(problems.map((one) => one.path)).toEqual(['unit', 'every', 'day', 'from', 'until', 'count']);
  });
  test('an end before the beginning is refused', () => {
    expect(scheduleProblems({ unit: 'month', every: 1, from: '2026-02-01', until: '2026-01-01' })[0]?.code).toBe(
      'until-before-from',
    );
  });
  test.each<[Schedule, string]>([
    [{ unit: 'month', every: 1, from: d('2026-01-01') }, 'monthly, on the 1st'],
    [{ unit: 'month', every: 3, day: 'last', from: d('2026-01-01') }, 'quarterly, on the last day'],
    [{ unit: 'week', every: 2, from: d('2026-01-01') }, 'every 2 weeks'],
    [{ unit: 'year', every: 1, from: d('2026-01-22') }, 'yearly, on the 22nd'],
    [{ unit: 'month', every: 2, day: 13, from: d('2026-01-22') }, 'every 2 months, on the 13th'],
  ])('%p reads “%s”', (schedule, words) => expect(scheduleWords(schedule)).toBe(words));
});
