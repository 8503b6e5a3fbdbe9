import { type PlannedValue, planValues } from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import { insertRows } from '../../platform/database/insert-rows.js';
import { breakdownValue } from '../../platform/database/schema.js';
import { loadChart } from '../accounts/account-store.js';
import { recordChanges } from '../audit-trail/record-change.js';
import { changeOfValue, countChange } from '../breakdowns/breakdown-commands.js';
import { linesOfValues, loadBreakdowns } from '../breakdowns/breakdown-store.js';
import type { PlanImport } from './import-plan.js';

/** Compares the rows of a file of breakdown values with the breakdowns. */
export const planValuesImport: PlanImport = (db, { organisation }, rows, step) => {
  const breakdowns = loadBreakdowns(db, organisation);
  const chart = loadChart(db, organisation);
  const lines = new Map(breakdowns.map(({ id }) => [id, linesOfValues(db, organisation, id)]));
  const isPosted = (breakdown: number, value: number): boolean => (lines.get(breakdown)?.get(value) ?? 0) > 0;
  const { planned, problems } = planValues(rows, breakdowns, chart, isPosted, step);
  const differing = planned.filter(({ after, before }) => !before || !isSame(after, before));
  const added = differing.filter(({ before }) => !before).length;
  return {
    added,
    changed: differing.length - added,
    unchanged: planned.length - differing.length,
    problems,
    write: (context, actor) => {
      const fresh = differing.filter(({ before }) => !before);
      // those above may come after those under them, so all are there before one stands under another
      insertRows(
        context.db,
        breakdownValue,
        fresh.map(({ breakdown, after: { id, name, active, account } }) => {
          return { organisation, breakdown: breakdown.id, id, name, active, account: account ?? null };
        }),
      );
      for (const { breakdown, after, before } of differing) {
        if (!before && after.parent === undefined) continue;
        const { name, active, account = null, parent = null } = after;
        context.db
          .update(breakdownValue)
          .set({ name, active, account, parent })
          .where(
            and(
              eq(breakdownValue.organisation, organisation),
              eq(breakdownValue.breakdown, breakdown.id),
              eq(breakdownValue.id, after.id),
            ),
          )
          .run();
      }
      const touched = new Set(differing.filter(({ before }) => before).map(({ breakdown }) => breakdown.id));
      for (const id of touched) countChange(context, organisation, id);
      const written = new Map(loadBreakdowns(context.db, organisation).map((breakdown) => [breakdown.id, breakdown]));
      recordChanges(
        context,
        actor,
        differing.map(({ breakdown, after, before }) =>
          changeOfValue(written.get(breakdown.id) ?? breakdown, chart, after, before),
        ),
      );
      context.setUpChanged(organisation);
    },
  };
};

function isSame(a: PlannedValue['after'], b: PlannedValue['after']): boolean {
  return a.name === b.name && a.active === b.active && a.parent === b.parent && a.account === b.account;
}
