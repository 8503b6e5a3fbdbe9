import { addMonths, civilDate, partsOf, type CivilDate } from '../dates/civil-date.js';
import { monthFromName, typedDate, type DateOrder } from '../dates/typed-date.js';
import { type BooksCalendar, daysOfPeriod, findFiscalYear, fiscalYearOf, monthOf } from './books-calendar.js';

/**
 * Reads a span as people type it: a fiscal year (`2026`), a month (`jan`), months (`jan-mar`), a day (`17/6`) or two
 * days (`1/4-17/6`). Months without a year lie in the fiscal year of `near`.
 *
 * @returns the span, or undefined if the text is none
 * @example typedSpan('jan-mar', d('2027-01-18'), fromApril) // → 2027-01-01 to 2027-03-31
 */
export function typedSpan(
  text: string,
  near: CivilDate,
  calendar: BooksCalendar,
  order: DateOrder = 'day-first',
): { readonly from: CivilDate; readonly to: CivilDate } | undefined {
  const typed = text.trim().toLowerCase();
  const year = findFiscalYear(calendar, typed);
  if (year) return { from: year.first, to: year.last };
  const day = typedDate(typed, near, order);
  if (day) return { from: day, to: day };
  const [begin, end = begin, ...rest] = typed.split(/\s*[-–]\s*/);
  if (!begin || !end || rest.length > 0) return undefined;
  const [from, to] = [partOf(begin, near, calendar, order), partOf(end, near, calendar, order)];
  return from && to && from.from <= to.to ? { from: from.from, to: to.to } : undefined;
}

function partOf(
  text: string,
  near: CivilDate,
  calendar: BooksCalendar,
  order: DateOrder,
): { from: CivilDate; to: CivilDate } | undefined {
  const month = monthFromName(text);
  if (month === undefined) {
    const day = typedDate(text, near, order);
    return day && { from: day, to: day };
  }
  const { first } = fiscalYearOf(calendar, near);
  const begin = civilDate(partsOf(first).year, month, 1);
  const span = daysOfPeriod(calendar, monthOf(begin));
  return span.to < first ? daysOfPeriod(calendar, monthOf(addMonths(begin, 12))) : span;
}
