import type { PatternResponse } from '@just-ledger/contract';
import { eq, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { pattern } from '../../platform/database/schema.js';
import { defineReading } from '../../platform/threads/task.js';
import { keptEntryOf } from './draft-content.js';

/** All patterns by their names. */
export const patterns = defineReading('patterns', (db: Db, { organisation }: { organisation: number }) =>
  db
    .select()
    .from(pattern)
    .where(eq(pattern.organisation, organisation))
    .orderBy(sql`name COLLATE NOCASE`)
    .all()
    .map((row) => patternResponse(db, row)),
);

/** A pattern as it goes over the wire. */
export function patternResponse(db: Db, row: typeof pattern.$inferSelect): PatternResponse {
  const { kind, explanation, reference, lines, createdBy } = keptEntryOf(db, row);
  const { id, name, updatedAt, version } = row;
  return { id, name, kind, explanation, reference, lines, createdBy, updatedAt, version };
}
