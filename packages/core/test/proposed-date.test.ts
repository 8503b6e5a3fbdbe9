import { type CivilDate, parseCivilDate, proposedDate } from '../src/index.js';

const day = parseCivilDate;
const today = day('2026-06-15');
const firstDay = day('2026-01-01');
const march = { from: day('2026-03-01'), to: day('2026-03-31') };
const year = { from: day('2026-01-01'), to: day('2026-12-31') };
const autumn = { from: day('2026-09-01'), to: day('2026-09-30') };

describe('the date of a new entry', () => {
  test.each<[string, Omit<Parameters<typeof proposedDate>[0], 'today' | 'firstDay'>, string, string]>([
    ['is today', {}, '2026-06-15', 'today'],
    ['is that of the entry before', { last: day('2026-06-02') }, '2026-06-02', 'last-entry'],
    ['is today within a span that holds it', { span: year }, '2026-06-15', 'today'],
    ['is the last day of a month that is past', { span: march }, '2026-03-31', 'span'],
    ['is the first day of a month to come', { span: autumn }, '2026-09-01', 'span'],
    [
      'is that of the entry before, within the month',
      { span: march, last: day('2026-03-04') },
      '2026-03-04',
      'last-entry',
    ],
    ['is not that of an entry elsewhere', { span: march, last: day('2026-06-02') }, '2026-03-31', 'span'],
    ['is today rather than an entry elsewhere', { span: year, last: day('2025-12-30') }, '2026-06-15', 'today'],
  ])('%s', (_, given, date, reason) => {
    expect(proposedDate({ today, firstDay, ...given })).toEqual({ date, reason });
  });

  test.each<[string, CivilDate, { from: CivilDate; to: CivilDate } | undefined]>([
    ['today', day('2025-12-20'), undefined],
    ['the end of a span', today, { from: day('2025-11-01'), to: day('2025-11-30') }],
  ])('is never before the first day of the books: %s', (_, now, span) => {
    expect(proposedDate({ today: now, firstDay, span })).toEqual({ date: firstDay, reason: 'first-day' });
  });
});
