import { addDays, type CivilDate } from '../dates/civil-date.js';
import { weekdayOf } from '../dates/weekday.js';

/** What becomes of a date that falls on a weekend or a holiday. */
export const BUSINESS_DAY_RULES = ['as-is', 'before', 'after'] as const;

/** One of {@link BUSINESS_DAY_RULES}. */
export type BusinessDayRule = (typeof BUSINESS_DAY_RULES)[number];

/** The days on which an organisation does no business, besides Saturdays and Sundays. */
export type Holidays = ReadonlySet<string>;

/** Whether business is done on a date. */
export function isBusinessDay(date: CivilDate, holidays: Holidays): boolean {
  const weekday = weekdayOf(date);
  return weekday !== 'saturday' && weekday !== 'sunday' && !holidays.has(date);
}

/**
 * A date, or the business day next to it. “Before” and “after” are plain: the day may lie in another month or year.
 *
 * @example onBusinessDay(d('2028-02-29'), 'after', new Set(['2028-02-29'])) // → '2028-03-01'
 */
export function onBusinessDay(date: CivilDate, rule: BusinessDayRule, holidays: Holidays): CivilDate {
  if (rule === 'as-is') return date;
  let moved = date;
  while (!isBusinessDay(moved, holidays)) moved = addDays(moved, rule === 'before' ? -1 : 1);
  return moved;
}

/**
 * The last nominal date that may fall on a day or before it, once it is moved.
 *
 * @example lastNominal(d('2027-01-01'), 'before', new Set()) // a Friday → '2027-01-03', the Sunday after it
 */
export function lastNominal(to: CivilDate, rule: BusinessDayRule, holidays: Holidays): CivilDate {
  if (rule !== 'before') return to;
  let last = to;
  while (!isBusinessDay(addDays(last, 1), holidays)) last = addDays(last, 1);
  return last;
}

/** How a rule is said after a schedule. @example moveWords('before') // → ', or the business day before' */
export function moveWords(rule: BusinessDayRule | undefined): string {
  return rule === undefined || rule === 'as-is' ? '' : `, or the business day ${rule}`;
}
