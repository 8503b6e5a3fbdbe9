import type { Books, Period } from '@just-ledger/core';
import type { BooksNow } from '../../api/books-queries.js';

/** What core needs to say whether something can be posted on a date. */
export function booksForDates({
  calendar,
  organisation,
  years: { years, broughtForward, today },
}: BooksNow): Pick<Books, 'calendar' | 'changeoverDate' | 'today' | 'lockedPeriods' | 'closedYears'> {
  const periods = [broughtForward, ...years.flatMap((year) => year.periods)];
  return {
    calendar,
    today,
    changeoverDate: organisation.changeoverDate ?? undefined,
    lockedPeriods: new Set(periods.filter(({ locked }) => locked).map(({ period }) => period as Period)),
    closedYears: new Set(years.filter(({ closed }) => closed).map(({ year }) => year)),
  };
}
