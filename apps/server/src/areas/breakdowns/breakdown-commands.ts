import type {
  BreakdownRequest,
  BreakdownValueRequest,
  ChangeBreakdownRequest,
  ChangeBreakdownValueRequest,
} from '@just-ledger/contract';
import {
  type Breakdown,
  breakdownParticulars,
  type BreakdownValue,
  type Chart,
  checkBreakdown,
  checkBreakdownValue,
  problem,
  type StarterBreakdown,
  valueInTrail,
  valueParticulars,
} from '@just-ledger/core';
import { and, eq, sql } from 'drizzle-orm';
import { isRow } from '../../platform/database/next-id.js';
import { breakdown, breakdownValue, entry } from '../../platform/database/schema.js';
import { assertVersion, notFound, Refusal } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { loadChart } from '../accounts/account-store.js';
import { type ObjectChange, recordChange, recordChanges } from '../audit-trail/record-change.js';
import { breakdownVersion, linesOfValues, loadBreakdowns } from './breakdown-store.js';

/** Adds a breakdown without values. @returns its id */
export const addBreakdown = defineCommand(
  'addBreakdown',
  (context: WriteContext, { request, ...actor }: Actor & { request: BreakdownRequest }): number => {
    const others = loadBreakdowns(context.db, actor.organisation);
    const checked = checkBreakdown(request, others, undefined, entryCount(context, actor.organisation));
    if (!checked.ok) throw new Refusal(422, checked.problems);
    const { name, selfBalancing } = checked.value;
    const id = Math.max(0, ...others.map((breakdown) => breakdown.id)) + 1;
    context.db.insert(breakdown).values({ organisation: actor.organisation, id, name, selfBalancing }).run();
    record(context, actor, { id, ...checked.value, values: [] });
    return id;
  },
);

/** Renames a breakdown, or changes its usual value and whether it balances by itself. */
export const changeBreakdown = defineCommand(
  'changeBreakdown',
  (
    context: WriteContext,
    { id, request, ...actor }: Actor & { id: number; request: ChangeBreakdownRequest },
  ): void => {
    const others = loadBreakdowns(context.db, actor.organisation);
    const before = others.find((breakdown) => breakdown.id === id);
    if (!before) throw notFound('breakdown');
    assertVersion('breakdown', request.version, breakdownVersion(context.db, actor.organisation, id));
    const checked = checkBreakdown(request, others, before, entryCount(context, actor.organisation));
    if (!checked.ok) throw new Refusal(422, checked.problems);
    const { name, selfBalancing, usualValue } = checked.value;
    context.db
      .update(breakdown)
      .set({ name, selfBalancing, usualValue: usualValue ?? null, version: request.version + 1 })
      .where(isRow(breakdown, actor.organisation, id))
      .run();
    record(context, actor, { id, ...checked.value, values: before.values }, before);
  },
);

/** Removes a breakdown that no posted line and no account refers to, with its values. */
export const removeBreakdown = defineCommand(
  'removeBreakdown',
  (context: WriteContext, { id, version, ...actor }: Actor & { id: number; version: number }): void => {
    const gone = breakdownOf(context, actor, id);
    assertVersion('breakdown', version, breakdownVersion(context.db, actor.organisation, id));
    if (linesOfValues(context.db, actor.organisation, id).size > 0) {
      throw new Refusal(422, [problem('breakdown-in-use', '', `Posted lines name values of ${gone.name}.`)]);
    }
    const user = loadChart(context.db, actor.organisation).accounts.find((account) =>
      account.requiredBreakdowns?.includes(id),
    );
    if (user) {
      const message = `${user.number} ${user.name} needs its ${gone.name}; remove that first.`;
      throw new Refusal(422, [problem('breakdown-in-use', '', message)]);
    }
    const mine = and(eq(breakdownValue.organisation, actor.organisation), eq(breakdownValue.breakdown, id));
    const itself = isRow(breakdown, actor.organisation, id);
    context.db.update(breakdown).set({ usualValue: null }).where(itself).run();
    context.db.update(breakdownValue).set({ parent: null }).where(mine).run();
    context.db.delete(breakdownValue).where(mine).run();
    context.db.delete(breakdown).where(itself).run();
    recordChanges(context, actor, removalOfBreakdown(gone, loadChart(context.db, actor.organisation)));
    context.setUpChanged(actor.organisation);
  },
);

/** Adds a value. @returns its id */
export const addBreakdownValue = defineCommand(
  'addBreakdownValue',
  (
    context: WriteContext,
    { id, request, ...actor }: Actor & { id: number; request: BreakdownValueRequest },
  ): number => {
    const within = breakdownOf(context, actor, id);
    const value = Math.max(0, ...within.values.map((value) => value.id)) + 1;
    saveValue(context, actor, within, value, request);
    return value;
  },
);

/** Renames, moves, retires or revives a value, or gives it the account that keeps its balance. */
export const changeBreakdownValue = defineCommand(
  'changeBreakdownValue',
  (
    context: WriteContext,
    { id, value, request, ...actor }: Actor & { id: number; value: number; request: ChangeBreakdownValueRequest },
  ): void => {
    const within = breakdownOf(context, actor, id);
    const before = within.values.find((breakdownValue) => breakdownValue.id === value);
    if (!before) throw notFound('value');
    assertVersion('breakdown', request.version, breakdownVersion(context.db, actor.organisation, id));
    saveValue(context, actor, within, value, request, before);
  },
);

