import fc from 'fast-check';
import {
  longMoment,
  addDays,
  addMonths,
  daysBetween,
  daysOfPeriod,
  endOfMonth,
  fiscalMonthOf,
  fiscalYearOf,
  fiscalYears,
  findFiscalYear,
  findPeriod,
  horizonOf,
  isCivilDate,
  parseCivilDate as d,
  type Period,
  periodName,
  periodOf,
  periodsOf,
  spanLine,
  typedDate,
  yearName,
  type BooksCalendar,
  type CivilDate,
} from '../src/index.js';

const DAY = 86_400_000;
/** The language's own calendar, as a second opinion. */
const utc = (text: string): Date => new Date(`${text}T00:00:00Z`);
const iso = (date: Date): string => date.toISOString().slice(0, 10);
const anyDay = fc
  .integer({ min: 0, max: 70_000 })
  .map((days) => iso(new Date(utc('1950-01-01').getTime() + days * DAY)) as CivilDate);
const SEED = { seed: 20270118, numRuns: 300 };

describe('civil dates', () => {
  test.each(['2023-02-29', '2024-13-01', '2024-00-10', '2024-04-31', '24-01-01', '1899-12-31', '2024-1-1', ''])(
    '%s is no date',
    (text) => expect(isCivilDate(text)).toBe(false),
  );
  test.each(['2024-02-29', '2000-02-29', '1900-02-28', '2999-12-31'])('%s is one', (text) =>
    expect(isCivilDate(text)).toBe(true),
  );
  test('days are counted as the language counts them', () => {
    fc.assert(
      fc.property(anyDay, fc.integer({ min: -4000, max: 4000 }), (date, days) => {
        const later = addDays(date, days);
        expect(later).toBe(iso(new Date(utc(date).getTime() + days * DAY)));
        expect(daysBetween(date, later)).toBe(days);
      }),
      SEED,
    );
  });
  test.each([
    ['2024-01-31', 1, '2024-02-29'],
    ['2023-01-31', 1, '2023-02-28'],
    ['2024-03-31', -1, '2024-02-29'],
    ['2024-12-15', 1, '2025-01-15'],
    ['2024-02-29', 12, '2025-02-28'],
  ])('%s and %d months is %s', (from, months, to) => expect(addMonths(d(from), months)).toBe(to));
  test('a wanted day does not drift', () => expect(addMonths(d('2024-02-29'), 1, 31)).toBe('2024-03-31'));
  test('the end of a month', () => expect(endOfMonth(d('2024-02-10'))).toBe('2024-02-29'));
});

describe('dates as people type them', () => {
  test.each([
    ['17', '2026-09-17'],
    ['17/6', '2026-06-17'],
    ['17.6.26', '2026-06-17'],
    ['17 jun', '2026-06-17'],
    ['jun 17', '2026-06-17'],
    ['17 June 2025', '2025-06-17'],
    ['2/1', '2027-01-02'],
    ['2027-01-18', '2027-01-18'],
  ])('near 30 September 2026, “%s” is %s', (typed, date) => expect(typedDate(typed, d('2026-09-30'))).toBe(date));
  test.each(['', '31', '30/2', 'foo', '1/2/3/4', '0'])('“%s” is no date there', (typed) =>
    expect(typedDate(typed, d('2026-09-30'))).toBeUndefined(),
  );
  test.each([
    ['31/12', '2026-12-31'],
    ['3112', '2026-12-31'],
    ['311226', '2026-12-31'],
    ['31122026', '2026-12-31'],
    ['31.12.', '2026-12-31'],
    ['12/31', '2026-12-31'],
    ['0109', '2026-09-01'],
  ])('near 30 September 2026, “%s” is %s whatever parts it', (typed, date) =>
    expect(typedDate(typed, d('2026-09-30'))).toBe(date),
  );
  test.each([
    ['0109', '2027-01-09'],
    ['1231', '2026-12-31'],
    ['31/12', '2026-12-31'],
  ])('month first, “%s” is %s', (typed, date) => expect(typedDate(typed, d('2026-09-30'), 'month-first')).toBe(date));
  test('month first where a person reads so', () =>
    expect(typedDate('6/17', d('2026-09-30'), 'month-first')).toBe('2026-06-17'));
});

