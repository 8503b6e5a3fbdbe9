import type { AccountRequest, ChangeAccountRequest, ImportAnswer } from '@just-ledger/contract';
import {
  CHART_COLUMNS,
  accountFromRow,
  atRow,
  chartOf,
  checkAccountFields,
  checkAccountInChart,
  problem,
  type Account,
  type AccountFields,
  type AccountId,
  type Chart,
  type ChartColumn,
  type Problem,
  type ProposedAccount,
} from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import { readCsv } from '../csv/csv.js';
import { account } from '../database/schema.js';
import { Refusal, changedSince, notFound } from '../problems/refusal.js';
import type { WriteContext } from '../workers/write-context.js';
import { accountVersions, loadChart, postedLines } from './account-store.js';

/** What changes the chart. */
export const accountCommands = {
  /** Adds one account. @returns its id */
  addAccount(
    context: WriteContext,
    { organisation, request }: { organisation: number; request: AccountRequest },
  ): number {
    const [added] = addAccounts(context, organisation, [request]);
    if (!added) throw new Error('no account was added');
    return added;
  },

  /** Puts new particulars in the place of an account's old ones. */
  changeAccount(
    context: WriteContext,
    { organisation, id, request }: { organisation: number; id: number; request: ChangeAccountRequest },
  ): void {
    const chart = loadChart(context.db, organisation);
    const before = chart.byId.get(id as AccountId);
    if (!before) throw notFound('account');
    if (accountVersions(context.db, organisation).get(id) !== request.version) throw changedSince('account');
    const { version, ...proposed } = request;
    applyChart(context, organisation, chart, [{ proposed, existing: before, place: (found) => found }]);
  },

  /** Removes an account that nothing was ever posted to and nothing refers to. */
  removeAccount(context: WriteContext, { organisation, id }: { organisation: number; id: number }): void {
    const chart = loadChart(context.db, organisation);
    const gone = chart.byId.get(id as AccountId);
    if (!gone) throw notFound('account');
    const title = `${gone.number} ${gone.name}`;
    if ((postedLines(context.db, organisation).get(id) ?? 0) > 0) {
      throw new Refusal(422, [problem('account-in-use', '', `${title} has postings; retire it instead.`)]);
    }
    const user = chart.accounts.find((other) => other.parent === gone.id || other.closesTo === gone.id);
    if (user)
      throw new Refusal(422, [problem('account-in-use', '', `${user.number} ${user.name} refers to ${title}.`)]);
    context.db
      .delete(account)
      .where(and(eq(account.organisation, organisation), eq(account.id, id)))
      .run();
    context.setUpChanged(organisation);
  },

  /** Adds and changes accounts from a chart file; all of it, or nothing and every problem by row. */
  importAccounts(context: WriteContext, { organisation, csv }: { organisation: number; csv: string }): ImportAnswer {
    const rows = readCsv<ChartColumn>(csv, CHART_COLUMNS, ['number', 'name', 'element']);
    if (rows.length === 0) throw new Refusal(422, [problem('no-rows', '', 'The file has no rows.')]);
    const chart = loadChart(context.db, organisation);
    const problems: Problem[] = [];
    const seen = new Map<string, number>();
    const changes = rows.flatMap((row) => {
      const number = row.cells.number?.trim() ?? '';
      const twin = seen.get(number);
      if (twin)
        problems.push(
          problem('row-twice', `rows.${row.line}.number`, `Number ${number} already stands in row ${twin}.`),
        );
      seen.set(number, row.line);
      const existing = chart.byNumber.get(number);
      const read = accountFromRow(row, existing && { account: existing, chart });
      if (!read.ok) problems.push(...read.problems);
      return read.ok ? [{ proposed: read.value, existing, place: (found: Problem) => atRow(row.line, found) }] : [];
    });
    if (problems.length > 0) throw new Refusal(422, problems);
    applyChart(context, organisation, chart, changes);
    const changed = changes.filter((change) => change.existing).length;
    return { created: changes.length - changed, changed };
  },
};

/** Adds accounts that may refer to each other. @returns their ids */
export function addAccounts(
  context: WriteContext,
  organisation: number,
  proposed: readonly ProposedAccount[],
): number[] {
  return applyChart(
    context,
    organisation,
    loadChart(context.db, organisation),
    proposed.map((one) => ({ proposed: one, place: (found) => found })),
  );
}

