import type { AccountId } from '../accounts/account.js';
import type { Chart } from '../accounts/chart.js';
import { problem, type Problem } from '../problems/problem.js';
import { valuesInOrder, type Breakdown, type BreakdownValue } from './breakdown.js';
import { checkName, readFundAccount } from './check-breakdown.js';

/** The columns of a file of breakdown values, in the order in which it is written. */
export const VALUE_COLUMNS = ['breakdown', 'value', 'parent', 'account', 'active'] as const;

/** One column of a file of breakdown values. */
export type ValueColumn = (typeof VALUE_COLUMNS)[number];

/** One row of a file of breakdown values. */
export interface ValueRow {
  readonly line: number;
  readonly cells: Readonly<Partial<Record<ValueColumn, string>>>;
}

/** A value that a file adds or changes. */
export interface PlannedValue {
  readonly breakdown: Breakdown;
  readonly after: BreakdownValue;
  readonly before?: BreakdownValue;
}

/** How deep values may stand under each other. */
const DEEPEST = 20;

/**
 * Reads a file of breakdown values against the breakdowns; a value is known by its breakdown and name, and may stand
 * under one that the same file adds. Empty cells keep what a value has; a dash takes parent or account away.
 *
 * @param isPosted whether posted lines name a value
 * @param step called after each row
 * @returns the values as they would be, and every problem at its row and column
 */
export function planValues(
  rows: readonly ValueRow[],
  breakdowns: readonly Breakdown[],
  chart: Chart,
  isPosted: (breakdown: number, value: number) => boolean,
  step: () => void = () => undefined,
): { readonly planned: PlannedValue[]; readonly problems: Problem[] } {
  const problems: Problem[] = [];
  const byName = new Map(breakdowns.map((breakdown) => [breakdown.name.toLowerCase(), planOf(breakdown)]));
  const read: ReadRow[] = [];
  for (const row of rows) {
    const found = readRow(row, byName, chart, problems);
    if (found) read.push(found);
    step();
  }
  const planned: PlannedValue[] = [];
  for (const { row, plan, name } of read) {
    const value = plan.values.get(name.toLowerCase());
    if (!value) continue;
    const parent = readParent(row, plan, value, isPosted, problems);
    const { parent: above, ...rest } = value.after;
    const kept = row.cells.parent?.trim() ? parent : above;
    value.after = { ...rest, ...(kept !== undefined && { parent: kept }) };
    step();
  }
  for (const { row, plan, name } of read) {
    const value = plan.values.get(name.toLowerCase());
    if (!value) continue;
    if (isCircular(plan, value.after)) {
      problems.push(
        problem('breakdown-value-circle', `rows.${row.line}.parent`, 'A value cannot stand under itself.'),
      );
    }
    const { after, before } = value;
    planned.push({ breakdown: plan.breakdown, after, ...(before && { before }) });
  }
  return { planned, problems };
}

/** Values as the rows of their file, in the order of {@link VALUE_COLUMNS}; those above come before those under them. */
export function valueRows(breakdowns: readonly Breakdown[], chart: Chart): string[][] {
  return breakdowns.flatMap((breakdown) => {
    const names = new Map(breakdown.values.map((value) => [value.id, value.name]));
    return valuesInOrder(breakdown).map((value) => [
      breakdown.name,
      value.name,
      value.parent === undefined ? '' : (names.get(value.parent) ?? ''),
      value.account === undefined ? '' : (chart.byId.get(value.account)?.number ?? ''),
      String(value.active),
    ]);
  });
}

interface PlannedHere {
  after: BreakdownValue;
  readonly before?: BreakdownValue;
  /** The row that names it; undefined while only the books know it. */
  line?: number;
}

interface BreakdownPlan {
  readonly breakdown: Breakdown;
  readonly values: Map<string, PlannedHere>;
  readonly byId: Map<number, PlannedHere>;
  next: number;
}

interface ReadRow {
  readonly row: ValueRow;
  readonly plan: BreakdownPlan;
  readonly name: string;
}