/** Removes a value that nothing refers to. */
export const removeBreakdownValue = defineCommand(
  'removeBreakdownValue',
  (
    context: WriteContext,
    { id, value, version, ...actor }: Actor & { id: number; value: number; version: number },
  ): void => {
    const within = breakdownOf(context, actor, id);
    const gone = within.values.find((breakdownValue) => breakdownValue.id === value);
    if (!gone) throw notFound('value');
    assertVersion('breakdown', version, breakdownVersion(context.db, actor.organisation, id));
    const refuse = (why: string): never => {
      throw new Refusal(422, [problem('breakdown-value-in-use', '', `“${gone.name}” ${why}`)]);
    };
    const lines = linesOfValues(context.db, actor.organisation, id).get(value) ?? 0;
    if (lines > 0) refuse(`stands on ${lines === 1 ? '1 posted line' : `${lines} posted lines`}; retire it instead.`);
    if (within.values.some((breakdownValue) => breakdownValue.parent === value))
      refuse('has others under it; move them first.');
    if (within.usualValue === value) refuse('is the usual value; choose another first.');
    context.db
      .delete(breakdownValue)
      .where(isValue(actor.organisation, id, value))
      .run();
    recordValue(context, actor, within, undefined, gone);
  },
);

/** Adds the values of a breakdown that a starter chart begins with; the accounts they name are there already. */
export function addStarterValues(context: WriteContext, actor: Actor, id: number, starter: StarterBreakdown): void {
  for (const request of starter.values) addBreakdownValue(context, { ...actor, id, request });
  const version = breakdownVersion(context.db, actor.organisation, id) ?? 0;
  const request = { name: starter.name, usualValue: starter.usualValue, version };
  changeBreakdown(context, { ...actor, id, request });
}

function breakdownOf(context: WriteContext, actor: Actor, id: number): Breakdown {
  const found = loadBreakdowns(context.db, actor.organisation).find((breakdown) => breakdown.id === id);
  if (!found) throw notFound('breakdown');
  return found;
}

function saveValue(
  context: WriteContext,
  actor: Actor,
  within: Breakdown,
  id: number,
  request: BreakdownValueRequest,
  before?: BreakdownValue,
): void {
  const chart = loadChart(context.db, actor.organisation);
  const lines = linesOfValues(context.db, actor.organisation, within.id);
  const checked = checkBreakdownValue(request, within, chart, (value) => (lines.get(value) ?? 0) > 0, before);
  if (!checked.ok) throw new Refusal(422, checked.problems);
  const { name, active, parent, account } = checked.value;
  const row = { name, active, parent: parent ?? null, account: account ?? null };
  if (before) {
    context.db
      .update(breakdownValue)
      .set(row)
      .where(isValue(actor.organisation, within.id, id))
      .run();
  } else {
    context.db
      .insert(breakdownValue)
      .values({ ...row, organisation: actor.organisation, breakdown: within.id, id })
      .run();
  }
  recordValue(context, actor, within, { id, ...checked.value }, before);
}

function isValue(organisation: number, within: number, id: number) {
  return and(
    eq(breakdownValue.organisation, organisation),
    eq(breakdownValue.breakdown, within),
    eq(breakdownValue.id, id),
  );
}

function entryCount(context: WriteContext, organisation: number): number {
  const row = context.db
    .select({ count: sql<number>`coalesce(max(${entry.place}), 0)` })
    .from(entry)
    .where(eq(entry.organisation, organisation))
    .get();
  return row?.count ?? 0;
}

function record(context: WriteContext, actor: Actor, after: Breakdown, before?: Breakdown): void {
  recordChange(context, {
    ...actor,
    subject: 'breakdown',
    object: after.id,
    title: after.name,
    before: before && breakdownParticulars(before),
    after: breakdownParticulars(after),
  });
  context.setUpChanged(actor.organisation);
}

function recordValue(
  context: WriteContext,
  actor: Actor,
  within: Breakdown,
  after: BreakdownValue | undefined,
  before?: BreakdownValue,
): void {
  const chart = loadChart(context.db, actor.organisation);
  recordChange(context, { ...actor, ...changeOfValue(within, chart, after, before) });
  // whoever adds one takes nothing away from what others look at
  if (before) countChange(context, actor.organisation, within.id);
  context.setUpChanged(actor.organisation);
}

/** What of the trail tells that a breakdown is gone, with its values. */
export function removalOfBreakdown(gone: Breakdown, chart: Chart): ObjectChange[] {
  return [
    ...gone.values.map((value) => changeOfValue(gone, chart, undefined, value)),
    { subject: 'breakdown', object: gone.id, title: gone.name, before: breakdownParticulars(gone) },
  ];
}

/** What becomes of a value, for the trail; nothing before if it is new, nothing after if it is gone. */
export function changeOfValue(
  { id, name, values }: Breakdown,
  chart: Chart,
  after: BreakdownValue | undefined,
  before?: BreakdownValue,
): ObjectChange {
  const nameOf = (value: number | undefined): string | undefined => values.find((other) => other.id === value)?.name;
  const named = after ?? before;
  return {
    subject: 'breakdown-value',
    object: valueInTrail(id, named?.id ?? 0),
    title: `${name}: ${named?.name ?? ''}`,
    before: before && valueParticulars(before, nameOf, chart),
    after: after && valueParticulars(after, nameOf, chart),
  };
}

/** Counts a change of values that are there as one of their breakdown: both are changed as one. */
export function countChange({ db }: WriteContext, organisation: number, id: number): void {
  db.update(breakdown)
    .set({ version: sql`${breakdown.version} + 1` })
    .where(isRow(breakdown, organisation, id))
    .run();
}
