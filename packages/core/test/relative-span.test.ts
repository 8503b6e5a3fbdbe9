import fc from 'fast-check';
import {
  addDays,
  type BooksCalendar,
  daysOfSpan,
  keysOf,
  parseCivilDate as d,
  RELATIVE_SPANS,
  type RelativeSpan,
} from '../src/index.js';

const january: BooksCalendar = { firstDay: d('2024-01-01'), fiscalYearStartMonth: 1, fiscalYearStartDay: 1 };
const sixth: BooksCalendar = { firstDay: d('2024-04-06'), fiscalYearStartMonth: 4, fiscalYearStartDay: 6 };
const short: BooksCalendar = { firstDay: d('2026-11-15'), fiscalYearStartMonth: 1, fiscalYearStartDay: 1 };

test.each<[RelativeSpan, BooksCalendar, string, string | undefined]>([
  ['month-to-date', january, '2027-01-18', '2027-01-01 2027-01-18'],
  ['last-month', january, '2027-01-18', '2026-12-01 2026-12-31'],
  ['last-month', january, '2028-03-31', '2028-02-01 2028-02-29'],
  ['quarter-to-date', january, '2026-05-02', '2026-04-01 2026-05-02'],
  ['last-quarter', january, '2027-01-18', '2026-10-01 2026-12-31'],
  ['year-to-date', january, '2026-05-02', '2026-01-01 2026-05-02'],
  ['last-year', january, '2027-01-18', '2026-01-01 2026-12-31'],
  ['last-closed-year', january, '2027-01-18', '2025-01-01 2025-12-31'],
  ['month-to-date', sixth, '2026-05-05', '2026-04-06 2026-05-05'],
  ['last-month', sixth, '2026-05-06', '2026-04-06 2026-05-05'],
  ['quarter-to-date', sixth, '2026-10-05', '2026-07-06 2026-10-05'],
  ['last-quarter', sixth, '2026-10-06', '2026-07-06 2026-10-05'],
  ['last-quarter', sixth, '2026-04-06', '2026-01-06 2026-04-05'],
  ['last-year', sixth, '2026-04-05', '2024-04-06 2025-04-05'],
  ['last-year', january, '2024-06-01', undefined],
  ['last-month', short, '2026-11-20', undefined],
  ['last-month', short, '2026-12-20', '2026-11-15 2026-11-30'],
  ['last-quarter', short, '2027-02-01', '2026-11-15 2026-12-31'],
  ['year-to-date', short, '2026-12-01', '2026-11-15 2026-12-01'],
  ['last-closed-year', short, '2027-02-01', undefined],
])('%s of %j on %s', (span, calendar, today, days) => {
  const found = daysOfSpan(span, calendar, d(today), new Set(['2025']));
  expect(found && `${found.from} ${found.to}`).toBe(days);
});

test('a span lies in the books and ends today or before, and what is past is followed by what goes on', () => {
  const calendars = fc.record({
    firstDay: fc.constantFrom(d('2020-01-01'), d('2024-02-29'), d('2025-07-13')),
    fiscalYearStartMonth: fc.integer({ min: 1, max: 12 }),
    fiscalYearStartDay: fc.integer({ min: 1, max: 31 }),
  });
  fc.assert(
    fc.property(calendars, fc.integer({ min: 0, max: 2000 }), (calendar, days) => {
      const today = addDays(calendar.firstDay, days);
      const read = (span: RelativeSpan) => daysOfSpan(span, calendar, today, new Set());
      for (const span of keysOf(RELATIVE_SPANS)) {
        const found = read(span);
        if (!found) continue;
        expect(found.from >= calendar.firstDay && found.from <= found.to && found.to <= today).toBe(true);
      }
      for (const [past, now] of [
        ['last-month', 'month-to-date'],
        ['last-quarter', 'quarter-to-date'],
        ['last-year', 'year-to-date'],
      ] as const) {
        const last = read(past);
        if (last) expect(addDays(last.to, 1)).toBe(read(now)?.from);
      }
    }),
  );
});
