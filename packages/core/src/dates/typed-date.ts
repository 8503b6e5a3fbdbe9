import { addMonths, daysInMonth, isCivilDate, partsOf, type CivilDate } from './civil-date.js';
import { MONTH_NAMES } from './month-names.js';

/** Which comes first in `3/4`. */
export const DATE_ORDERS = ['day-first', 'month-first'] as const;

/** One of {@link DATE_ORDERS}. */
export type DateOrder = (typeof DATE_ORDERS)[number];

/**
 * Reads a date as people type it: `17`, `17/6`, `1706`, `17.6.26`, `170626`, `17 jun`, `jun 17`, `30/9/2026`,
 * `2026-09-30`. Day and month in the other order than the person's own are understood where they can mean only that.
 * What is left out comes from the nearest date to `near`: a day alone means that day in its month, a day and month
 * that date in the year that lies closest.
 *
 * @param near the date to complete from, usually the last entry's
 * @param order which comes first in `3/4`; day first unless the person chose otherwise
 * @returns the date, or undefined if the text is none
 * @example typedDate('17/6', d('2026-09-30')) // → '2026-06-17'
 */
export function typedDate(text: string, near: CivilDate, order: DateOrder = 'day-first'): CivilDate | undefined {
  const typed = text.trim().toLowerCase();
  if (isCivilDate(typed)) return typed;
  const parts = partsTyped(typed);
  if (parts.length === 0 || parts.length > 3) return undefined;
  const named = parts.findIndex((part) => monthFromName(part) !== undefined);
  const numbers = parts
    .filter((_, index) => index !== named)
    .map((part) => (/^\d{1,4}$/.test(part) ? Number(part) : NaN));
  if (numbers.some(Number.isNaN)) return undefined;

  const { year: nearYear, month: nearMonth } = partsOf(near);
  const name = named >= 0 ? monthFromName(parts[named] ?? '') : undefined;
  if (name !== undefined) {
    const [day, year] = numbers;
    if (day === undefined || numbers.length > 2) return undefined;
    return year === undefined ? nearest(name, day, near) : dated(fullYear(year), name, day);
  }
  const [a, b, year] = numbers;
  if (a === undefined) return undefined;
  if (b === undefined) return dated(nearYear, nearMonth, a);
  const [day, month] = order === 'day-first' ? [a, b] : [b, a];
  const read = (m: number, day: number): CivilDate | undefined =>
    year === undefined ? nearest(m, day, near) : dated(fullYear(year), m, day);
  return read(month, day) ?? read(day, month);
}

/** The parts of a date; four, six or eight digits in one go are day, month and year. */
function partsTyped(typed: string): string[] {
  const run = /^(\d\d)(\d\d)(\d\d|\d{4})?$/.exec(typed);
  if (run) return run.slice(1).filter((part) => part !== undefined);
  return typed.split(/[\s/.,-]+/).filter((part) => part !== '');
}

/** The month (1–12) that a name or its first three letters or more mean. @example monthFromName('sept') // → 9 */
export function monthFromName(text: string): number | undefined {
  if (text.length < 3) return undefined;
  const index = MONTH_NAMES.findIndex((name) => name.toLowerCase().startsWith(text.toLowerCase()));
  return index < 0 ? undefined : index + 1;
}

function fullYear(year: number): number {
  return year < 100 ? 2000 + year : year;
}

function dated(year: number, month: number, day: number): CivilDate | undefined {
  if (month < 1 || month > 12 || day < 1 || day > daysInMonth(year, month)) return undefined;
  const text = `${year}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
  return isCivilDate(text) ? text : undefined;
}

function nearest(month: number, day: number, near: CivilDate): CivilDate | undefined {
  const { year } = partsOf(near);
  const [early, late] = [addMonths(near, -6), addMonths(near, 6)];
  const candidates = [year, year - 1, year + 1].map((candidate) => dated(candidate, month, day));
  return candidates.find((date) => date !== undefined && date > early && date <= late) ?? candidates.find(Boolean);
}
