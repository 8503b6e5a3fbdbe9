import type { BreakdownResponse } from '@just-ledger/contract';
import { type Breakdown, type Chart, depthOfValue, isValueHeading, valuesInOrder } from '@just-ledger/core';
import { eq, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { isRow } from '../../platform/database/next-id.js';
import { breakdown, breakdownValue } from '../../platform/database/schema.js';
import { keptWithChart } from '../accounts/chart-version.js';

/** An organisation's breakdowns with their values. */
export function loadBreakdowns(db: Db, organisation: number): readonly Breakdown[] {
  return keptWithChart(db, organisation, 'breakdowns', () => readBreakdowns(db, organisation));
}

function readBreakdowns(db: Db, organisation: number): Breakdown[] {
  const values = db.select().from(breakdownValue).where(eq(breakdownValue.organisation, organisation)).all();
  const rows = db
    .select()
    .from(breakdown)
    .where(eq(breakdown.organisation, organisation))
    .orderBy(breakdown.id)
    .all();
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    selfBalancing: row.selfBalancing,
    ...(row.usualValue !== null && { usualValue: row.usualValue }),
    values: values
      .filter((value) => value.breakdown === row.id)
      .map(({ id, name, parent, active, account }) => ({
        id,
        name,
        active,
        ...(parent !== null && { parent }),
        ...(account !== null && { account }),
      })),
  }));
}

/** The version of a breakdown, for changes that must not undo somebody else's; undefined if there is none. */
export function breakdownVersion(db: Db, organisation: number, id: number): number | undefined {
  return db
    .select({ version: breakdown.version })
    .from(breakdown)
    .where(isRow(breakdown, organisation, id))
    .get()?.version;
}

/** How many posted lines name each value of a breakdown. */
export function linesOfValues(db: Db, organisation: number, id: number): Map<number, number> {
  // totals are added up in the order in which they stand, account by account, before anything else: little is left to sort
  const rows = db.all<{ value: number; lines: number }>(sql`
    SELECT v.value AS value, sum(t.lines) AS lines
    FROM (SELECT combination, sum(lines) AS lines FROM total WHERE organisation = ${organisation}
      GROUP BY account, stage, movement, combination) AS t
    CROSS JOIN combination_value AS v ON v.combination = t.combination
    WHERE v.organisation = ${organisation} AND v.breakdown = ${id} GROUP BY v.value`);
  return new Map(rows.map((row) => [row.value, row.lines]));
}

/** Breakdowns as they go over the wire. */
export function breakdownAnswers(db: Db, organisation: number, chart: Chart): BreakdownResponse[] {
  return loadBreakdowns(db, organisation).map((loadBreakdown) => {
    const lines = linesOfValues(db, organisation, loadBreakdown.id);
    const nameOf = (id: number | undefined): string | null =>
      loadBreakdown.values.find((value) => value.id === id)?.name ?? null;
    return {
      id: loadBreakdown.id,
      name: loadBreakdown.name,
      selfBalancing: loadBreakdown.selfBalancing,
      usualValue: nameOf(loadBreakdown.usualValue),
      requiredBy: chart.accounts
        .filter((account) => account.requiredBreakdowns?.includes(loadBreakdown.id))
        .map((account) => account.number),
      values: valuesInOrder(loadBreakdown).map((value) => ({
        id: value.id,
        name: value.name,
        parent: nameOf(value.parent),
        heading: isValueHeading(loadBreakdown, value),
        depth: depthOfValue(loadBreakdown, value),
        account: value.account === undefined ? null : (chart.byId.get(value.account)?.number ?? null),
        active: value.active,
        lines: lines.get(value.id) ?? 0,
      })),
      version: breakdownVersion(db, organisation, loadBreakdown.id) ?? 1,
    };
  });
}

/** The breakdown values that a combination holds, by breakdown, from the text it is kept as. */
export function breakdownsOf(content: string): Record<string, number> {
  return JSON.parse(content);
}
