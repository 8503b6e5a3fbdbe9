import { describe, expect, test } from '@jest/globals';
import {
  type CivilDate,
  doneWhenChosen,
  dueIssue,
  issueDaysInWords,
  minutesToNextTry,
  nextIssue,
  parseCivilDate,
} from '../src/index.js';

const d = parseCivilDate;
const days = (every: 'month' | 'quarter' | 'year', firstDay: string) => ({ every, firstDay: d(firstDay) });

describe('the days on which papers are issued', () => {
  test.each<[ReturnType<typeof days>, string, string]>([
    [days('month', '2027-01-15'), '2027-01-01', '2027-01-15'],
    [days('month', '2027-01-15'), '2027-01-15', '2027-02-15'],
    // the last day of a month stands for the last of each, and not for its number
    [days('month', '2027-02-28'), '2027-02-28', '2027-03-31'],
    [days('quarter', '2027-01-31'), '2027-01-31', '2027-04-30'],
    [days('year', '2028-02-29'), '2028-02-29', '2029-02-28'],
    // the 30th is no last day where the month has 31, and falls back in February
    [days('month', '2027-01-30'), '2027-01-30', '2027-02-28'],
    // long past, or not yet begun
    [days('year', '2020-06-01'), '2027-06-01', '2028-06-01'],
    [days('month', '2030-06-01'), '2027-06-01', '2030-06-01'],
  ])('%o after %s: %s', (days, through, next) => expect(nextIssue(days, d(through))).toBe(next));

  test.each<[string, string, string | undefined]>([
    ['2027-01-30', '2027-01-30', undefined],
    ['2027-01-30', '2027-01-31', '2027-01-31'],
    ['2027-01-31', '2027-02-27', undefined],
    // several went by: the last one counts
    ['2027-01-31', '2027-05-02', '2027-04-30'],
  ])('done with through %s, on %s: %s', (through, today, due) =>
    expect(dueIssue(days('month', '2027-01-31'), d(through), d(today))).toBe(due),
  );

  test('that are past when they are chosen are not made up for', () => {
    const today: CivilDate = d('2027-01-18');
    expect(dueIssue(days('month', '2026-01-01'), doneWhenChosen(today), today)).toBeUndefined();
    expect(dueIssue(days('month', '2026-01-18'), doneWhenChosen(today), today)).toBe(today);
  });

  test('in words', () => {
    expect(issueDaysInWords(days('quarter', '2027-01-31'))).toBe('quarterly, on the last day');
    expect(issueDaysInWords(days('year', '2027-06-15'))).toBe('yearly, on the 15th of June');
  });
});

test('a message is tried again after ever longer times, and not for ever', () => {
  const steps = [1, 2, 3, 4, 5, 6].map((tries) => minutesToNextTry(tries) ?? 0);
  expect(steps).toEqual([...steps].sort((a, b) => a - b));
  expect(steps[0]).toBeGreaterThan(0);
  expect(minutesToNextTry(7)).toBeUndefined();
});
