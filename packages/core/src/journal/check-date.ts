import { isCivilDate, type CivilDate } from '../dates/civil-date.js';
import { longDate } from '../dates/month-names.js';
import { fiscalYearOf, horizonOf, periodName, periodOf, yearName } from '../organisations/books-calendar.js';
import { problem, refused, valid, type Checked } from '../problems/problem.js';
import type { Books } from '../books/books.js';
import { closingProblem } from '../books/posting-while-closing.js';
import type { EntryKind } from '../ledger/entry-kind.js';

/**
 * Checks that an entry of a kind may stand on a date: within the books, in an open period, opening entries not after
 * the changeover, all others not before the first day.
 *
 * @param reversesOpening for a reversing entry: whether it takes back an opening entry, which may lie before the first day
 * @returns the date, or one problem at `date`
 */
export function checkDate(
  text: string,
  kind: EntryKind,
  books: Pick<Books, 'calendar' | 'changeoverDate' | 'today' | 'lockedPeriods' | 'closedYears' | 'closing'>,
  reversesOpening = false,
): Checked<CivilDate> {
  const refuse = (code: string, message: string): Checked<CivilDate> => refused([problem(code, 'date', message)]);
  if (text.trim() === '') return refuse('not-a-date', 'Enter a date.');
  if (!isCivilDate(text)) return refuse('not-a-date', `“${text}” is not a date, such as 30 September 2026.`);
  const { calendar, changeoverDate, today } = books;
  const isOpening = kind === 'opening' || reversesOpening;
  if (text < calendar.firstDay && !isOpening) {
    return refuse(
      'before-first-day',
      `These books begin on ${longDate(calendar.firstDay)}; only opening entries are dated before.`,
    );
  }
  const lastOpening = changeoverDate ?? calendar.firstDay;
  if (kind === 'opening' && text > lastOpening) {
    return refuse('opening-after-changeover', `Opening entries are dated up to ${longDate(lastOpening)}.`);
  }
  const horizon = horizonOf(calendar, today);
  if (text > horizon) return refuse('beyond-horizon', `The books take dates up to ${longDate(horizon)}.`);
  const period = periodOf(calendar, text);
  if (books.lockedPeriods.has(period)) {
    const year = fiscalYearOf(calendar, text);
    if (books.closedYears?.has(year.label)) {
      return refuse(
        'period-locked',
        `${yearName(year)} is closed. Reopen the year first, or date the entry in an open month.`,
      );
    }
    const name = periodName(calendar, period);
    return refuse(
      'period-locked',
      `${name[0]?.toUpperCase()}${name.slice(1)} is locked. Unlock it first, or date the entry in an open month.`,
    );
  }
  if (books.closing?.periods.has(period)) return refused([closingProblem(calendar, period, books.closing.who)]);
  return valid(text);
}
