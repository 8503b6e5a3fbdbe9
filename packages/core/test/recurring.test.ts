import fc from 'fast-check';
import rrule from 'rrule';
import {
  datesOfJournal,
  occurrences,
  occurrenceState,
  parseCivilDate as d,
  scheduleProblems,
  scheduleWords,
  WEEKDAYS,
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
    [
      'recur-third-to-last-day',
      { unit: 'month', every: 1, day: -3, from: d('1997-09-28'), count: 6 },
      (is) => is.dates,
    ],
    [
      'recur-last-friday',
      { unit: 'month', every: 1, weekday: { nth: 'last', weekday: 'friday' }, from: d('2024-01-26'), count: 6 },
      (is) => is.dates,
    ],
    [
      'recur-first-friday',
      { unit: 'month', every: 1, weekday: { nth: 1, weekday: 'friday' }, from: d('1997-09-05'), count: 10 },
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
  test('the last working day of each month, as published', () => {
    const payroll: Schedule = {
      unit: 'month',
      every: 1,
      day: 'last',
      from: d('2024-01-31'),
      count: 6,
      businessDay: 'before',
    };
    const dates = datesOfJournal(
      { versions: [{ from: payroll.from, schedule: payroll }], pauses: [] },
      far,
      new Set(),
    );
    expect(dates.map(({ date }) => date)).toEqual(published('recur-last-working-day').dates);
  });
  test('the first and the last day of the month, as two schedules', () => {
    const [civilDates, other] = ([1, 'last'] as const).map((day) =>
      occurrences({ unit: 'month', every: 1, day, from: d('1997-09-30') }, d('1998-02-01')),
    );
    expect([...(civilDates ?? []), ...(other ?? [])].sort()).toEqual(published('recur-first-and-last-day').dates);
  });
  test('any weekday of the month falls as the package rrule says', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 480 }),
        fc.constantFrom<1 | 2 | 3 | 4 | 'last'>(1, 2, 3, 4, 'last'),
        fc.integer({ min: 0, max: 6 }),
        (months, nth, weekday) => {
          const dtstart = new Date(Date.UTC(2000, months, 1));
          const byweekday = new rrule.Weekday(weekday).nth(nth === 'last' ? -1 : nth);
          const rule = new rrule.RRule({ freq: rrule.RRule.MONTHLY, count: 5, dtstart, byweekday });
          const schedule: Schedule = {
            unit: 'month',
            every: 1,
            from: d(dtstart.toISOString().slice(0, 10)),
            weekday: { nth, weekday: WEEKDAYS[weekday] ?? 'monday' },
            count: 5,
          };
          expect(occurrences(schedule, far)).toEqual(rule.all().map((date) => date.toISOString().slice(0, 10)));
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

describe('dates of a journal', () => {
  const rent: Schedule = { unit: 'month', every: 1, from: d('2026-01-01') };
  const journal = { versions: [{ from: rent.from, schedule: rent }], pauses: [] };
  const none = new Set<string>();
  test('are posted, skipped, drafted, due or still to come', () => {
    const [first] = datesOfJournal(journal, d('2026-01-31'), none);
    if (!first) throw new Error('no date');
    expect(occurrenceState(first, 'posted', d('2026-03-15'))).toBe('posted');
    expect(occurrenceState(first, undefined, d('2026-01-01'))).toBe('due');
    expect(occurrenceState(first, undefined, d('2025-12-31'))).toBe('to-come');
  });
  test('a version makes them from its day on; what was before it stays', () => {
    const later: Schedule = { unit: 'month', every: 1, day: 15, from: d('2026-03-01'), count: 2 };
    const changed = { ...journal, versions: [...journal.versions, { from: d('2026-03-01'), schedule: later }] };
    expect(datesOfJournal(changed, far, none)).toMatchObject([
      { nominal: '2026-01-01', version: 0, index: 0, since: '2025-12-01' },
      { nominal: '2026-02-01', version: 0, index: 1, since: '2026-01-01' },
      { nominal: '2026-03-15', version: 1, index: 0, since: '2026-02-01' },
      { nominal: '2026-04-15', version: 1, index: 1, since: '2026-03-15' },
    ]);
  });
  test('none falls into a pause or after the end; those in a pause are counted all the same', () => {
    const counted = { ...rent, count: 5 };
    const dates = datesOfJournal(
      {
        versions: [{ from: rent.from, schedule: counted }],
        pauses: [{ from: d('2026-02-01'), until: d('2026-03-01') }],
        endedOn: d('2026-04-30'),
      },
      far,
      none,
    );
    expect(dates.map(({ nominal, index }) => [nominal, index])).toEqual([
      ['2026-01-01', 0],
      ['2026-04-01', 3],
    ]);
  });
  // 29 February 2028 is a Tuesday, 31 December 2027 a Friday, 1 and 2 January 2028 a weekend
  test.each<[Schedule['businessDay'], string[]]>([
    ['as-is', ['2027-12-31', '2028-01-31', '2028-02-29', '2028-03-31', '2028-04-30']],
    ['before', ['2027-12-30', '2028-01-31', '2028-02-28', '2028-03-31', '2028-04-28']],
    ['after', ['2028-01-03', '2028-01-31', '2028-03-01', '2028-03-31', '2028-05-01']],
  ])('business day %s, across the end of a year and a leap February', (businessDay, wanted) => {
    const last: Schedule = { unit: 'month', every: 1, day: 'last', from: d('2027-12-31'), count: 5, businessDay };
    const dates = datesOfJournal(
      { versions: [{ from: last.from, schedule: last }], pauses: [] },
      far,
      new Set(['2028-02-29', '2027-12-31']),
    );
    expect(dates.map(({ date }) => date)).toEqual(wanted);
  });
  test('a date moved before its day is there on the day it was moved to', () => {
    const sunday: Schedule = { unit: 'month', every: 1, from: d('2027-01-03'), businessDay: 'before' };
    const moved = { versions: [{ from: sunday.from, schedule: sunday }], pauses: [] };
    expect(datesOfJournal(moved, d('2027-01-01'), none)).toMatchObject([{ date: '2027-01-01' }]);
    expect(datesOfJournal(moved, d('2026-12-31'), none)).toEqual([]);
  });
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
    expect(problems.map((problem) => problem.path)).toEqual(['unit', 'every', 'day', 'from', 'until', 'count']);
  });
  test('an end before the beginning is refused', () => {
    expect(scheduleProblems({ unit: 'month', every: 1, from: '2026-02-01', until: '2026-01-01' })[0]?.code).toBe(
      'until-before-from',
    );
  });
  test.each<[Schedule, string]>([
    [{ unit: 'month', every: 1, from: d('2026-01-01') }, 'monthly, on the 1st'],
    [{ unit: 'month', every: 3, day: 'last', from: d('2026-01-01') }, 'quarterly, on the last day'],
    [{ unit: 'week', every: 2, from: d('2026-01-01') }, 'every 2 weeks, on Thursdays'],
    [{ unit: 'year', every: 1, from: d('2026-01-22') }, 'yearly, on the 22nd of January'],
    [{ unit: 'quarter', every: 1, day: -2, from: d('2026-01-22') }, 'quarterly, on the 2nd day from the end'],
    [
      { unit: 'month', every: 1, weekday: { nth: 'last', weekday: 'friday' }, from: d('2026-01-22') },
      'monthly, on the last Friday',
    ],
    [
      { unit: 'month', every: 1, day: 'last', from: d('2026-01-22'), businessDay: 'before' },
      'monthly, on the last day, or the business day before',
    ],
    [{ unit: 'month', every: 2, day: 13, from: d('2026-01-22') }, 'every 2 months, on the 13th'],
  ])('%p reads “%s”', (schedule, words) => expect(scheduleWords(schedule)).toBe(words));
});
