import { accountParticulars } from '@just-ledger/core';
import { writeChart } from '../accounts/account-commands.js';
import { chartChanges, planChart } from '../accounts/chart-plan.js';
import type { PlanImport } from './import-plan.js';

/** Compares the rows of a chart file with the chart. */
export const planChartImport: PlanImport = (db, { organisation }, rows, step) => {
  const read = chartChanges(db, organisation, rows, step);
  const plan = planChart(db, organisation, read.changes, step);
  const { before, after, names } = plan;
  const differing = plan.changed.filter((account) => {
    const old = before.byId.get(account.id);
    const [was, now] = [old && accountParticulars(old, before, names), accountParticulars(account, after, names)];
    return JSON.stringify(was) !== JSON.stringify(now);
  });
  const added = differing.filter((account) => !before.byId.has(account.id)).length;
  return {
    added,
    changed: differing.length - added,
    unchanged: Math.max(0, rows.length - differing.length),
    problems: [...read.problems, ...plan.problems],
    write: (context, actor) => writeChart(context, actor, { ...plan, changed: differing }),
  };
};
