import type { BreakdownNames } from '@just-ledger/core';
import { eq } from 'drizzle-orm';
import type { Db } from '../database/connection.js';
import { breakdown } from '../database/schema.js';

/** The names of the breakdowns that accounts may require, by their ids. */
export function breakdownNames(db: Db, organisation: number): BreakdownNames {
  const rows = db
    .select({ id: breakdown.id, name: breakdown.name })
    .from(breakdown)
    .where(eq(breakdown.organisation, organisation))
    .all();
  return new Map(rows.map(({ id, name }) => [id, name]));
}
