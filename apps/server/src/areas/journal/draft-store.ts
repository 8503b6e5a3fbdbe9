import type { DraftResponse, EntryRequest } from '@just-ledger/contract';
import { type Books, checkEntry, type CivilDate, problem, TYPED_KINDS } from '@just-ledger/core';
import { and, desc, eq, gte, lte, ne, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { isRow } from '../../platform/database/next-id.js';
import { draft } from '../../platform/database/schema.js';
import { notFound, Refusal } from '../../platform/problems/refusal.js';
import { type KeptEntry, keptEntryOf, personName } from './draft-content.js';
import { draftEventsOf } from './draft-history.js';

export type DraftRow = typeof draft.$inferSelect;

/** A draft by its id, discarded or not. */
export function findDraft(db: Db, organisation: number, id: number): DraftRow | undefined {
  return db
    .select()
    .from(draft)
    .where(isRow(draft, organisation, id))
    .get();
}

/**
 * A draft that waits, by its id.
 *
 * @param path the place in the request that names it
 * @throws {Refusal} 404; 409 if it has been posted or discarded meanwhile, saying which
 */
export function draftOf(db: Db, organisation: number, id: number, path = ''): DraftRow {
  const row = findDraft(db, organisation, id);
  if (row && row.state !== 'discarded') return row;
  const end = draftEventsOf(db, organisation, id).findLast(({ what }) => what === 'posted' || what === 'discarded');
  if (!end) throw notFound('draft');
  const what = end.what === 'posted' ? `posted as ${end.text}` : 'discarded';
  const message = `This draft was ${what} by ${end.by || 'somebody'} meanwhile. What stands here is not posted.`;
  throw new Refusal(409, [problem('draft-ended', path, message)]);
}

/** How many drafts are dated in a span. */
export function draftsBetween(db: Db, organisation: number, from: CivilDate, to: CivilDate): number {
  const date = sql<string>`json_extract(${draft.content}, '$.date')`;
  return (
    db
      .select({ count: sql<number>`count(*)` })
      .from(draft)
      .where(and(eq(draft.organisation, organisation), ne(draft.state, 'discarded'), gte(date, from), lte(date, to)))
      .get()?.count ?? 0
  );
}

/** So many entries, or drafts of them, are dated on a day. */
export interface EntriesOfDay {
  readonly date: CivilDate;
  readonly count: number;
}

/** How many drafts are dated on each day of a span. */
export function draftsByDay(db: Db, organisation: number, from: CivilDate, to: CivilDate): EntriesOfDay[] {
  const date = sql<CivilDate>`json_extract(${draft.content}, '$.date')`;
  return db
    .select({ date, count: sql<number>`count(*)` })
    .from(draft)
    .where(and(eq(draft.organisation, organisation), ne(draft.state, 'discarded'), gte(date, from), lte(date, to)))
    .groupBy(date)
    .all();
}

/** The drafts that wait, or those that were discarded; the one touched last first. */
export function draftsOf(reading: DraftReading, organisation: number, isDiscarded: boolean): DraftResponse[] {
  const isWanted = isDiscarded ? eq(draft.state, 'discarded') : ne(draft.state, 'discarded');
  return reading.db
    .select()
    .from(draft)
    .where(and(eq(draft.organisation, organisation), isWanted))
    .orderBy(desc(draft.updatedAt), desc(draft.id))
    .all()
    .map((row) => draftResponse(reading, row));
}

/** What a draft is read with: the books say what it lacks. */
export interface DraftReading {
  readonly db: Db;
  readonly books: () => Books;
}

/** A draft as it goes over the wire, with what happened to it and what keeps it from being posted. */
export function draftResponse({ db, books }: DraftReading, row: DraftRow): DraftResponse {
  const kept = keptEntryOf(db, row);
  const { id, state, updatedAt, version } = row;
  const checked = checkEntry(entryOf(kept), books(), 'manual', TYPED_KINDS);
  return {
    id,
    ...kept,
    state,
    changedBy: personName(db, row.changedBy),
    events: draftEventsOf(db, row.organisation, id),
    lacks: checked.ok ? [] : [...checked.problems],
    updatedAt,
    version,
  };
}

/** The entry that a draft would become. */
export function entryOf({ createdBy, lines, ...said }: KeptEntry): EntryRequest {
  void createdBy;
  return { ...said, lines: lines.map((line) => ({ ...line, account: line.account ?? '' })) };
}
