import fc from 'fast-check';
import {
  addDays,
  fiscalYearOf,
  parseCivilDate as d,
  typedDate,
  typedSpan,
  type BooksCalendar,
} from '../src/index.js';

const fromApril: BooksCalendar = { firstDay: d('2024-04-01'), fiscalYearStartMonth: 4, fiscalYearStartDay: 1 };
const fromJanuary: BooksCalendar = { firstDay: d('2024-01-01'), fiscalYearStartMonth: 1, fiscalYearStartDay: 1 };
const near = d('2027-01-18');

const span = (text: string, calendar = fromApril): string | undefined => {
  const read = typedSpan(text, near, calendar);
  return read && `${read.from} ${read.to}`;
};

describe('spans as people type them, from April', () => {
  test.each([
    ['2026', '2025-04-01 2026-03-31'],
    [' 2027 ', '2026-04-01 2027-03-31'],
    ['jan', '2027-01-01 2027-01-31'],
    ['April', '2026-04-01 2026-04-30'],
    ['feb', '2027-02-01 2027-02-28'],
    ['jan-mar', '2027-01-01 2027-03-31'],
    ['apr – jun', '2026-04-01 2026-06-30'],
    ['dec-jan', '2026-12-01 2027-01-31'],
    ['18', '2027-01-18 2027-01-18'],
    ['17/6', '2027-06-17 2027-06-17'],
    ['2026-09-30', '2026-09-30 2026-09-30'],
    ['1/10-31/12', '2026-10-01 2026-12-31'],
  ])('“%s” is %s', (text, expected) => expect(span(text)).toBe(expected));
  test.each(['', 'soon', 'mar-jan', 'jan-', '-jan', 'jan-feb-mar', '32', '31/2', '1999', '2026-13-01'])(
    '“%s” is none',
    (text) => expect(span(text)).toBeUndefined(),
  );
});

test('months lie in the calendar year where that is the fiscal year', () => {
  expect(span('apr', fromJanuary)).toBe('2027-04-01 2027-04-30');
  expect(span('2026', fromJanuary)).toBe('2026-01-01 2026-12-31');
});

test('months run from the day on which the year begins', () => {
  const fromSixth: BooksCalendar = { firstDay: d('2024-04-06'), fiscalYearStartMonth: 4, fiscalYearStartDay: 6 };
  expect(span('2027', fromSixth)).toBe('2026-04-06 2027-04-05');
  expect(span('apr', fromSixth)).toBe('2026-04-06 2026-05-05');
  expect(span('mar', fromSixth)).toBe('2027-03-06 2027-04-05');
  expect(span('apr-jun', fromSixth)).toBe('2026-04-06 2026-07-05');
});

test('every month name lies in the fiscal year of the date at hand', () => {
  const names = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
  fc.assert(
    fc.property(fc.constantFrom(...names), fc.integer({ min: 0, max: 1_000 }), fc.boolean(), (name, days, april) => {
      const [calendar, date] = [april ? fromApril : fromJanuary, addDays(d('2024-04-01'), days)];
      const read = typedSpan(name, date, calendar);
      const year = fiscalYearOf(calendar, date);
      expect(read && [fiscalYearOf(calendar, read.from).label, fiscalYearOf(calendar, read.to).label]).toEqual([
        year.label,
        year.label,
      ]);
    }),
  );
});

test('a day and a month mean the nearest such day, never more than half a year away', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1_000 }), fc.integer({ min: -182, max: 181 }), (start, away) => {
      const date = addDays(d('2024-03-01'), start);
      const wanted = addDays(date, away);
      const [, month, day] = wanted.split('-').map(Number);
      fc.pre(!(month === 2 && day === 29));
      const read = typedDate(`${day}/${month}`, date);
      expect(read === wanted || Math.abs(away) > 178).toBe(true);
    }),
  );
});
