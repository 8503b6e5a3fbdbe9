import type { DraftAnswer, DraftLine } from '@just-ledger/contract';
import { and, desc, eq } from 'drizzle-orm';
import type { Db } from '../database/connection.js';
import { draft, person } from '../database/schema.js';
import { notFound } from '../problems/refusal.js';

type DraftRow = typeof draft.$inferSelect;

/** A draft by its id. @throws {Refusal} 404 */
export function draftOf(db: Db, organisation: number, id: number): DraftRow {
  const row = db
    .select()
    .from(draft)
    .where(and(eq(draft.organisation, organisation), eq(draft.id, id)))
    .get();
  if (!row) throw notFound('draft');
  return row;
}

/** All drafts, the one touched last first. */
export function draftsOf(db: Db, organisation: number): DraftAnswer[] {
  const rows = db
    .select()
    .from(draft)
    .where(eq(draft.organisation, organisation))
    .orderBy(desc(draft.updatedAt), desc(draft.id))
    .all();
  return rows.map((row) => draftAnswer(db, row));
}

/** A draft as it goes over the wire. */
export function draftAnswer(db: Db, row: DraftRow): DraftAnswer {
  const content = row.content as {
    date?: string;
    kind?: string;
    explanation?: string;
    reference?: string;
    lines?: DraftLine[];
  };
  const by = db.select({ name: person.name }).from(person).where(eq(person.id, row.createdBy)).get();
  return {
    id: row.id,
    date: content.date ?? '',
    kind: content.kind ?? 'ordinary',
    explanation: content.explanation ?? '',
    reference: content.reference ?? '',
    lines: content.lines ?? [],
    forReview: row.forReview,
    createdBy: by?.name ?? '',
    updatedAt: row.updatedAt,
    version: row.version,
  };
}
