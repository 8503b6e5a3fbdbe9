import { addDays, addMonths, type CivilDate, civilDate, endOfMonth, partsOf } from '../dates/civil-date.js';
import type { BooksCalendar } from '../organisations/books-calendar.js';

/** How long periods of tax are. */
export const TAX_PERIODS = { month: 1, quarter: 3 } as const;

/** A key of {@link TAX_PERIODS}. */
export type TaxPeriodLength = keyof typeof TAX_PERIODS;

/** A span of days for which tax is reported. */
export interface TaxPeriod {
  readonly from: CivilDate;
  readonly to: CivilDate;
}

/**
 * The month or the quarter of the fiscal year in which a day lies.
 *
 * @example taxPeriodOf(fromApril, 'quarter', parseCivilDate('2027-05-10')) // → {from: 1 April 2027, to: 30 June 2027}
 */
export function taxPeriodOf(
  { fiscalYearStartMonth }: Pick<BooksCalendar, 'fiscalYearStartMonth'>,
  length: TaxPeriodLength,
  day: CivilDate,
): TaxPeriod {
  const months = TAX_PERIODS[length];
  const { year, month } = partsOf(day);
  const since = (month - fiscalYearStartMonth + 12) % months;
  const from = addMonths(civilDate(year, month, 1), -since);
  return { from, to: endOfMonth(addMonths(from, months - 1)) };
}

/** The period of the same length after one, or before it. */
export function nextTaxPeriod(
  calendar: Pick<BooksCalendar, 'fiscalYearStartMonth'>,
  length: TaxPeriodLength,
  { from, to }: TaxPeriod,
  by: 1 | -1,
): TaxPeriod {
  return taxPeriodOf(calendar, length, by === 1 ? addDays(to, 1) : addDays(from, -1));
}
