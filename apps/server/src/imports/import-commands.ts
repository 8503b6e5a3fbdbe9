import type { RatesImportAnswer } from '@just-ledger/contract';
import { RATE_COLUMNS, problem, type ImportSubject, type RateColumn } from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import type { OfPerson } from '../audit-trail/record-change.js';
import { readCsv } from '../csv/csv.js';
import { importMatching } from '../database/schema.js';
import { Refusal } from '../problems/refusal.js';
import type { WriteContext } from '../workers/write-context.js';
import type { ImportRow } from './import-plan.js';
import { IMPORT_PLANS } from './import-plans.js';
import { planRatesImport } from './rates-import-plan.js';

/** What takes imports in. */
export const importCommands = {
  /** Takes matched rows in: all of them, or nothing and every problem by row. They are compared with the books once more. */
  takeImport(
    context: WriteContext,
    { subject, packed, ...of }: OfPerson & { subject: ImportSubject; packed: Uint8Array },
  ): { added: number; changed: number; unchanged: number } {
    const rows = JSON.parse(new TextDecoder().decode(packed)) as ImportRow[];
    const plan = IMPORT_PLANS[subject](context.db, of.organisation, rows, () => undefined);
    if (plan.problems.length > 0) throw new Refusal(422, plan.problems.slice(0, 500));
    plan.write(context, of);
    const { added, changed, unchanged } = plan;
    return { added, changed, unchanged };
  },

  /** Sets rates from a file; all of it, or nothing and every problem by row. */
  importRates(context: WriteContext, { csv, ...of }: OfPerson & { csv: string }): RatesImportAnswer {
    const rows = readCsv<RateColumn>(csv, RATE_COLUMNS, ['currency', 'date']);
    if (rows.length === 0) throw new Refusal(422, [problem('no-rows', '', 'The file has no rows.')]);
    const plan = planRatesImport(context.db, of.organisation, rows, () => undefined);
    if (plan.problems.length > 0) throw new Refusal(422, plan.problems);
    plan.write(context, of);
    const { added, changed, unchanged } = plan;
    return { added, changed, unchanged };
  },

  /** Remembers which columns headings were chosen to mean. */
  rememberMatching(
    context: WriteContext,
    {
      organisation,
      subject,
      matching,
    }: { organisation: number; subject: ImportSubject; matching: { heading: string; column: string }[] },
  ): void {
    if (matching.length === 0) return;
    context.db
      .insert(importMatching)
      .values(matching.map((one) => ({ organisation, subject, ...one })))
      .onConflictDoUpdate({
        target: [importMatching.organisation, importMatching.subject, importMatching.heading],
        set: { column: sql`excluded.column_key` },
      })
      .run();
  },
};
