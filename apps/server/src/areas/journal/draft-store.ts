import type { DraftResponse } from '@just-ledger/contract';
import { type CivilDate, problem } from '@just-ledger/core';
import { and, desc, eq, gte, lte, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { isRow } from '../../platform/database/next-id.js';
import { draft, draftEnd, person } from '../../platform/database/schema.js';
import { notFound, Refusal } from '../../platform/problems/refusal.js';
import { keptEntryOf } from './draft-content.js';

type DraftRow = typeof draft.$inferSelect;

/**
 * A draft by its id.
 *
 * @param at the place in the request that names it
 * @throws {Refusal} 404; 409 if it has been posted or discarded meanwhile, saying which
 */
export function draftOf(db: Db, organisation: number, id: number, at = ''): DraftRow {
  const row = db
    .select()
    .from(draft)
    .where(isRow(draft, organisation, id))
    .get();
  if (row) return row;
  const ended = db
    .select({ end: draftEnd, by: person.name })
    .from(draftEnd)
    .leftJoin(person, eq(person.id, draftEnd.by))
    .where(isRow(draftEnd, organisation, id))
    .get();
  if (!ended) throw notFound('draft');
  const what = ended.end.entry === null ? 'discarded' : `posted as ${ended.end.entry}`;
  const message = `This draft was ${what} by ${ended.by ?? 'somebody'} meanwhile. What stands here is not posted.`;
  throw new Refusal(409, [problem('draft-ended', at, message)]);
}

/** How many drafts are dated in a span. */
export function draftsBetween(db: Db, organisation: number, from: CivilDate, to: CivilDate): number {
  const date = sql<string>`json_extract(${draft.content}, '$.date')`;
  return (
    db
      .select({ count: sql<number>`count(*)` })
      .from(draft)
      .where(and(eq(draft.organisation, organisation), gte(date, from), lte(date, to)))
      .get()?.count ?? 0
  );
}

/** All drafts, the one touched last first. */
export function draftsOf(db: Db, organisation: number): DraftResponse[] {
  const rows = db
    .select()
    .from(draft)
    .where(eq(draft.organisation, organisation))
    .orderBy(desc(draft.updatedAt), desc(draft.id))
    .all();
  return rows.map((row) => draftResponse(db, row));
}

/** A draft as it goes over the wire. */
export function draftResponse(db: Db, row: DraftRow): DraftResponse {
  return {
    id: row.id,
    ...keptEntryOf(db, row),
    forReview: row.forReview,
    updatedAt: row.updatedAt,
    version: row.version,
  };
}
