import {
  type AccountId,
  accountIn,
  type CivilDate,
  type ContactId,
  type ControlLedger,
  type ControlLine,
  type CurrencyCode,
  documentKey,
  entryNumber,
  minor,
} from '@just-ledger/core';
import { sql, type SQL } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { derivedTo } from '../../platform/derived/derived-to.js';
import { loadChart } from '../accounts/account-store.js';
import { documentSums } from './document-sums.js';

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
 * @param from only those from this day on
 */
export function controlLines(
  db: Db,
  organisation: number,
  accounts: readonly AccountId[],
  asAt: CivilDate,
  contact?: number,
  from = '',
): ToldControlLine[] {
  return linesWhere(
    db,
    organisation,
    sql`line AS l`,
    sql`l.date >= ${from} AND l.date <= ${asAt} AND l.account IN (${listed(accounts)}) AND ${ofContact(organisation, contact)}`,
  );
}

/**
 * Those of the lines on control accounts up to a day that can leave something open: documents that come to nothing, and
 * did so by that day, leave nothing and take nothing from others. Lines of a merged contact count with the one that stays.
 *
 * @param contact only this one's
 */
export function openLines(
  db: Db,
  organisation: number,
  accounts: readonly AccountId[],
  asAt: CivilDate,
  contact?: number,
): ToldControlLine[] {
  const derived = derivedTo(db, documentSums, organisation);
  if (derived === 0) return controlLines(db, organisation, accounts, asAt, contact);
  const mine = contact === undefined ? sql`1` : sql`d.contact IN (${mergedInto(organisation, contact)})`;
  const on = sql`d.organisation = ${organisation} AND d.account IN (${listed(accounts)}) AND ${mine}`;
  const since = linesSince(db, organisation, derived, accounts);
  const found = sql`(
    SELECT k.entry AS entry, k.place AS place FROM (
      SELECT d.account, d.contact, d.key FROM derived.document_sum AS d INDEXED BY document_sum_open
      WHERE ${on} AND (d.amount <> 0 OR d.foreign_amount <> 0 OR d.mixed = 1 OR d.key = '')
      UNION SELECT d.account, d.contact, d.key FROM derived.document_sum AS d INDEXED BY document_sum_last
      WHERE ${on} AND d.last_date > ${asAt}
      UNION SELECT d.account, d.contact, d.key FROM (
        SELECT ${organisation} AS organisation, value ->> 0 AS account, value ->> 1 AS contact, value ->> 2 AS key
        FROM json_each(${JSON.stringify(since.map(({ account, contact: of, key }) => [account, of, key]))})
      ) AS d WHERE ${on}
    ) AS o CROSS JOIN derived.control_line AS k ON k.organisation = ${organisation} AND k.account = o.account
      AND k.contact = o.contact AND k.key = o.key
    UNION SELECT value ->> 0, value ->> 1 FROM json_each(${JSON.stringify(since.map(({ entry, place }) => [entry, place]))})
  ) AS f CROSS JOIN line AS l ON l.organisation = ${organisation} AND l.entry = f.entry AND l.place = f.place`;
  return linesWhere(
    db,
    organisation,
    found,
    sql`+l.date <= ${asAt} AND +l.account IN (${listed(accounts)}) AND ${ofContact(organisation, contact)}`,
  );
}

/** The lines on control accounts that nothing has been derived of yet, with their documents. */
function linesSince(db: Db, organisation: number, derived: number, accounts: readonly AccountId[]) {
  return db
    .all<{ account: AccountId; contact: ContactId; document: string | null; entry: number; place: number }>(
      sql`SELECT account, contact, document, entry, place FROM line
        WHERE organisation = ${organisation} AND entry > ${derived} AND +account IN (${listed(accounts)}) AND +contact IS NOT NULL`,
    )
    .map(({ document, ...line }) => ({ ...line, key: documentKey(document ?? '') }));
}

function linesWhere(db: Db, organisation: number, from: SQL, condition: SQL): ToldControlLine[] {
  const rows = db.all<Row>(sql`
    SELECT l.account AS account, coalesce(c.merged_into, c.id) AS contact, l.date AS date, l.amount AS amount,
      l.document AS document, l.document_date AS documentDate, l.own_number AS ownNumber, l.due_date AS dueDate, l.currency AS currency, l.foreign_amount AS foreignAmount,
      e.year AS year, e.number AS number, e.explanation AS explanation, o.year AS reversedYear, o.number AS reversedNumber
    FROM ${from} JOIN contact AS c ON c.organisation = l.organisation AND c.id = l.contact
      JOIN entry AS e ON e.organisation = l.organisation AND e.place = l.entry
      LEFT JOIN entry AS o ON o.organisation = e.organisation AND o.place = e.reverses
    WHERE l.organisation = ${organisation} AND ${condition}
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

function listed(accounts: readonly AccountId[]): SQL {
  return sql`SELECT value FROM json_each(${JSON.stringify(accounts)})`;
}

function ofContact(organisation: number, contact: number | undefined): SQL {
  return contact === undefined
    ? sql`l.contact IS NOT NULL`
    : sql`l.contact IN (${mergedInto(organisation, contact)})`;
}

/** A contact and those that were merged into it, as a subquery of their ids. */
function mergedInto(organisation: number, contact: number): SQL {
  return sql`SELECT id FROM contact WHERE organisation = ${organisation} AND (id = ${contact} OR merged_into = ${contact})`;
}
