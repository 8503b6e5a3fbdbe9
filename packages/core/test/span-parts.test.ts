import fc from 'fast-check';
import {
  BEFORE_THE_YEARS,
  addDays,
  fiscalYearOf,
  parseCivilDate as d,
  periodOf,
  spanParts,
  type BooksCalendar,
  type CivilDate,
} from '../src/index.js';

const calendar: BooksCalendar = { firstDay: d('2025-01-01'), fiscalYearStartMonth: 1 };
const broken: BooksCalendar = { firstDay: d('2025-04-10'), fiscalYearStartMonth: 4 };

describe('a span is taken apart into years, months and days', () => {
  test.each([
    ['everything to a year end', undefined, '2026-12-31', ['', '2025', '2026'], [], []],
    ['everything to a month end', undefined, '2026-02-28', ['', '2025'], ['2026-01…2026-02'], []],
    [
      'everything to mid-month',
      undefined,
      '2026-02-10',
      ['', '2025'],
      ['2026-01…2026-01'],
      ['2026-02-01…2026-02-10'],
    ],
    ['one whole year', '2025-01-01', '2025-12-31', ['2025'], [], []],
    ['one whole month', '2025-03-01', '2025-03-31', [], ['2025-03…2025-03'], []],
    ['days of one month', '2025-03-02', '2025-03-30', [], [], ['2025-03-02…2025-03-30']],
    [
      'across years',
      '2025-11-15',
      '2027-01-01',
      ['2026'],
      ['2025-12…2025-12'],
      ['2025-11-15…2025-11-30', '2027-01-01…2027-01-01'],
    ],
    ['everything before the first day', undefined, '2024-12-31', [''], [], []],
    ['some of what lies before', undefined, '2024-11-30', [], [], ['…2024-11-30']],
    ['from before the first day', '2024-12-01', '2025-01-31', [], ['2025-01…2025-01'], ['2024-12-01…2024-12-31']],
  ])('%s', (_, from, to, years, months, days) => {
    const parts = spanParts(calendar, from === undefined ? undefined : d(from), d(to));
    expect(parts.years).toEqual(years);
    expect(parts.months.map((run) => `${run.first}…${run.last}`)).toEqual(months);
    expect(parts.days.map((part) => `${part.from ?? ''}…${part.to}`)).toEqual(days);
  });
  test('a short first year and its first month count as whole', () => {
    expect(spanParts(broken, d('2025-04-10'), d('2026-03-31')).years).toEqual(['2026']);
    expect(spanParts(broken, d('2025-04-10'), d('2025-04-30')).months).toEqual([
      { year: '2026', first: '2025-04', last: '2025-04' },
    ]);
    expect(spanParts(broken, d('2025-04-11'), d('2025-04-30')).months).toEqual([]);
  });
  test('every day of a span lies in exactly one part', () => {
    const day = fc.integer({ min: 0, max: 1500 }).map((days) => addDays(d('2024-06-01'), days));
    fc.assert(
      fc.property(fc.constantFrom(calendar, broken), fc.option(day, { nil: undefined }), day, (of, from, to) => {
        fc.pre(from === undefined || from <= to);
        const parts = spanParts(of, from, to);
        for (let at = d('2024-05-20'); at <= d('2028-12-31'); at = addDays(at, 3)) {
          const inside = (from === undefined || at >= from) && at <= to;
          expect([at, coverage(of, parts, at)]).toEqual([at, inside ? 1 : 0]);
        }
      }),
      { numRuns: 40 },
    );
  });
});

/** In how many parts a day lies, seen from the totals it is added to. */
function coverage(of: BooksCalendar, parts: ReturnType<typeof spanParts>, at: CivilDate): number {
  const before = at < of.firstDay;
  const year = before ? BEFORE_THE_YEARS : fiscalYearOf(of, at).label;
  const period = periodOf(of, at);
  const months = parts.months.filter((run) => run.year === year && run.first <= period && period <= run.last);
  const days = parts.days.filter(
    (part) => part.period === period && part.year === year && (part.from ?? '') <= at && at <= part.to,
  );
  return parts.years.filter((label) => label === year).length + months.length + days.length;
}
