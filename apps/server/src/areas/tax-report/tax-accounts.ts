import {
  type AccountId,
  type CivilDate,
  dayBefore,
  entryNumber,
  minor,
  type Minor,
  type TaxAccountSums,
  type TaxCode,
} from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { flowsBetween, type LedgerView, periodNumber } from '../ledger/flow-store.js';
import type { Settlement } from './settlement-store.js';

/** So many entries are named that have nothing to do with taxes. */
const MOST_NAMED = 10;

/** The accounts that taxes go to: those of the codes as they are set up, and those that lines ever went to. */
export function taxAccounts(db: Db, organisation: number, codes: readonly TaxCode[]): AccountId[] {
  const named = codes.flatMap(({ rates }) =>
    rates.flatMap(({ parts }) => parts.flatMap(({ account }) => account ?? [])),
  );
  // from one account to the next by the index: there may be very many lines
  const posted = db.all<{ account: AccountId | null }>(sql`
    WITH RECURSIVE found (account) AS (
      SELECT min(account) FROM line WHERE organisation = ${organisation} AND tax_side IS NOT NULL
      UNION ALL
      SELECT (SELECT min(account) FROM line WHERE organisation = ${organisation} AND tax_side IS NOT NULL
        AND account > found.account) FROM found WHERE found.account IS NOT NULL)
    SELECT account FROM found WHERE account IS NOT NULL`);
  return [...new Set([...named, ...posted.flatMap(({ account }) => account ?? [])])];
}

/** What moved on an account in a span, and the entries on it that have nothing to do with taxes. */
export interface TaxAccount extends TaxAccountSums {
  readonly otherEntries: readonly string[];
}

/** An account of taxes over a span: its balances from the totals, its lines one by one. */
export function taxAccount(
  db: Db,
  view: LedgerView,
  account: AccountId,
  from: CivilDate,
  to: CivilDate,
  settlements: readonly Settlement[],
): TaxAccount {
  const total = (until: CivilDate): Minor =>
    minor(flowsBetween(db, view, undefined, until, account).reduce((sum, { amount }) => sum + amount, 0));
  const settling = JSON.stringify(settlements.map(({ place }) => place));
  const { organisation } = view;
  const isSettling = sql`(l.entry IN (SELECT value FROM json_each(${settling})) OR l.entry IN (
    SELECT r.place FROM json_each(${settling}) AS s CROSS JOIN entry AS r INDEXED BY entry_reverses
      ON r.organisation = ${organisation} AND r.reverses = s.value))`;
  const what = sql`CASE WHEN l.tax_code IS NOT NULL AND l.tax_side IS NOT NULL THEN 'tax'
    WHEN ${isSettling} THEN 'settled' ELSE 'other' END`;
  const moved = new Map(
    db
      .all<{ what: 'tax' | 'settled' | 'other'; amount: number }>(
        sql`SELECT ${what} AS what, sum(l.amount) AS amount FROM line AS l WHERE l.organisation = ${organisation}
          AND l.account = ${account} AND l.date BETWEEN ${from} AND ${to} GROUP BY 1`,
      )
      .map((row) => [row.what, minor(row.amount)]),
  );
  const others = moved.has('other')
    ? db.all<{ year: string; number: number }>(
        sql`SELECT DISTINCT e.year AS year, e.number AS number FROM line AS l
          JOIN entry AS e ON e.organisation = l.organisation AND e.place = l.entry
          WHERE l.organisation = ${organisation} AND l.account = ${account} AND l.date BETWEEN ${from} AND ${to}
            AND ${what} = 'other' ORDER BY l.date, l.entry LIMIT ${MOST_NAMED}`,
      )
    : [];
  return {
    account,
    opening: total(dayBefore(from)),
    balance: total(to),
    tax: moved.get('tax') ?? minor(0),
    settled: moved.get('settled') ?? minor(0),
    other: moved.get('other') ?? minor(0),
    otherEntries: others.map(({ year, number }) => entryNumber(year, number)),
  };
}

/** What stands on some accounts at the end of a day, by account and combination of breakdown values; debit positive. */
export function balancesByCombination(
  db: Db,
  { organisation, calendar }: LedgerView,
  accounts: readonly AccountId[],
  date: CivilDate,
): { readonly account: AccountId; readonly combination: number; readonly amount: Minor }[] {
  const period = periodNumber(calendar, date);
  return db
    .all<{ account: AccountId; combination: number; amount: number }>(
      sql`SELECT account, combination, sum(amount) AS amount FROM (
          SELECT account, combination, amount FROM total WHERE organisation = ${organisation} AND period < ${period}
            AND account IN (SELECT value FROM json_each(${JSON.stringify(accounts)}))
          UNION ALL
          SELECT account, combination, amount FROM line WHERE organisation = ${organisation} AND period = ${period}
            AND account IN (SELECT value FROM json_each(${JSON.stringify(accounts)})) AND date <= ${date})
        GROUP BY account, combination HAVING sum(amount) <> 0 ORDER BY account, combination`,
    )
    .map((row) => ({ ...row, amount: minor(row.amount) }));
}
