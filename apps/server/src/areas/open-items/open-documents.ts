import { type AccountId, type CivilDate, type ContactId, type ControlLedger, documentKey } from '@just-ledger/core';
import { sql, type SQL } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { derivedTo } from '../../platform/derived/derived-to.js';
import { loadChart } from '../accounts/account-store.js';
import { contactDirectory } from '../contacts/contact-directory.js';
import { documentSums, SPANS } from './document-sums.js';

/** A control account with the side on which its documents open: 1 debit, −1 credit. */
export interface ControlAccount {
  readonly id: AccountId;
  readonly side: 1 | -1;
}

/** Which open items are asked for: of an organisation's control accounts, as at a day, of some contacts or of all. */
export interface OpenItemsAt {
  readonly organisation: number;
  readonly accounts: readonly ControlAccount[];
  readonly asAt: CivilDate;
  /** With those that were merged into them. */
  readonly contacts?: readonly ContactId[] | undefined;
}

/** The control accounts of a ledger, or of both. */
export function controlAccounts(db: Db, organisation: number, ledger?: ControlLedger): ControlAccount[] {
  return loadChart(db, organisation)
    .accounts.filter(({ control }) => (ledger ? control === ledger : control !== undefined))
    .map(({ id, control }) => ({ id, side: control === 'payables' ? -1 : 1 }));
}

/** Where more lines than these have come since, every line is read from the entries instead. */
const MANY = 20_000;

/** By what a document of a contact is known. */
export interface DocumentKey {
  readonly account: AccountId;
  /** Its number, by {@link documentKey}. */
  readonly key: string;
}

/** What is derived of documents, as subqueries for one question. */
export interface DerivedDocuments {
  /** Whether no contact is unnamed. */
  readonly isAllNamed: boolean;
  /** Simple documents of which something is open: account, contact, key, open, due_date. */
  readonly simple: (whose: 'named' | 'unnamed' | 'all', among?: readonly DocumentKey[]) => SQL;
  /** The same, or those of some accounts and keys: open and foreign_open, entry and place of the first line, account, contact, key. */
  readonly eachSimple: (whose: 'unnamed' | 'all', among?: readonly DocumentKey[]) => SQL;
  /** Lines of all other documents that can leave something open: entry and place. */
  readonly otherLines: SQL;
  /** Lines that name a document, by its key: entry and place. */
  readonly linesOf: (key: string) => SQL;
}

/**
 * Finds out what can be taken from what is derived; lines that nothing was derived of yet are read from the entries.
 *
 * A contact is *unnamed* on an account if any line of theirs names no document: what they paid is still to be allocated.
 *
 * @returns undefined where nothing is derived yet, or too little
 */
