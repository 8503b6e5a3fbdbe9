import type { CivilDate } from '@just-ledger/core';
import { and, asc, eq, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import { reversalPlan } from '../../platform/database/schema.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { isOneOf } from './posted-entries.js';

export type ReversalPlan = typeof reversalPlan.$inferSelect;

/** An entry whose reversal is planned. */
export interface PlannedEntry {
  readonly organisation: number;
  readonly entry: number;
  readonly person: number;
}

/** Writes down on which day an entry is to be reversed by itself; or why it is not to be any more. */
export function recordPlan(
  { db, clock }: WriteContext,
  { organisation, entry, person }: PlannedEntry,
  plan: { readonly date: CivilDate } | { readonly reason: string },
): void {
  const index = historyOf(db, organisation, entry).length + 1;
  db.insert(reversalPlan)
    .values({ organisation, entry, place: index, at: clock.moment(), by: person, ...plan })
    .run();
}

/** What was planned for the reversal of one entry, in its order. */
export function historyOf(db: Db, organisation: number, entry: number): ReversalPlan[] {
  return db
    .select()
    .from(reversalPlan)
    .where(and(eq(reversalPlan.organisation, organisation), eq(reversalPlan.entry, entry)))
    .orderBy(asc(reversalPlan.place))
    .all();
}

const plansOfEntries = oncePerConnection((db) =>
  db
    .select()
    .from(reversalPlan)
    .where(
      and(
        eq(reversalPlan.organisation, sql.placeholder('organisation')),
        isOneOf(reversalPlan.entry, sql.placeholder('places')),
      ),
    )
    .orderBy(asc(reversalPlan.place))
    .prepare(),
);

/** What holds for the reversal of each of some entries, by their places. */
export function plansOf(db: Db, organisation: number, places: readonly number[]): Map<number, ReversalPlan> {
  const rows = plansOfEntries(db).all({ organisation, places: JSON.stringify(places) });
  return new Map(rows.map((row) => [row.entry, row]));
}

/** The entries that are to be reversed and are not yet, the earliest day first. @param organisation all of them if left out */
export function waitingPlans(db: Db, organisation?: number): (ReversalPlan & { readonly date: CivilDate })[] {
  return db.all(sql`
    SELECT p.organisation, p.entry, p.place, p.date, p.reason, p.at, p.by FROM reversal_plan AS p
    WHERE ${organisation === undefined ? sql`true` : sql`p.organisation = ${organisation}`} AND p.date IS NOT NULL
      AND NOT EXISTS (SELECT 1 FROM reversal_plan AS later
        WHERE later.organisation = p.organisation AND later.entry = p.entry AND later.place > p.place)
      AND NOT EXISTS (SELECT 1 FROM entry AS r WHERE r.organisation = p.organisation AND r.reverses = p.entry)
    ORDER BY p.date, p.entry`);
}
