import { addDays, endOfMonth, type CivilDate } from '../dates/civil-date.js';
import { problem, refused, valid, type Checked } from '../problems/problem.js';

/** When a document falls due: so many days after its date, or after the end of its month. */
export interface Terms {
  /** Whole days, 0 to 365. */
  readonly days: number;
  readonly fromMonthEnd: boolean;
}

/**
 * The day on which a document falls due.
 *
 * @param date the document's date
 * @example dueOn({days: 10, fromMonthEnd: true}, parseCivilDate('2027-01-12')) // → '2027-02-10'
 */
export function dueOn(terms: Terms, date: CivilDate): CivilDate {
  return addDays(terms.fromMonthEnd ? endOfMonth(date) : date, terms.days);
}

/**
 * Reads terms as they are typed.
 *
 * @returns undefined for an empty text
 * @example parseTerms('30') // → 30 days; parseTerms('10 after month end') // → 10 days after the end of the month
 */
export function parseTerms(text: string): Checked<Terms | undefined> {
  const typed = text.trim().toLowerCase();
  if (typed === '') return valid(undefined);
  if (/^(at once|0)$/.test(typed)) return valid({ days: 0, fromMonthEnd: false });
  const match = /^(\d{1,3})(?: days?)?( after month end)?$/.exec(typed);
  const days = Number(match?.[1]);
  if (!match || days > 365) {
    const message = 'Terms are days, such as “30”, or “10 after month end”; at most 365.';
    return refused([problem('terms', 'terms', message)]);
  }
  return valid({ days, fromMonthEnd: match[2] !== undefined });
}

/** Terms as people read and type them. @example termsText({days: 30, fromMonthEnd: false}) // → '30 days' */
export function termsText({ days, fromMonthEnd }: Terms): string {
  if (days === 0 && !fromMonthEnd) return 'at once';
  return `${days} ${days === 1 ? 'day' : 'days'}${fromMonthEnd ? ' after month end' : ''}`;
}
