import type { Chart } from '../accounts/chart.js';
import type { Breakdown } from '../breakdowns/breakdown.js';
import type { Contact } from '../contacts/contact.js';
import type { CivilDate } from '../dates/civil-date.js';
import type { CurrencyCode } from '../money/currency.js';
import type { BooksCalendar, Period } from '../organisations/books-calendar.js';

/** What an entry is checked against: the set-up of an organisation as it stands. */
export interface Books {
  readonly baseCurrency: CurrencyCode;
  readonly calendar: BooksCalendar;
  readonly chart: Chart;
  readonly breakdowns: readonly Breakdown[];
  readonly today: CivilDate;
  /** The last day in the old books, if a take-on has set one. */
  readonly changeoverDate?: CivilDate | undefined;
  readonly lockedPeriods: ReadonlySet<Period>;
  /** The labels of the years that are closed. */
  readonly closedYears?: ReadonlySet<string> | undefined;
  /** The contact with a number or a name, if there is one; for a merged one, the contact it was merged into. */
  readonly findContact: (numberOrName: string) => Pick<Contact, 'id' | 'name' | 'active'> | undefined;
}
