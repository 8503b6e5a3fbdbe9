import type { AccountRequest, ChangeAccountRequest, ChartImportResponse } from '@just-ledger/contract';
import {
  type Account,
  ACCOUNT_DETAILS,
  type AccountId,
  accountParticulars,
  accountTitle,
  type ChartColumn,
  problem,
  type ProposedAccount,
  textsOr,
} from '@just-ledger/core';
import { and, eq, sql } from 'drizzle-orm';
import { insertRows } from '../../platform/database/insert-rows.js';
import { isRow } from '../../platform/database/next-id.js';
import { account, accountBreakdown } from '../../platform/database/schema.js';
import type { CsvRow } from '../../platform/files/csv.js';
import { assertVersion, notFound, Refusal } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { recordChange, recordChanges } from '../audit-trail/record-change.js';
import { accountVersions, loadChart } from './account-store.js';
import { postedLines } from './account-lines.js';
import { chartNames } from './chart-names.js';
import { type ChartChange, chartChanges, type ChartPlan, planChart } from './chart-plan.js';
import { userOfAccount } from './users-of-account.js';

/** Adds one account. @returns its id */
export const addAccount = defineCommand(
  'addAccount',
  (context: WriteContext, { organisation, person, request }: Actor & { request: AccountRequest }): AccountId => {
    const [added] = addAccounts(context, { organisation, person }, [request]);
    if (!added) throw new Error('no account was added');
    return added;
  },
);

/** Puts new particulars in the place of an account's old ones. */
export const changeAccount = defineCommand(
  'changeAccount',
  (
    context: WriteContext,
    { organisation, person, id, request }: Actor & { id: AccountId; request: ChangeAccountRequest },
  ): void => {
    const chart = loadChart(context.db, organisation);
    const before = chart.byId.get(id);
    if (!before) throw notFound('account');
    assertVersion('account', request.version, accountVersions(context.db, organisation).get(id));
    const { version, ...proposed } = request;
    applyChart(context, { organisation, person }, [{ proposed, existing: before, place: (found) => found }]);
  },
);

/** Removes an account that nothing was ever posted to and nothing refers to. */
export const removeAccount = defineCommand(
  'removeAccount',
  (
    context: WriteContext,
    { organisation, person, id, version }: Actor & { id: AccountId; version: number },
  ): void => {
    const chart = loadChart(context.db, organisation);
    const gone = chart.byId.get(id);
    if (!gone) throw notFound('account');
    assertVersion('account', version, accountVersions(context.db, organisation).get(id));
    const title = `${gone.number} ${gone.name}`;
    if ((postedLines(context.db, organisation).get(id) ?? 0) > 0) {
      throw new Refusal(422, [problem('account-in-use', '', `${title} has postings; retire it instead.`)]);
    }
    const user = userOfAccount(context.db, organisation, chart, gone);
    if (user) throw new Refusal(422, [problem('account-in-use', '', user)]);
    context.db
      .delete(account)
      .where(isRow(account, organisation, id))
      .run();
    const before = accountParticulars(gone, chart, chartNames(context.db, organisation));
    recordChange(context, { organisation, person, subject: 'account', object: id, title, before });
    context.setUpChanged(organisation);
  },
);

/** Adds and changes accounts from a chart file; all of it, or nothing and every problem by row. */
export const importAccounts = defineCommand(
  'importAccounts',
  (
    context: WriteContext,
    { organisation, person, rows }: Actor & { rows: CsvRow<ChartColumn>[] },
  ): ChartImportResponse => {
    if (rows.length === 0) throw new Refusal(422, [problem('no-rows', '', 'The file has no rows.')]);
    const { changes, problems } = chartChanges(context.db, organisation, rows);
    if (problems.length > 0) throw new Refusal(422, problems);
    applyChart(context, { organisation, person }, changes);
    const changed = changes.filter((change) => change.existing).length;
    return { created: changes.length - changed, changed };
  },
  { ownTransaction: true },
);

/** Adds accounts that may refer to each other. @returns their ids */
export function addAccounts(
  context: WriteContext,
  actor: Actor,
  proposed: readonly ProposedAccount[],
): readonly AccountId[] {
  return applyChart(
    context,
    actor,
    proposed.map((proposed) => ({ proposed: proposed, place: (found) => found })),
  );
}

/** Applies additions and changes together, so that they may refer to each other. @returns the ids, in their order */
function applyChart(context: WriteContext, actor: Actor, changes: readonly ChartChange[]): readonly AccountId[] {
  const plan = planChart(context.db, actor.organisation, changes);
  if (plan.problems.length > 0) throw new Refusal(422, plan.problems);
  writeChart(context, actor, plan);
  return plan.ids;
}

/** Writes a planned chart, and the trail of what is different. */
export function writeChart(context: WriteContext, actor: Actor, { before, after, names, changed }: ChartPlan): void {
  save(
    context,
    actor.organisation,
    changed.map((account) => ({ one: account, isNew: !before.byId.has(account.id) })),
  );
  recordChanges(
    context,
    actor,
    changed.map((account) => {
      const old = before.byId.get(account.id);
      return {
        subject: 'account',
        object: account.id,
        title: accountTitle(account),
        before: old && accountParticulars(old, before, names),
        after: accountParticulars(account, after, names),
      };
    }),
  );
  context.setUpChanged(actor.organisation);
}

/** Writes accounts: first all without references, then the references, so that the order does not matter. */
function save(
  context: WriteContext,
  organisation: number,
  accounts: readonly { one: Account; isNew: boolean }[],
): void {
  const { db } = context;
  const [fresh, changed] = [accounts.filter(({ isNew }) => isNew), accounts.filter(({ isNew }) => !isNew)];
  insertRows(
    db,
    account,
    fresh.map(({ one }) => ({ ...rowOf(one), organisation, id: one.id })),
  );
  for (const { one } of changed) {
    db.update(account)
      .set({ ...rowOf(one), version: sql`${account.version} + 1` })
      .where(isRow(account, organisation, one.id))
      .run();
    db.delete(accountBreakdown)
      .where(and(eq(accountBreakdown.organisation, organisation), eq(accountBreakdown.account, one.id)))
      .run();
  }
  insertRows(
    db,
    accountBreakdown,
    accounts.flatMap(({ one }) =>
      (one.requiredBreakdowns ?? []).map((breakdown) => ({ organisation, account: one.id, breakdown })),
    ),
  );
  for (const { one, isNew } of accounts) {
    if (isNew && one.parent === undefined && one.closesTo === undefined) continue;
    db.update(account)
      .set({ parent: one.parent ?? null, closesTo: one.closesTo ?? null })
      .where(isRow(account, organisation, one.id))
      .run();
  }
}

/** The columns of an account that refer to no other. */
function rowOf(account: Account) {
  return {
    number: account.number,
    name: account.name,
    element: account.element,
    classification: account.classification,
    contra: account.contra,
    typedEntries: account.typedEntries,
    active: account.active,
    currency: account.currency ?? null,
    control: account.control ?? null,
    role: account.role ?? null,
    share: account.share ?? null,
    settles: account.settles ?? false,
    taxCode: account.taxCode ?? null,
    cashFlow: account.cashFlow ?? null,
    ...textsOr(ACCOUNT_DETAILS, account, null),
  };
}