interface ChartChange {
  readonly proposed: ProposedAccount;
  readonly existing?: Account | undefined;
  /** Puts a problem at the place it came from. */
  readonly place: (found: Problem) => Problem;
}

/** Applies additions and changes together, so that they may refer to each other. @returns the ids, in their order */
function applyChart(
  context: WriteContext,
  organisation: number,
  chart: Chart,
  changes: readonly ChartChange[],
): number[] {
  const problems: Problem[] = [];
  let next = Math.max(0, ...chart.accounts.map((one) => one.id));
  const checked = changes.flatMap((change) => {
    const fields = checkAccountFields(change.proposed);
    if (!fields.ok) problems.push(...fields.problems.map(change.place));
    return fields.ok ? [{ change, fields: fields.value, id: change.existing?.id ?? ((next += 1) as AccountId) }] : [];
  });
  const touched = new Set(checked.map(({ id }) => id));
  const idByNumber = new Map<string, AccountId>([
    ...chart.accounts.filter((one) => !touched.has(one.id)).map((one): [string, AccountId] => [one.number, one.id]),
    ...checked.map(({ fields, id }): [string, AccountId] => [fields.number, id]),
  ]);
  const accounts = checked.map(({ change, fields, id }) =>
    resolved(fields, id, idByNumber, (found) => problems.push(change.place(found))),
  );
  const after = chartOf([...chart.accounts.filter((one) => !touched.has(one.id)), ...accounts]);
  const lines = postedLines(context.db, organisation);
  checked.forEach(({ change }, at) => {
    const one = accounts[at] as Account;
    const before = change.existing && { account: change.existing, history: { lines: lines.get(one.id) ?? 0 } };
    const found = checkAccountInChart(one, after, (id) => (lines.get(id) ?? 0) > 0, before);
    problems.push(...found.map(change.place));
  });
  if (problems.length > 0) throw new Refusal(422, problems);
  save(
    context,
    organisation,
    checked.map(({ change }, at) => ({ one: accounts[at] as Account, isNew: !change.existing })),
  );
  context.setUpChanged(organisation);
  return accounts.map((one) => one.id);
}

function resolved(
  fields: AccountFields,
  id: AccountId,
  idByNumber: ReadonlyMap<string, AccountId>,
  report: (found: Problem) => void,
): Account {
  const { parentNumber, closesToNumber, ...own } = fields;
  const parent = parentNumber === undefined ? undefined : idByNumber.get(parentNumber);
  const closesTo = closesToNumber === undefined ? undefined : idByNumber.get(closesToNumber);
  if (parentNumber && parent === undefined)
    report(problem('parent-unknown', 'parent', `There is no account ${parentNumber}.`));
  if (closesToNumber && closesTo === undefined) {
    report(problem('closes-to-unknown', 'closesTo', `There is no account ${closesToNumber}.`));
  }
  return { ...own, id, ...(parent !== undefined && { parent }), ...(closesTo !== undefined && { closesTo }) };
}

/** Writes accounts: first all without references, then the references, so that the order does not matter. */
function save(
  context: WriteContext,
  organisation: number,
  accounts: readonly { one: Account; isNew: boolean }[],
): void {
  const versions = accountVersions(context.db, organisation);
  for (const { one, isNew } of accounts) {
    const row = {
      number: one.number,
      name: one.name,
      element: one.element,
      classification: one.classification,
      contra: one.contra,
      typedEntries: one.typedEntries,
      active: one.active,
      currency: one.currency ?? null,
      control: one.control ?? null,
      role: one.role ?? null,
      share: one.share ?? null,
    };
    if (isNew)
      context.db
        .insert(account)
        .values({ ...row, organisation, id: one.id })
        .run();
    else {
      const version = (versions.get(one.id) ?? 0) + 1;
      context.db
        .update(account)
        .set({ ...row, version })
        .where(and(eq(account.organisation, organisation), eq(account.id, one.id)))
        .run();
    }
  }
  for (const { one, isNew } of accounts) {
    if (isNew && one.parent === undefined && one.closesTo === undefined) continue;
    context.db
      .update(account)
      .set({ parent: one.parent ?? null, closesTo: one.closesTo ?? null })
      .where(and(eq(account.organisation, organisation), eq(account.id, one.id)))
      .run();
  }
}
