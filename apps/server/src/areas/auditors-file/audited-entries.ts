import { type Chart, entryNumber, normalBalanceOf, sealedContent } from '@just-ledger/core';
import { asc, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { contact, person } from '../../platform/database/schema.js';
import { everyPostedEntry } from '../journal/posted-entries.js';

/** The entries of a year as they were sealed, a line each, in the order of the chain. */
export function* sealedEntries(db: Db, organisation: number, year: string): Generator<string> {
  const names = new Map(
    db
      .select({ id: person.id, name: person.name })
      .from(person)
      .all()
      .map(({ id, name }) => [id, name]),
  );
  for (const { row, posted } of everyPostedEntry(db, organisation, year))
    yield `{"sealed":${sealedContent(posted)},"seal":"${row.seal}","postedBy":${JSON.stringify(names.get(row.postedBy) ?? '')}}`;
}

/** The seals of the whole chain, up to the last entry that was posted. */
export function* chainOfSeals(db: Db, organisation: number): Generator<string> {
  yield 'place,entry,seal';
  const rows = db.$client
    .prepare<[number], { place: number; year: string; number: number; seal: string }>(
      'SELECT place, year, number, seal FROM entry WHERE organisation = ? ORDER BY place',
    )
    .iterate(organisation);
  for (const { place, year, number, seal } of rows) yield `${place},${entryNumber(year, number)},${seal}`;
}

/** The columns of the file of accounts. */
export const ACCOUNT_COLUMNS = ['id', 'number', 'name', 'element', 'classification', 'normal_balance', 'active'];

/** What the ids in sealed entries stand for: accounts. */
export function accountRows({ accounts }: Chart): string[][] {
  return accounts.map((account) => [
    String(account.id),
    account.number,
    account.name,
    account.element,
    account.classification,
    normalBalanceOf(account),
    account.active ? 'yes' : 'no',
  ]);
}

/** What the ids in sealed entries stand for: contacts. */
export function contactRows(db: Db, organisation: number): string[][] {
  return db
    .select({ id: contact.id, name: contact.name })
    .from(contact)
    .where(eq(contact.organisation, organisation))
    .orderBy(asc(contact.id))
    .all()
    .map(({ id, name }) => [String(id), name]);
}