export function derivedDocuments(db: Db, asked: OpenItemsAt): DerivedDocuments | undefined {
  const derived = derivedTo(db, documentSums, asked.organisation);
  if (derived === 0) return undefined;
  const since = linesSince(db, asked, derived);
  if (since.length > MANY) return undefined;
  const table = sql`derived.document_sum AS d`;
  const accounts = sql`(SELECT value ->> 0 AS id, value ->> 1 AS side FROM json_each(${JSON.stringify(
    asked.accounts.map(({ id, side }) => [id, side]),
  )})) AS a`;
  const sinceKeys = sql`SELECT value ->> 0 AS account, value ->> 1 AS contact, value ->> 2 AS key FROM json_each(${JSON.stringify(
    since.map(({ account, contact, key }) => [account, contact, key]),
  )})`;
  const ofAccount = sql`d.organisation = ${asked.organisation} AND d.account = a.id AND ${mine(db, asked)}`;
  const { merged: mergedIds } = contactDirectory(db, asked.organisation);
  const merged = listed(mergedIds);
  const isRest = sql`d.side = 0 AND (d.amount <> 0 OR d.foreign_amount <> 0 OR d.mixed OR d.key = '')`;
  const unnamed = db.all<{
    account: AccountId;
    contact: ContactId;
  }>(sql`SELECT d.account, d.contact FROM ${accounts} CROSS JOIN ${table} INDEXED BY document_sum_rest
      WHERE ${ofAccount} AND ${isRest} AND d.key = ''
    UNION SELECT account, contact FROM (${sinceKeys}) WHERE key = ''`);
  const unnamedPairs = sql`SELECT value ->> 0 AS account, value ->> 1 AS contact FROM json_each(${JSON.stringify(
    unnamed.map(({ account, contact }) => [account, contact]),
  )})`;
  // documents that moved before and later: as at today there are none, and a few contacts have few in all
  const spans = sql`(SELECT key AS span, date(${asked.asAt}, '+' || value || ' days') AS until
    FROM json_each(${JSON.stringify([...SPANS, null])}))`;
  const lately = sql`${spans} AS u CROSS JOIN ${table} INDEXED BY document_sum_last
    WHERE d.organisation = ${asked.organisation} AND d.account = a.id AND d.span = u.span
      AND d.last_date > ${asked.asAt} AND d.last_date <= coalesce(u.until, '9999') AND d.first_date <= ${asked.asAt}`;
  const isLater = db.get(sql`SELECT 1 FROM ${accounts} CROSS JOIN ${lately} LIMIT 1`) !== undefined;
  const underWay = !isLater
    ? sql`${table} WHERE 0`
    : asked.contacts === undefined
      ? lately
      : sql`${table} WHERE ${ofAccount} AND +d.last_date > ${asked.asAt} AND +d.first_date <= ${asked.asAt}`;
  const until = (column: SQL): SQL => sql`(SELECT sum(k.${column}) FROM derived.control_line AS k
    WHERE k.organisation = d.organisation AND k.account = d.account AND k.contact = d.contact AND k.key = d.key
      AND k.date <= ${asked.asAt})`;
  const simple: DerivedDocuments['simple'] = (whose, among) => {
    const allocated = {
      all: sql`1`,
      named: unnamed.length === 0 ? sql`1` : sql`(d.account, d.contact) NOT IN (${unnamedPairs})`,
      unnamed: sql`(d.account, d.contact) IN (${unnamedPairs})`,
    }[whose];
    const isUnmerged = mergedIds.length === 0 ? sql`1` : sql`d.contact NOT IN (${merged})`;
    const isUnmoved = since.length === 0 ? sql`1` : sql`(d.account, d.contact, d.key) NOT IN (${sinceKeys})`;
    const pairs = JSON.stringify(among?.map(({ account, key }) => [account, key]));
    const isAmong = among
      ? sql`(d.account, d.key) IN (SELECT value ->> 0, value ->> 1 FROM json_each(${pairs}))`
      : sql`1`;
    const isAsked = sql`d.side = a.side AND ${isAmong} AND ${allocated} AND ${isUnmerged} AND ${isUnmoved}`;
    // no more columns than the indexes have
    const untilNow = sql`SELECT d.account, d.contact, d.key, d.amount AS open, d.due_date
        FROM ${accounts} CROSS JOIN ${table} INDEXED BY document_sum_open
        WHERE ${ofAccount} AND d.side <> 0 AND d.amount <> 0 AND d.last_date <= ${asked.asAt} AND ${isAsked}`;
    if (!isLater) return sql`(${untilNow})`;
    // what was open of each is added up once
    return sql`(WITH moved AS MATERIALIZED (
        SELECT d.account, d.contact, d.key, ${until(sql`amount`)} AS open, d.due_date
        FROM ${accounts} CROSS JOIN ${underWay} AND ${isAsked})
      ${untilNow} UNION ALL SELECT * FROM moved WHERE open <> 0)`;
  };
  return {
    isAllNamed: unnamed.length === 0,
    simple,
    eachSimple: (whose, among) => sql`(SELECT s.account, s.contact, s.key, s.open,
        CASE WHEN d.last_date <= ${asked.asAt} THEN d.foreign_amount ELSE ${until(sql`foreign_amount`)} END AS foreign_open,
        d.entry, d.place
      FROM ${simple(whose, among)} AS s CROSS JOIN ${table} ON d.organisation = ${asked.organisation} AND d.account = s.account
        AND d.contact = s.contact AND d.key = s.key)`,
    otherLines: sql`(SELECT k.entry AS entry, k.place AS place FROM (
        SELECT d.account, d.contact, d.key FROM ${accounts} CROSS JOIN ${table} INDEXED BY document_sum_rest
        WHERE ${ofAccount} AND ${isRest}
        UNION SELECT d.account, d.contact, d.key FROM ${accounts} CROSS JOIN ${table} INDEXED BY document_sum_open
        WHERE ${ofAccount} AND d.side = -a.side AND d.side <> 0 AND d.amount <> 0
        UNION SELECT d.account, d.contact, d.key FROM ${accounts} CROSS JOIN ${underWay} AND d.side <> a.side
        UNION SELECT d.account, d.contact, d.key FROM ${accounts} CROSS JOIN ${table}
        WHERE ${ofAccount} AND d.contact IN (${merged})
        UNION SELECT d.account, d.contact, d.key FROM (${sinceKeys}) AS d
      ) AS o CROSS JOIN derived.control_line AS k ON k.organisation = ${asked.organisation} AND k.account = o.account
        AND k.contact = o.contact AND k.key = o.key
      UNION ${places(since)})`,
    linesOf: (key) => sql`(SELECT d.entry AS entry, d.place AS place
      FROM ${accounts} CROSS JOIN derived.control_line AS d WHERE ${ofAccount} AND d.key = ${key}
      UNION ${places(since.filter((line) => line.key === key))})`,
  };
}

/** Entries and places of lines, as a query. */
export function places(lines: readonly { readonly entry: number; readonly place: number }[]): SQL {
  const pairs = JSON.stringify(lines.map(({ entry, place }) => [entry, place]));
  return sql`SELECT value ->> 0 AS entry, value ->> 1 AS place FROM json_each(${pairs})`;
}

/** Contacts and those that were merged into them, as a subquery of their ids. */
export function familiesOf(db: Db, organisation: number, contacts: readonly ContactId[]): SQL {
  const directory = contactDirectory(db, organisation);
  return listed(contacts.flatMap((id) => directory.family(id)));
}

/** Some ids, as a subquery. */
export function listed(ids: readonly number[]): SQL {
  return sql`SELECT value FROM json_each(${JSON.stringify(ids)})`;
}

function mine(db: Db, { organisation, contacts }: OpenItemsAt, column = sql`d.contact`): SQL {
  return contacts === undefined ? sql`1` : sql`${column} IN (${familiesOf(db, organisation, contacts)})`;
}

/** The lines that nothing has been derived of yet, with their documents. */
function linesSince(db: Db, asked: OpenItemsAt, derived: number) {
  const accounts = JSON.stringify(asked.accounts.map(({ id }) => id));
  const whose = asked.contacts === undefined ? sql`+d.contact IS NOT NULL` : mine(db, asked, sql`+d.contact`);
  return db
    .all<{ account: AccountId; contact: ContactId; document: string | null; entry: number; place: number }>(
      sql`SELECT account, contact, document, entry, place FROM line AS d
        WHERE organisation = ${asked.organisation} AND entry > ${derived} AND ${whose}
          AND +account IN (SELECT value FROM json_each(${accounts}))`,
    )
    .map(({ document, ...line }) => ({ ...line, key: documentKey(document ?? '') }));
}
