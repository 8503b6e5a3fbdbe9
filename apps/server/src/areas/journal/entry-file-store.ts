import { problem } from '@just-ledger/core';
import { and, count, eq, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import { entryFile, entryFileOriginal, entryFileTurn } from '../../platform/database/schema.js';
import { Refusal } from '../../platform/problems/refusal.js';

/** A file of entries, or of contacts, that is being taken in in turns. */
export type EntryFileUnderWay = typeof entryFile.$inferSelect;

const underWay = oncePerConnection((db) =>
  db
    .select()
    .from(entryFile)
    .where(eq(entryFile.organisation, sql.placeholder('organisation')))
    .prepare(),
);

/** The file of entries that is being posted into an organisation's books, if there is one. */
export function entryFileOf(db: Db, organisation: number): EntryFileUnderWay | undefined {
  return underWay(db).get({ organisation });
}

/** The organisations into whose books a file of entries is being posted. */
export function organisationsWithEntryFile(db: Db): number[] {
  return db
    .select({ organisation: entryFile.organisation })
    .from(entryFile)
    .all()
    .map(({ organisation }) => organisation);
}

/** While a file of entries is posted, nothing changes that it was checked against. @throws {Refusal} 409 */
export function assertNoEntryFile(db: Db, organisation: number): void {
  const file = entryFileOf(db, organisation);
  if (file) throw new Refusal(409, [problem('entry-file', '', whatIsPosted(file))]);
}

function whatIsPosted({ subject, entries, posted }: EntryFileUnderWay): string {
  const [all, done] = [entries, posted].map((count) => count.toLocaleString('en'));
  const what = subject === 'contacts' ? 'contacts is being taken in' : 'entries is being posted';
  return `A file of ${all} ${what}, and ${done} of them are. This can be done once all are.`;
}

/** Whether all turns of a file are there: from then on it is gone on with until it is posted. */
export function isWhole(db: Db, { organisation, turns, posted }: EntryFileUnderWay): boolean {
  return posted > 0 || turnsKept(db, organisation) === turns;
}

function turnsKept(db: Db, organisation: number): number {
  const [kept] = db
    .select({ turns: count() })
    .from(entryFileTurn)
    .where(eq(entryFileTurn.organisation, organisation))
    .all();
  return kept?.turns ?? 0;
}

/** The turn that is posted next. */
export function nextTurn(db: Db, organisation: number): typeof entryFileTurn.$inferSelect | undefined {
  return db
    .select()
    .from(entryFileTurn)
    .where(eq(entryFileTurn.organisation, organisation))
    .orderBy(entryFileTurn.turn)
    .limit(1)
    .get();
}

/** Where an entry of the file stands, by what the file calls it. */
export function placeOfOriginal(db: Db, organisation: number, called: string): number | undefined {
  return db
    .select({ place: entryFileOriginal.place })
    .from(entryFileOriginal)
    .where(and(eq(entryFileOriginal.organisation, organisation), eq(entryFileOriginal.called, called)))
    .get()?.place;
}

/** Takes away what was kept of a file. */
export function forgetEntryFile(db: Db, organisation: number): void {
  for (const table of [entryFileTurn, entryFileOriginal, entryFile]) {
    db.delete(table).where(eq(table.organisation, organisation)).run();
  }
}
