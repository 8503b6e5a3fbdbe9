import {
  type AccountId,
  accountIn,
  type CivilDate,
  type ContactId,
  type ControlLedger,
  type ControlLine,
  type CurrencyCode,
  entryNumber,
  minor,
} from '@just-ledger/core';
import { sql, type SQL } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { loadChart } from '../accounts/account-store.js';

/** A line on a control account with what a statement tells of it. */
export interface ToldControlLine extends ControlLine {
  readonly explanation: string;
}

interface Row {
  account: AccountId;
  contact: ContactId;
  date: CivilDate;
  amount: number;
  document: string | null;
  documentDate: CivilDate | null;
  ownNumber: string | null;
  dueDate: CivilDate | null;
  currency: CurrencyCode | null;
  foreignAmount: number | null;
  year: string;
  number: number;
  explanation: string;
  reversedYear: string | null;
  reversedNumber: number | null;
}

/** The ids of the control accounts of a ledger. */
export function controlAccounts(db: Db, organisation: number, ledger?: ControlLedger): AccountId[] {
  return loadChart(db, organisation)
    .accounts.filter(({ control }) => (ledger ? control === ledger : control !== undefined))
    .map(({ id }) => id);
}

/**
 * The lines on control accounts up to a day, in the order of their dates. Lines of a merged contact count with the one
 * that stays.
 *
 * @param contact only this one's
 */
export function controlLines(
  db: Db,
  organisation: number,
  accounts: readonly AccountId[],
  asAt: CivilDate,
  contact?: number,
): ToldControlLine[] {
  const rows = db.all<Row>(sql`
    SELECT l.account AS account, coalesce(c.merged_into, c.id) AS contact, l.date AS date, l.amount AS amount,
      l.document AS document, l.document_date AS documentDate, l.own_number AS ownNumber, l.due_date AS dueDate, l.currency AS currency, l.foreign_amount AS foreignAmount,
      e.year AS year, e.number AS number, e.explanation AS explanation, o.year AS reversedYear, o.number AS reversedNumber
    FROM line AS l JOIN contact AS c ON c.organisation = l.organisation AND c.id = l.contact
      JOIN entry AS e ON e.organisation = l.organisation AND e.place = l.entry
      LEFT JOIN entry AS o ON o.organisation = e.organisation AND o.place = e.reverses
    WHERE l.organisation = ${organisation} AND l.date <= ${asAt}
      AND l.account IN (SELECT value FROM json_each(${JSON.stringify(accounts)}))
      AND ${contact === undefined ? sql`l.contact IS NOT NULL` : sql`l.contact IN (${mergedInto(organisation, contact)})`}
    ORDER BY l.date, l.entry, l.place`);
  const chart = loadChart(db, organisation);
  return rows.map((row) => ({
    account: row.account,
    ledger: accountIn(chart, row.account).control,
    contact: row.contact,
    date: row.date,
    amount: minor(row.amount),
    entry: entryNumber(row.year, row.number),
    ...(row.reversedYear !== null && {
      reverses: entryNumber(row.reversedYear, row.reversedNumber ?? 0),
    }),
    explanation: row.explanation,
    ...(row.document !== null && { document: row.document }),
    ...(row.documentDate !== null && { documentDate: row.documentDate }),
    ...(row.ownNumber !== null && { ownNumber: row.ownNumber }),
    ...(row.dueDate !== null && { dueDate: row.dueDate }),
    ...(row.currency !== null && {
      foreign: { currency: row.currency, amount: minor(row.foreignAmount ?? 0) },
    }),
  }));
}

/** A contact and those that were merged into it, as a subquery of their ids. */
function mergedInto(organisation: number, contact: number): SQL {
  return sql`SELECT id FROM contact WHERE organisation = ${organisation} AND (id = ${contact} OR merged_into = ${contact})`;
}
