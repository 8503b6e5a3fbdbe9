import { type AccountId, type ContactId, documentKey, groupsOf, minor, type Minor } from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { derivedTo } from '../../platform/derived/derived-to.js';
import { contactDirectory } from '../contacts/contact-directory.js';
import { documentSums } from './document-sums.js';
import { type OpenItemsAt } from './open-documents.js';
import { openItemsAt } from './open-items-at.js';

/** A document of a contact on a control account; the contact is the one that stays where some were merged. */
export interface NamedDocument {
  readonly account: AccountId;
  readonly contact: ContactId;
  /** Its number, by {@link documentKey}; empty for lines that name none. */
  readonly key: string;
}

/** By what a document is known among others. */
export function documentName({ account, contact: whose, key }: NamedDocument): string {
  return `${account} ${whose} ${key}`;
}

/**
 * What is open of some documents as at a day, by {@link documentName}; minor units, debit positive. Settled ones are left
 * out. Where a contact's payments all name what they pay, only the lines of these documents are read.
 */
export function openOfDocuments(
  db: Db,
  question: Omit<OpenItemsAt, 'contacts'>,
  documents: readonly NamedDocument[],
): Map<string, Minor> {
  const asked = new Map(documents.map((document) => [documentName(document), document]));
  const derived = derivedTo(db, documentSums, question.organisation);
  const sums = new Map<string, Minor>();
  const unnamed = derived === 0 ? () => true : contactsWithUnnamed(db, question.organisation, derived);
  const direct = [...asked.values()].filter((document) => document.key !== '' && !unnamed(document));
  const add = (name: string, amount: number): void => void sums.set(name, minor((sums.get(name) ?? 0) + amount));
  if (direct.length > 0) addDirect(db, question, derived, direct, add);
  const rest = groupsOf(
    [...asked.values()].filter((document) => document.key === '' || unnamed(document)),
    (document) => document.account,
  );
  for (const [account, ofAccount] of rest) {
    const contacts = [...new Set(ofAccount.map((document) => document.contact))];
    const accounts = question.accounts.filter(({ id }) => id === account);
    for (const item of openItemsAt(db, { ...question, accounts, contacts })) {
      const name = documentName({ ...item, key: documentKey(item.document ?? '') });
      if (!item.isPayment && asked.has(name)) add(name, item.open);
    }
  }
  return sums;
}

/** Whether some line of a contact on an account names no document: what they paid is still to be allocated. */
function contactsWithUnnamed(
  db: Db,
  organisation: number,
  derived: number,
): (namedDocument: NamedDocument) => boolean {
  const rows = db.all<{ account: AccountId; contact: ContactId }>(sql`
    SELECT d.account AS account, coalesce(c.merged_into, c.id) AS contact FROM derived.document_sum AS d
      JOIN contact AS c ON c.organisation = d.organisation AND c.id = d.contact
      WHERE d.organisation = ${organisation} AND d.key = ''
    UNION SELECT l.account, coalesce(c.merged_into, c.id) FROM line AS l
      CROSS JOIN contact AS c ON c.organisation = l.organisation AND c.id = l.contact
      WHERE l.organisation = ${organisation} AND l.entry > ${derived} AND coalesce(l.document, '') = ''`);
  const known = new Set(rows.map(({ account, contact: whose }) => `${account} ${whose}`));
  return ({ account, contact: whose }) => known.has(`${account} ${whose}`);
}

/** Adds the lines of documents up to the day: those that were derived, and those that came since. */
function addDirect(
  db: Db,
  { organisation, asAt }: Omit<OpenItemsAt, 'contacts'>,
  derived: number,
  documents: readonly NamedDocument[],
  add: (name: string, amount: number) => void,
): void {
  const directory = contactDirectory(db, organisation);
  const families = new Map(documents.map((document) => [document.contact, directory.family(document.contact)]));
  const asked = documents.flatMap((document) =>
    (families.get(document.contact) ?? []).map((whose) => [
      document.account,
      whose,
      document.key,
      documentName(document),
    ]),
  );
  const found = db.all<{ name: string; amount: number }>(sql`
    SELECT a.value ->> 3 AS name, sum(k.amount) AS amount FROM json_each(${JSON.stringify(asked)}) AS a
      CROSS JOIN derived.control_line AS k ON k.organisation = ${organisation} AND k.account = a.value ->> 0
        AND k.contact = a.value ->> 1 AND k.key = a.value ->> 2 AND k.date <= ${asAt} AND k.entry <= ${derived}
      GROUP BY 1`);
  for (const { name, amount } of found) add(name, amount);
  const names = new Map(asked.map(([account, whose, key, name]) => [`${account} ${whose} ${key}`, String(name)]));
  const since = db.all<{ account: AccountId; contact: ContactId; document: string; amount: number }>(sql`
    SELECT account, contact, document, amount FROM line WHERE organisation = ${organisation} AND entry > ${derived}
      AND +date <= ${asAt} AND +contact IS NOT NULL AND document IS NOT NULL`);
  for (const { document, amount, ...line } of since) {
    const name = names.get(documentName({ ...line, key: documentKey(document) }));
    if (name !== undefined) add(name, amount);
  }
}
