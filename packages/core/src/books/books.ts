import type { Chart } from '../accounts/chart.js';
import type { Breakdown } from '../breakdowns/breakdown.js';
import type { Contact } from '../contacts/contact.js';
import type { CurrencyKept } from '../currencies/currency-kept.js';
import type { CivilDate } from '../dates/civil-date.js';
import type { CurrencyCode } from '../money/currency.js';
import type { RateQuote } from '../money/rate.js';
import type { BooksCalendar, Period } from '../organisations/books-calendar.js';
import type { ClosingPeriods } from './posting-while-closing.js';
import type { TaxCode } from '../tax-codes/tax-code.js';

/** What is known of foreign currencies. */
export interface Exchange {
  /** The rate that holds on a day, if the table has one. */
  readonly rateOn: (currency: CurrencyCode, date: CivilDate) => RateQuote | undefined;
  /** The accounts set up for a currency's gains and losses. */
  readonly accounts: (currency: CurrencyCode) => CurrencyKept['accounts'];
}

/** What an entry is checked against: the set-up of an organisation as it stands. */
export interface Books {
  readonly baseCurrency: CurrencyCode;
  readonly calendar: BooksCalendar;
  readonly chart: Chart;
  readonly breakdowns: readonly Breakdown[];
  /** Codes that lines may name; left out where there are none. */
  readonly taxCodes?: readonly TaxCode[] | undefined;
  readonly today: CivilDate;
  /** The last day in the old books, if a take-on has set one. */
  readonly changeoverDate?: CivilDate | undefined;
  readonly lockedPeriods: ReadonlySet<Period>;
  /** The periods that are being closed and into which whoever asks may not post; left out where that is not asked. */
  readonly closing?: ClosingPeriods | undefined;
  /** The labels of the years that are closed. */
  readonly closedYears?: ReadonlySet<string> | undefined;
  /** Rates and the accounts for gains and losses; left out where no foreign currency is kept. */
  readonly exchange?: Exchange | undefined;
  /** The contact with a number or a name, if there is one; for a merged one, the contact it was merged into. */
  readonly findContact: (numberOrName: string) => Pick<Contact, 'id' | 'name' | 'active' | 'terms'> | undefined;
}
