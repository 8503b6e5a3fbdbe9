import { type Books, type ClosingPeriods, mayPostWhileClosing, type Period } from '@just-ledger/core';
import type { BooksNow } from '../../api/books-queries.js';

/** What is asked of books to say whether something can be posted on a date. */
export type BooksForDates = Pick<
  Books,
  'calendar' | 'changeoverDate' | 'today' | 'lockedPeriods' | 'closedYears' | 'closing'
>;

/** What core needs to say whether something can be posted on a date by whoever is signed in. */
export function booksForDates({
  calendar,
  organisation,
  years: { years, broughtForward, today },
}: BooksNow): BooksForDates {
  const periods = [broughtForward, ...years.flatMap((year) => year.periods)];
  const named = (which: (period: (typeof periods)[number]) => boolean): ReadonlySet<Period> =>
    new Set(periods.filter(which).map(({ period }) => period));
  const who = organisation.postsWhileClosing;
  const closing: ClosingPeriods = { periods: named((period) => period.closing !== null), who };
  return {
    calendar,
    today,
    changeoverDate: organisation.changeoverDate ?? undefined,
    lockedPeriods: named(({ locked }) => locked),
    closedYears: new Set(years.filter(({ closed }) => closed).map(({ year }) => year)),
    // who posts nothing is told so elsewhere
    ...(!mayPostWhileClosing(who, organisation.role) && { closing }),
  };
}
