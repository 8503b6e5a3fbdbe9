import { parseCivilDate, type CivilDate } from './civil-date.js';

/** The zone in which nobody lives, for books that name none. */
export const NO_TIME_ZONE = 'UTC';

/** Whether a text names a time zone of the IANA database. @example isTimeZone('Europe/Dublin') // → true */
export function isTimeZone(text: string): boolean {
  if (!/^[A-Za-z][\w+-]*(\/[\w+-]+)*$/.test(text)) return false;
  try {
    formatOf(text);
    return true;
  } catch {
    return false;
  }
}

/**
 * The civil date of a moment where a time zone holds.
 *
 * @param timeZone a name of the IANA database
 * @throws {RangeError} if there is no such zone
 * @example dayIn('Pacific/Auckland', new Date('2026-11-27T23:30:00Z')) // → '2026-11-28'
 */
export function dayIn(timeZone: string, moment: Date): CivilDate {
  const parts = new Map(
    formatOf(timeZone)
      .formatToParts(moment)
      .map(({ type, value }) => [type, value]),
  );
  return parseCivilDate(`${parts.get('year')}-${parts.get('month')}-${parts.get('day')}`);
}

const formats = new Map<string, Intl.DateTimeFormat>();

function formatOf(timeZone: string): Intl.DateTimeFormat {
  const known = formats.get(timeZone);
  if (known) return known;
  const made = new Intl.DateTimeFormat('en', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' });
  formats.set(timeZone, made);
  return made;
}
