import { adjustmentLetter, type EntryKind } from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';

/** An entry as far as its letter goes. */
interface Lettered {
  readonly kind: EntryKind;
  readonly year: string;
  readonly place: number;
}

/** The letters of those entries that are adjusting ones, by their places; each year is counted through once. */
export function lettersOf(db: Db, organisation: number, entries: readonly Lettered[]): Map<number, string> {
  const adjusting = entries.filter(({ kind }) => kind === 'adjusting');
  const letters = new Map<number, string>();
  for (const year of new Set(adjusting.map((lettered) => lettered.year))) {
    const wanted = adjusting.filter((lettered) => lettered.year === year).map(({ place }) => place);
    // the kind is written out, so that the index of adjusting entries is used
    const counted = db.all<{ place: number; count: number }>(sql`
      SELECT place, count FROM (SELECT place, row_number() OVER (ORDER BY place) AS count FROM entry
        WHERE organisation = ${organisation} AND year = ${year} AND kind = 'adjusting' AND place <= ${Math.max(...wanted)})
      WHERE place IN (SELECT value FROM json_each(${JSON.stringify(wanted)}))`);
    for (const { place, count } of counted) letters.set(place, adjustmentLetter(count));
  }
  return letters;
}