describe('fiscal years', () => {
  const fromApril: BooksCalendar = { firstDay: d('2025-04-01'), fiscalYearStartMonth: 4, fiscalYearStartDay: 1 };
  const shortFirst: BooksCalendar = { firstDay: d('2026-02-10'), fiscalYearStartMonth: 4, fiscalYearStartDay: 1 };
  test.each([
    ['2025-04-01', '2026', '2025-04-01', '2026-03-31'],
    ['2026-03-31', '2026', '2025-04-01', '2026-03-31'],
    ['2026-04-01', '2027', '2026-04-01', '2027-03-31'],
    ['2024-01-01', '2026', '2025-04-01', '2026-03-31'],
  ])('%s lies in year %s', (date, label, first, last) =>
    expect(fiscalYearOf(fromApril, d(date))).toEqual({ label, first, last }),
  );
  test('the first year may be short', () => {
    expect(fiscalYearOf(shortFirst, d('2026-02-10'))).toEqual({
      label: '2026',
      first: '2026-02-10',
      last: '2026-03-31',
    });
    expect(periodsOf(shortFirst, fiscalYearOf(shortFirst, d('2026-02-10')))).toEqual(['2026-02', '2026-03']);
  });
  test('a calendar year ends in the year it is named after', () => {
    const calendar = { firstDay: d('2026-01-01'), fiscalYearStartMonth: 1, fiscalYearStartDay: 1 };
    expect(fiscalYearOf(calendar, d('2026-12-31')).label).toBe('2026');
    expect(yearName(fiscalYearOf(calendar, d('2026-12-31')))).toBe('2026');
    expect(yearName(fiscalYearOf(fromApril, d('2025-05-01')))).toBe('2025–26');
  });
  test('years follow each other without a gap, up to the end of the year after today’s', () => {
    const years = fiscalYears(fromApril, d('2027-01-18'));
    expect(years.map((year) => year.label)).toEqual(['2026', '2027', '2028']);
    years
      .slice(1)
      .forEach((year, index) => expect(addDays((years[index] as { last: CivilDate }).last, 1)).toBe(year.first));
    expect(horizonOf(fromApril, d('2027-01-18'))).toBe('2028-03-31');
  });
  describe('from any day of a month', () => {
    const from = (fiscalYearStartMonth: number, fiscalYearStartDay: number, firstDay = '2023-01-01') => ({
      firstDay: d(firstDay),
      fiscalYearStartMonth,
      fiscalYearStartDay,
    });
    test.each([
      [4, 6, '2026-04-05', '2026', '2025-04-06', '2026-04-05'],
      [4, 6, '2026-04-06', '2027', '2026-04-06', '2027-04-05'],
      [1, 2, '2026-01-01', '2026', '2025-01-02', '2026-01-01'],
      [1, 2, '2026-01-02', '2027', '2026-01-02', '2027-01-01'],
      [12, 31, '2026-12-30', '2026', '2025-12-31', '2026-12-30'],
      // February has not the day: the year begins on its last
      [2, 29, '2027-02-27', '2027', '2026-02-28', '2027-02-27'],
      [2, 29, '2028-02-28', '2028', '2027-02-28', '2028-02-28'],
      [2, 29, '2028-02-29', '2029', '2028-02-29', '2029-02-27'],
    ])('%i/%i: %s lies in year %s', (month, day, date, label, first, last) => {
      const calendar = from(month, day);
      expect(fiscalYearOf(calendar, d(date))).toEqual({ label, first, last });
      expect(findFiscalYear(calendar, label)).toEqual({ label, first, last });
    });
    test.each([
      [6, '2026-05-05', '2026-04', '6 April to 5 May 2026'],
      [6, '2027-01-05', '2026-12', '6 December 2026 to 5 January 2027'],
      [31, '2026-02-27', '2026-01', '31 January to 27 February 2026'],
      [31, '2026-02-28', '2026-02', '28 February to 30 March 2026'],
      [1, '2026-02-28', '2026-02', 'February 2026'],
    ])('from the %ith, %s lies in %s', (day, date, period, name) => {
      expect([periodOf(from(4, day), d(date)), periodName(from(4, day), period as Period)]).toEqual([period, name]);
    });
    test('twelve months make a year, without gap or overlap, whatever the day', () => {
      fc.assert(
        fc.property(
          fc.integer({ min: 1, max: 12 }),
          fc.integer({ min: 1, max: 31 }),
          fc.integer({ min: 0, max: 3_000 }),
          (month, day, after) => {
            const calendar = from(month, day, '2000-01-01');
            const year = fiscalYearOf(calendar, addDays(d('2001-06-01'), after));
            const spans = periodsOf(calendar, year).map((period) => daysOfPeriod(calendar, period));
            expect(spans).toHaveLength(12);
            expect([spans[0]?.from, spans[11]?.to]).toEqual([year.first, year.last]);
            spans
              .slice(1)
              .forEach((span, index) => expect(addDays(spans[index]?.to as CivilDate, 1)).toBe(span.from));
            for (const { from: begin, to } of spans) {
              expect(fiscalMonthOf(calendar, begin)).toBe(fiscalMonthOf(calendar, to));
            }
          },
        ),
        { seed: 20261128 },
      );
    });
    test.each([
      ['2025-04-06', '2026-04-05', 'for the year ended 5 April 2026'],
      ['2025-04-06', '2025-07-05', 'for the three months ended 5 July 2025'],
      ['2025-04-06', '2025-05-05', 'for the month ended 5 May 2025'],
      ['2025-04-01', '2025-04-30', 'from 1 April 2025 to 30 April 2025'],
    ])('from the 6th, %s to %s is headed “%s”', (begin, end, line) =>
      expect(spanLine(from(4, 6), d(begin), d(end))).toBe(line),
    );
  });
  test('what lies before the first day is one period', () => {
    expect(periodOf(fromApril, d('2025-03-31'))).toBe('brought-forward');
    expect(periodOf(fromApril, d('2025-04-01'))).toBe('2025-04');
    expect(findPeriod(fromApril, '2025-03', d('2027-01-18'))).toBeUndefined();
    expect(findFiscalYear(fromApril, '2025')).toBeUndefined();
    expect(findFiscalYear(fromApril, 'soon')).toBeUndefined();
  });
  test.each([
    ['2025-04-01', '2026-03-31', 'for the year ended 31 March 2026'],
    ['2025-04-01', '2025-06-30', 'for the three months ended 30 June 2025'],
    ['2025-05-01', '2025-05-31', 'for the month ended 31 May 2025'],
    ['2025-05-02', '2025-05-31', 'from 2 May 2025 to 31 May 2025'],
  ])('%s to %s is written “%s”', (from, to, line) => expect(spanLine(fromApril, d(from), d(to))).toBe(line));
});

test.each([
  ['2027-01-18T14:05:09.000Z', '18 January 2027, 14:05 UTC'],
  ['2026-12-31T23:59:59.999Z', '31 December 2026, 23:59 UTC'],
])('the moment %s is shown as %s', (moment, shown) => expect(longMoment(moment)).toBe(shown));
