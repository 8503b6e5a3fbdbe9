import { addDays, civilDate, daysBetween, endOfMonth, firstOfMonth, type CivilDate } from './civil-date.js';

/** The days of the week, from Monday as ISO 8601 counts them. */
export const WEEKDAYS = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'] as const;

/** One of {@link WEEKDAYS}. */
export type Weekday = (typeof WEEKDAYS)[number];

/** Whether a text names a day of the week. */
export function isWeekday(text: string): text is Weekday {
  return WEEKDAYS.some((day) => day === text);
}

/** The day of the week of a date. @example weekdayOf(d('2024-02-29')) // → 'thursday' */
export function weekdayOf(date: CivilDate): Weekday {
  // 1 January 1900, the earliest date there is, was a Monday
  return WEEKDAYS[daysBetween(civilDate(1900, 1, 1), date) % 7] ?? 'monday';
}

/** A day of the week as it is written. @example weekdayName('monday') // → 'Monday' */
export function weekdayName(weekday: Weekday): string {
  return `${weekday.slice(0, 1).toUpperCase()}${weekday.slice(1)}`;
}

/**
 * A weekday of a date's month.
 *
 * @param nth 1 to 5, or the last; a month without a fifth has its last
 * @example nthWeekday(d('2024-02-10'), 2, 'tuesday') // → '2024-02-13'
 */
export function nthWeekday(month: CivilDate, nth: number | 'last', weekday: Weekday): CivilDate {
  const wanted = WEEKDAYS.indexOf(weekday);
  const first = firstOfMonth(month);
  const last = endOfMonth(month);
  if (nth === 'last') {
    return addDays(last, -((WEEKDAYS.indexOf(weekdayOf(last)) - wanted + 7) % 7));
  }
  const date = addDays(first, ((wanted - WEEKDAYS.indexOf(weekdayOf(first)) + 7) % 7) + 7 * (nth - 1));
  return date > last ? addDays(date, -7) : date;
}
