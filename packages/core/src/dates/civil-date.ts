/** A calendar day as `YYYY-MM-DD`, without time or zone; texts compare in the order of days. */
export type CivilDate = string & { readonly __brand: 'CivilDate' };

/** The first of the years that the books take. */
export const EARLIEST_YEAR = 1900;

/** The span of years that the books take: 1900 to 2999. */
const SHAPE = /^(19\d\d|2\d\d\d)-(\d\d)-(\d\d)$/;

/** Whether a text is a real day of the Gregorian calendar. @example isCivilDate('2023-02-29') // → false */
export function isCivilDate(text: string): text is CivilDate {
  const match = SHAPE.exec(text);
  if (!match) return false;
  const [year, month, day] = [Number(match[1]), Number(match[2]), Number(match[3])];
  return month >= 1 && month <= 12 && day >= 1 && day <= daysInMonth(year, month);
}

/**
 * Takes a day from outside.
 *
 * @throws {RangeError} if there is no such day
 * @example parseCivilDate('2024-02-29') // → '2024-02-29'
 */
export function parseCivilDate(text: string): CivilDate {
  if (!isCivilDate(text)) throw new RangeError(`${text} is not a date`);
  return text;
}

/** Year, month (1–12) and day of a date. @example partsOf(d('2026-09-30')) // → {year: 2026, month: 9, day: 30} */
export function partsOf(date: CivilDate): { readonly year: number; readonly month: number; readonly day: number } {
  return { year: Number(date.slice(0, 4)), month: Number(date.slice(5, 7)), day: Number(date.slice(8, 10)) };
}

/** Days in a month (1–12). @example daysInMonth(2024, 2) // → 29 */
export function daysInMonth(year: number, month: number): number {
  if (month === 2) return year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0) ? 29 : 28;
  return month === 4 || month === 6 || month === 9 || month === 11 ? 30 : 31;
}

/**
 * A date from its parts.
 *
 * @throws {RangeError} if there is no such day
 * @example civilDate(2026, 9, 30) // → '2026-09-30'
 */
export function civilDate(year: number, month: number, day: number): CivilDate {
  const two = (n: number): string => String(n).padStart(2, '0');
  return parseCivilDate(`${String(year).padStart(4, '0')}-${two(month)}-${two(day)}`);
}

/** Days since 1 March of year 0, the proleptic Gregorian count (common practice: years that begin in March). */
function dayNumber({ year, month, day }: { year: number; month: number; day: number }): number {
  const y = month <= 2 ? year - 1 : year;
  const m = month <= 2 ? month + 9 : month - 3;
  return (
    365 * y + Math.floor(y / 4) - Math.floor(y / 100) + Math.floor(y / 400) + Math.floor((153 * m + 2) / 5) + day
  );
}

/** Which of two dates is the earlier, as a sort asks for it. */
export function compareDates(a: CivilDate, b: CivilDate): number {
  return a === b ? 0 : a < b ? -1 : 1;
}

/**
 * The date some days later or earlier.
 *
 * @param days whole days, negative for earlier
 * @example addDays(d('2024-02-28'), 2) // → '2024-03-01'
 */
export function addDays(date: CivilDate, days: number): CivilDate {
  let { year, month, day } = partsOf(date);
  day += days;
  while (day < 1) {
    month -= 1;
    if (month < 1) [year, month] = [year - 1, 12];
    day += daysInMonth(year, month);
  }
  while (day > daysInMonth(year, month)) {
    day -= daysInMonth(year, month);
    month += 1;
    if (month > 12) [year, month] = [year + 1, 1];
  }
  return civilDate(year, month, day);
}

/** The day before. @example dayBefore(d('2026-04-01')) // → '2026-03-31' */
export function dayBefore(date: CivilDate): CivilDate {
  return addDays(date, -1);
}

/** Whole days from one date to another, negative if the second is earlier. @example daysBetween(a, a) // → 0 */
export function daysBetween(from: CivilDate, to: CivilDate): number {
  return dayNumber(partsOf(to)) - dayNumber(partsOf(from));
}

/**
 * The same day some months on; where the month is shorter, its last day.
 *
 * @param months whole months, negative for earlier
 * @param day the day wanted, by default that of the date; a schedule on the 31st passes 31 so that it does not drift
 * @example addMonths(d('2024-01-31'), 1) // → '2024-02-29'
 */
export function addMonths(date: CivilDate, months: number, day?: number): CivilDate {
  const from = partsOf(date);
  const index = from.year * 12 + (from.month - 1) + months;
  const [year, month] = [Math.floor(index / 12), (index % 12) + 1];
  return civilDate(year, month, Math.min(day ?? from.day, daysInMonth(year, month)));
}

/**
 * The same day a year before; the last day of a month stays one.
 *
 * @example yearBefore(d('2025-02-28')) // → '2024-02-29'
 */
export function yearBefore(date: CivilDate): CivilDate {
  const before = addMonths(date, -12);
  return date === endOfMonth(date) ? endOfMonth(before) : before;
}

/** The first day of a date's month. @example firstOfMonth(d('2026-02-14')) // → '2026-02-01' */
export function firstOfMonth(date: CivilDate): CivilDate {
  const { year, month } = partsOf(date);
  return civilDate(year, month, 1);
}

/** The last day of a date's month. @example endOfMonth(d('2024-02-10')) // → '2024-02-29' */
export function endOfMonth(date: CivilDate): CivilDate {
  const { year, month } = partsOf(date);
  return civilDate(year, month, daysInMonth(year, month));
}

/** The first day of the month after a date's. @example firstOfNextMonth(d('2026-12-31')) // → '2027-01-01' */
export function firstOfNextMonth(date: CivilDate): CivilDate {
  return addDays(endOfMonth(date), 1);
}

/** The earlier of two dates. @example earlierOf(d('2026-01-01'), d('2025-01-01')) // → '2025-01-01' */
export function earlierOf(a: CivilDate, b: CivilDate): CivilDate {
  return a < b ? a : b;
}

/** The later of two dates. @example laterOf(d('2026-01-01'), d('2025-01-01')) // → '2026-01-01' */
export function laterOf(a: CivilDate, b: CivilDate): CivilDate {
  return a > b ? a : b;
}

/** The day of a UTC moment. @throws {RangeError} @example dayOf('2026-11-27T08:00:00.000Z') // → '2026-11-27' */
export function dayOf(moment: string): CivilDate {
  return parseCivilDate(moment.slice(0, 10));
}
