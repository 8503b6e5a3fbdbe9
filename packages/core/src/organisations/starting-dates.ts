import { dayBefore, partsOf, type CivilDate } from '../dates/civil-date.js';
import { daysOfPeriod, fiscalYearBegin, monthOf, type YearStart } from './books-calendar.js';

/** How books begin: a new organisation, or one that kept books elsewhere before. */
export type Beginning =
  /** It begins itself; its first year may be short. */
  | { readonly type: 'founded'; readonly on: CivilDate }
  /** It goes back to the first month of its year, whatever the month in which somebody starts to write. */
  | { readonly type: 'from-year-start'; readonly firstMonth: CivilDate }
  /** It starts with a month within a year: what the year brought before is taken on as balances. */
  | { readonly type: 'from-changeover'; readonly firstMonth: CivilDate };

/** The dates with which books begin. */
export interface StartingDates {
  readonly firstDay: CivilDate;
  /** The last day in the old books; undefined if there were none. */
  readonly changeoverDate?: CivilDate;
}

/**
 * The first day and changeover date of new books.
 *
 * @param start when fiscal years begin
 * @example startingDates({type: 'from-changeover', firstMonth: d('2026-09-01')}, fromJanuary) // → first day 1 January, changeover 31 August 2026
 * @example startingDates({type: 'founded', on: d('2026-06-10')}, fromJanuary) // → a first year from 10 June to 31 December 2026
 */
export function startingDates(beginning: Beginning, start: YearStart): StartingDates {
  if (beginning.type === 'founded') return { firstDay: beginning.on };
  const { from } = daysOfPeriod(start, monthOf(beginning.firstMonth));
  const first = fiscalYearBegin(start, from);
  return { firstDay: first, changeoverDate: dayBefore(beginning.type === 'from-year-start' ? first : from) };
}

/** Whether a month lies within a fiscal year rather than at its beginning, so that there is something to decide. */
export function isMidYear(firstMonth: CivilDate, { fiscalYearStartMonth }: YearStart): boolean {
  return partsOf(firstMonth).month !== fiscalYearStartMonth;
}