function planOf(breakdown: Breakdown): BreakdownPlan {
  const here = breakdown.values.map((value): PlannedHere => ({ after: value, before: value }));
  return {
    breakdown,
    values: new Map(here.map((plannedHere) => [plannedHere.after.name.toLowerCase(), plannedHere])),
    byId: new Map(here.map((plannedHere) => [plannedHere.after.id, plannedHere])),
    next: here.reduce((most, { after }) => Math.max(most, after.id), 0) + 1,
  };
}

function readRow(
  row: ValueRow,
  byName: ReadonlyMap<string, BreakdownPlan>,
  chart: Chart,
  problems: Problem[],
): ReadRow | undefined {
  const own: Problem[] = [];
  const cell = (column: ValueColumn): string => row.cells[column]?.trim() ?? '';
  const name = cell('value');
  const plan = byName.get(cell('breakdown').toLowerCase());
  const report = (code: string, column: ValueColumn, message: string): void =>
    void own.push(problem(code, column, message));
  if (!plan) {
    const given = cell('breakdown');
    report('breakdown-unknown', 'breakdown', given ? `There is no breakdown “${given}”.` : 'Which breakdown?');
  }
  checkName(name, 80, 'value', own, 'value');
  const active = cell('active').toLowerCase();
  if (active && !/^(true|yes|1|false|no|0)$/.test(active)) {
    report('not-a-flag', 'active', `active is yes or no, not “${active}”.`);
  }
  const fund = cell('account');
  const account = fund === '-' ? undefined : readFundAccount(fund, chart, own);
  const known = plan?.values.get(name.toLowerCase());
  if (known?.line !== undefined) {
    report('row-twice', 'value', `“${name}” already stands in row ${known.line}.`);
  }
  const isActive = active ? /^(true|yes|1)$/.test(active) : (known?.after.active ?? true);
  if (plan && known && !isActive && plan.breakdown.usualValue === known.after.id) {
    report('breakdown-value-usual', 'active', `“${name}” is the usual value; choose another first.`);
  }
  problems.push(...own.map((found) => ({ ...found, path: `rows.${row.line}.${found.path}` })));
  if (!plan || own.length > 0) return undefined;
  keepRow(plan, known, row.line, name, isActive, fund === '' ? known?.after.account : account);
  return { row, plan, name };
}

function keepRow(
  plan: BreakdownPlan,
  known: PlannedHere | undefined,
  line: number,
  name: string,
  active: boolean,
  account: AccountId | undefined,
): void {
  const parent = known?.after.parent;
  const after: BreakdownValue = {
    id: known?.after.id ?? plan.next++,
    name,
    active,
    ...(parent !== undefined && { parent }),
    ...(account !== undefined && { account }),
  };
  const here: PlannedHere = { after, line, ...(known?.before && { before: known.before }) };
  plan.values.set(name.toLowerCase(), here);
  plan.byId.set(after.id, here);
}

function readParent(
  row: ValueRow,
  plan: BreakdownPlan,
  value: PlannedHere,
  isPosted: (breakdown: number, value: number) => boolean,
  problems: Problem[],
): number | undefined {
  const name = row.cells.parent?.trim() ?? '';
  if (name === '' || name === '-') return undefined;
  const parent = plan.values.get(name.toLowerCase());
  const refuse = (code: string, message: string): undefined =>
    void problems.push(problem(code, `rows.${row.line}.parent`, message));
  if (!parent) return refuse('breakdown-value-unknown', `${plan.breakdown.name} has no value “${name}”.`);
  if (parent.after.id === value.after.parent) return parent.after.id;
  if (isPosted(plan.breakdown.id, parent.after.id)) {
    return refuse('breakdown-value-posted', `“${name}” has postings; others cannot stand under it.`);
  }
  if (plan.breakdown.usualValue === parent.after.id) {
    return refuse('breakdown-value-usual', `“${name}” is the usual value; choose another first.`);
  }
  return parent.after.id;
}

function isCircular(plan: BreakdownPlan, value: BreakdownValue): boolean {
  let breakdownValue: BreakdownValue | undefined = value;
  for (let steps = 0; breakdownValue?.parent !== undefined; steps += 1) {
    breakdownValue = plan.byId.get(breakdownValue.parent)?.after;
    if (breakdownValue?.id === value.id || steps > DEEPEST) return true;
  }
  return false;
}
