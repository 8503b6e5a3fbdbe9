import type { ImportCounts } from '@just-ledger/contract';
import type { ImportSubject, RateColumn } from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import { importMatching } from '../../platform/database/schema.js';
import type { CsvRow } from '../../platform/files/csv.js';
import { Progress } from '../../platform/jobs/progress.js';
import { Refusal } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { todayOf } from '../organisations/today-of.js';
import { type DatesReadBy, type ImportPlan, type ImportRow, TOLD_PROBLEMS } from './import-plan.js';
import { IMPORT_PLANS } from './import-plans.js';
import { planRatesImport } from './rates-import-plan.js';

/**
 * Takes matched rows in: all of them, or nothing and every problem by row. They are compared with the books once more.
 * Given up before all of it is committed, nothing is.
 */
export const takeImport = defineCommand(
  'takeImport',
  (
    context: WriteContext,
    {
      subject,
      packed,
      dates,
      shared,
      ...actor
    }: Actor & { subject: ImportSubject; packed: Uint8Array; dates: DatesReadBy; shared: SharedArrayBuffer },
  ): ImportCounts => {
    const rows: ImportRow[] = JSON.parse(new TextDecoder().decode(packed));
    const progress = new Progress(shared);
    // each row is compared first, then written
    progress.begin(2 * rows.length);
    let done = 0;
    const step = (): void => {
      done += 1;
      if (done % 200 === 0) progress.at(Math.min(done, 2 * rows.length));
    };
    const plan = IMPORT_PLANS[subject](context.db, actor, rows, step, dates);
    const counts = takeIn(context, actor, plan, step);
    progress.at(2 * rows.length);
    return counts;
  },
  { ownTransaction: true },
);

/** Sets rates from a file; all of it, or nothing and every problem by row. */
export const importRates = defineCommand(
  'importRates',
  (context: WriteContext, { rows, ...actor }: Actor & { rows: CsvRow<RateColumn>[] }): ImportCounts => {
    const step = (): void => undefined;
    const dates: DatesReadBy = { today: todayOf(context, actor.organisation), order: 'day-first' };
    return takeIn(context, actor, planRatesImport(context.db, actor, rows, step, dates), step);
  },
  { ownTransaction: true },
);

/** Remembers which columns headings were chosen to mean. */
export const rememberMatching = defineCommand(
  'rememberMatching',
  (
    context: WriteContext,
    {
      organisation,
      subject,
      matching,
    }: { organisation: number; subject: ImportSubject; matching: { heading: string; column: string }[] },
  ): void => {
    if (matching.length === 0) return;
    context.db
      .insert(importMatching)
      .values(matching.map((row) => ({ organisation, subject, ...row })))
      .onConflictDoUpdate({
        target: [importMatching.organisation, importMatching.subject, importMatching.heading],
        set: { column: sql`excluded.column_key` },
      })
      .run();
  },
  { besideEntryFile: 'allowed' },
);

/** Writes a plan, or refuses it with what stands in its way. @throws {Refusal} 422 with the first problems */
function takeIn(context: WriteContext, actor: Actor, plan: ImportPlan, step: () => void): ImportCounts {
  if (plan.problems.length > 0) throw new Refusal(422, plan.problems.slice(0, TOLD_PROBLEMS));
  plan.write(context, actor, step);
  const { added, changed, unchanged } = plan;
  return { added, changed, unchanged };
}
