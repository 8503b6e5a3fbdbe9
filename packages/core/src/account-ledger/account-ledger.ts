import { isTemporary, type Account } from '../accounts/account.js';
import type { CivilDate } from '../dates/civil-date.js';
import { ZERO, add, type Minor } from '../money/minor.js';
import { fiscalYearOf, periodOf, type BooksCalendar } from '../organisations/books-calendar.js';

/** A line as a ledger lists it; amounts in minor units, debit positive. */
export interface LedgerLine {
  readonly date: CivilDate;
  readonly amount: Minor;
}

/** A ledger row: a line with the balance after it, or the end of a year that was not closed. */
export type LedgerRow<L extends LedgerLine> =
  | { readonly type: 'line'; readonly line: L; readonly balance: Minor }
  | { readonly type: 'year-ended'; readonly date: CivilDate; readonly amount: Minor; readonly balance: Minor };

/**
 * Runs the balance of an account through its lines. A temporary account starts each fiscal year at zero: where a year
 * ended without being closed, a row of its own takes the balance away.
 *
 * @param opening the balance before the first line, within its fiscal year for a temporary account
 * @param openedOn the day that `opening` stands for, usually the first day asked for
 * @param lines in the order of date and posting
 * @param until the last day asked for
 */
export function accountLedger<L extends LedgerLine>(
  account: Account,
  calendar: BooksCalendar,
  opening: Minor,
  openedOn: CivilDate,
  lines: readonly L[],
  until: CivilDate,
): LedgerRow<L>[] {
  const rows: LedgerRow<L>[] = [];
  let [balance, day] = [opening, openedOn];
  const passTo = (date: CivilDate): void => {
    if (isTemporary(account) && balance !== 0 && yearKey(calendar, day) !== yearKey(calendar, date)) {
      rows.push({ type: 'year-ended', date: lastDayBeside(calendar, day), amount: negate(balance), balance: ZERO });
      balance = ZERO;
    }
    day = date;
  };
  for (const line of lines) {
    passTo(line.date);
    balance = add(balance, line.amount);
    rows.push({ type: 'line', line, balance });
  }
  passTo(until);
  return rows;
}

/** The day from which an account's balance at a date is counted: its year's first day if it is temporary. */
export function countsFrom(account: Account, calendar: BooksCalendar, date: CivilDate): CivilDate | undefined {
  if (!isTemporary(account) || periodOf(calendar, date) === 'brought-forward') return undefined;
  return fiscalYearOf(calendar, date).first;
}

function yearKey(calendar: BooksCalendar, date: CivilDate): string {
  return date < calendar.firstDay ? 'brought forward' : fiscalYearOf(calendar, date).label;
}

function lastDayBeside(calendar: BooksCalendar, date: CivilDate): CivilDate {
  return date < calendar.firstDay ? date : fiscalYearOf(calendar, date).last;
}

function negate(amount: Minor): Minor {
  return -amount as Minor;
}
