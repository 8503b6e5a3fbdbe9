import { adjustmentLetter, type EntryKind } from '@just-ledger/core';
import { and, count, eq, lte, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { entry } from '../../platform/database/schema.js';

/** The letter of an entry, if it is an adjusting one. */
export function letterOf(
  db: Db,
  organisation: number,
  { kind, year, place }: { readonly kind: EntryKind; readonly year: string; readonly place: number },
): string | null {
  if (kind !== 'adjusting') return null;
  const upTo = and(
    eq(entry.organisation, organisation),
    eq(entry.year, year),
    sql`${entry.kind} = 'adjusting'`, // written out, so that the index of these is used
    lte(entry.place, place),
  );
  return adjustmentLetter(db.select({ entries: count() }).from(entry).where(upTo).get()?.entries ?? 1);
}
