import type { AccountLedgerQuery, BalancesResponse } from '@just-ledger/contract';
import {
  addDays,
  addMonths,
  type CivilDate,
  dayBefore,
  daysBetween,
  endOfMonth,
  firstOfMonth,
  formatAmount,
  minor,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { loadChart } from '../accounts/account-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportSpan } from '../organisations/report-dates.js';
import { closingBalance, ledgerAccount } from './ledger-report.js';

/** Spans of up to so many days are told day by day. */
const SHORT = 92;

/** So many points are told at most. */
const MOST = 600;

/**
 * How the balance of an account went: what was brought forward, then the balance after each day on which it was moved, or
 * at the end of each month; a temporary account within its fiscal year, as its ledger has it.
 */
export function balancePoints(
  db: Db,
  books: Organisation,
  query: AccountLedgerQuery,
  today: CivilDate,
): BalancesResponse {
  const account = ledgerAccount(loadChart(db, books.id), query.account);
  const { from, to } = reportSpan(query, books, today);
  const isShort = daysBetween(from, to) <= SHORT;
  const days = isShort ? movedDays(db, books.id, account.id, from, to) : monthEnds(from, to);
  const dates = [dayBefore(from), ...days, ...(days.at(-1) === to ? [] : [to])];
  return {
    step: isShort ? 'day' : 'month',
    points: dates.slice(-MOST).map((date) => ({
      date,
      balance: formatAmount(minor(closingBalance(db, books, account, date)), books.baseCurrency),
    })),
  };
}

/** The days of a span on which an account was moved: from one to the next by the index, whatever lies on them. */
function movedDays(db: Db, organisation: number, account: number, from: CivilDate, to: CivilDate): CivilDate[] {
  const next = db.$client
    .prepare<[number, number, string, string], CivilDate | null>(
      'SELECT min(date) FROM line WHERE organisation = ? AND account = ? AND date >= ? AND date <= ?',
    )
    .pluck();
  const days: CivilDate[] = [];
  for (let day = next.get(organisation, account, from, to); day;) {
    days.push(day);
    day = next.get(organisation, account, addDays(day, 1), to);
  }
  return days;
}

function monthEnds(from: CivilDate, to: CivilDate): CivilDate[] {
  const ends: CivilDate[] = [];
  for (let end = endOfMonth(from); end <= to; end = endOfMonth(addMonths(firstOfMonth(end), 1))) ends.push(end);
  return ends;
}
