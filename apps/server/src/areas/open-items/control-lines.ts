import {
  accountIn,
  type AccountId,
  type CivilDate,
  type ContactId,
  type ControlLine,
  type CurrencyCode,
  entryNumber,
  minor,
} from '@just-ledger/core';
import { sql, type SQL } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { loadChart } from '../accounts/account-store.js';
import { familiesOf, listed, type OpenItemsAt } from './open-documents.js';

/** A line on a control account with its place in the books and what a statement tells of it. */
export interface PostedControlLine extends ControlLine {
  readonly explanation: string;
  /** The places of its entry in the chain and of the line in it. */
  readonly at: readonly [number, number];
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
  entry: number;
  place: number;
  explanation: string;
  reversedYear: string | null;
  reversedNumber: number | null;
}

/**
 * The lines on control accounts up to a day, in the order of their dates. Lines of a merged contact count with the one
 * that stays.
 */
export function controlLines(db: Db, asked: OpenItemsAt): PostedControlLine[] {
  const accounts = listed(asked.accounts.map(({ id }) => id));
  const whose =
    asked.contacts === undefined
      ? sql`l.contact IS NOT NULL`
      : sql`l.contact IN (${familiesOf(db, asked.organisation, asked.contacts)})`;
  return linesIn(
    db,
    asked.organisation,
    asked.contacts === undefined ? sql`line AS l` : sql`line AS l INDEXED BY line_contact`,
    sql`l.date <= ${asked.asAt} AND l.account IN (${accounts}) AND ${whose}`,
  );
}

/** Those of some lines, given by a subquery of their entries and places, that stand on control accounts up to a day. */
export function controlLinesAmong(db: Db, asked: OpenItemsAt, found: SQL): PostedControlLine[] {
  return linesIn(
    db,
    asked.organisation,
    sql`${found} AS f CROSS JOIN line AS l ON l.organisation = ${asked.organisation} AND l.entry = f.entry AND l.place = f.place`,
    sql`+l.date <= ${asked.asAt}`,
  );
}

const OWN_AMOUNTS = { amount: sql`l.amount`, foreignAmount: sql`l.foreign_amount` };

/**
 * Lines with what is told of them, in the order of their dates.
 *
 * @param from the table `line` under the name `l`, and what it is joined with
 * @param amounts what else than their own amounts is told
 */
export function linesIn(
  db: Db,
  organisation: number,
  from: SQL,
  condition: SQL,
  amounts: { readonly amount: SQL; readonly foreignAmount: SQL } = OWN_AMOUNTS,
): PostedControlLine[] {
  const rows = db.all<Row>(sql`
    SELECT l.account AS account, coalesce(c.merged_into, c.id) AS contact, l.date AS date, ${amounts.amount} AS amount,
      l.document AS document, l.document_date AS documentDate, l.own_number AS ownNumber, l.due_date AS dueDate, l.currency AS currency, ${amounts.foreignAmount} AS foreignAmount,
      e.year AS year, e.number AS number, l.entry AS entry, l.place AS place, e.explanation AS explanation, o.year AS reversedYear, o.number AS reversedNumber
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
    at: [row.entry, row.place],
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
