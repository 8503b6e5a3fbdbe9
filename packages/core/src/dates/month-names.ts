import { dayOf, partsOf, type CivilDate } from './civil-date.js';

/** English month names, January first. */
export const MONTH_NAMES: readonly string[] = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];

/** A date as headings write it. @example longDate(d('2026-03-31')) // → '31 March 2026' */
export function longDate(date: CivilDate): string {
  const { year, month, day } = partsOf(date);
  return `${day} ${MONTH_NAMES[month - 1]} ${year}`;
}

/** A date as lists write it. @example shortDate(d('2026-03-31')) // → '31 Mar 2026' */
export function shortDate(date: CivilDate): string {
  const { year, month, day } = partsOf(date);
  return `${day} ${MONTH_NAMES[month - 1]?.slice(0, 3)} ${year}`;
}

/**
 * A moment as it is shown, in UTC.
 *
 * @param moment as ISO 8601 writes it, in UTC
 * @example longMoment('2027-01-18T14:05:09.000Z') // → '18 January 2027, 14:05 UTC'
 */
export function longMoment(moment: string): string {
  return `${longDate(dayOf(moment))}, ${moment.slice(11, 16)} UTC`;
}
