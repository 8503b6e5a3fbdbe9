import type { AccountRequest, ChangeAccountRequest, ImportAnswer } from '@just-ledger/contract';
import {
  CHART_COLUMNS,
  accountFromRow,
  accountIn,
  accountParticulars,
  accountTitle,
  atRow,
  chartOf,
  checkAccountFields,
  checkAccountInChart,
  problem,
  withClassificationsOfHeadings,
  type Account,
  type AccountFields,
  type AccountHistory,
  type AccountId,
  type Chart,
  type ChartColumn,
  type Problem,
  type ProposedAccount,
} from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import { readCsv } from '../csv/csv.js';
import { recordChange, type OfPerson } from '../audit-trail/record-change.js';
import { account, accountBreakdown } from '../database/schema.js';
import { Refusal, changedSince, notFound } from '../problems/refusal.js';
import type { WriteContext } from '../workers/write-context.js';
import { accountHistory, accountVersions, loadChart, postedLines } from './account-store.js';
import { chartNames } from './chart-names.js';
import { userOfAccount } from './users-of-account.js';

/** What changes the chart. */
export const accountCommands = {
  /** Adds one account. @returns its id */
  addAccount(
    context: WriteContext,
    { organisation, person, request }: OfPerson & { request: AccountRequest },
  ): number {
    const [added] = addAccounts(context, { organisation, person }, [request]);
    if (!added) throw new Error('no account was added');
    return added;
  },

  /** Puts new particulars in the place of an account's old ones. */
  changeAccount(
    context: WriteContext,
    { organisation, person, id, request }: OfPerson & { id: number; request: ChangeAccountRequest },
  ): void {
    const chart = loadChart(context.db, organisation);
    const before = chart.byId.get(id as AccountId);
    if (!before) throw notFound('account');
    if (accountVersions(context.db, organisation).get(id) !== request.version) throw changedSince('account');
    const { version, ...proposed } = request;
    applyChart(context, { organisation, person }, chart, [{ proposed, existing: before, place: (found) => found }]);
  },

  /** Removes an account that nothing was ever posted to and nothing refers to. */
  removeAccount(context: WriteContext, { organisation, person, id }: OfPerson & { id: number }): void {
    const chart = loadChart(context.db, organisation);
    const gone = chart.byId.get(id as AccountId);
    if (!gone) throw notFound('account');
    const title = `${gone.number} ${gone.name}`;
    if ((postedLines(context.db, organisation).get(id) ?? 0) > 0) {
      throw new Refusal(422, [problem('account-in-use', '', `${title} has postings; retire it instead.`)]);
    }
    const user = userOfAccount(context.db, organisation, chart, gone);
    if (user) throw new Refusal(422, [problem('account-in-use', '', user)]);
    context.db
      .delete(account)
      .where(and(eq(account.organisation, organisation), eq(account.id, id)))
      .run();
    const before = accountParticulars(gone, chart, chartNames(context.db, organisation));
    recordChange(context, { organisation, person, subject: 'account', object: id, title, before });
    context.setUpChanged(organisation);
  },

  /** Adds and changes accounts from a chart file; all of it, or nothing and every problem by row. */
  importAccounts(context: WriteContext, { organisation, person, csv }: OfPerson & { csv: string }): ImportAnswer {
    const rows = readCsv<ChartColumn>(csv, CHART_COLUMNS, ['number', 'name', 'element']);
    if (rows.length === 0) throw new Refusal(422, [problem('no-rows', '', 'The file has no rows.')]);
    const chart = loadChart(context.db, organisation);
    const names = chartNames(context.db, organisation);
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
      const read = accountFromRow(row, existing && { account: existing, chart, names });
      if (!read.ok) problems.push(...read.problems);
      return read.ok ? [{ proposed: read.value, existing, place: (found: Problem) => atRow(row.line, found) }] : [];
    });
    if (problems.length > 0) throw new Refusal(422, problems);
    applyChart(context, { organisation, person }, chart, changes);
    const changed = changes.filter((change) => change.existing).length;
    return { created: changes.length - changed, changed };
  },
};

/** Adds accounts that may refer to each other. @returns their ids */
export function addAccounts(context: WriteContext, of: OfPerson, proposed: readonly ProposedAccount[]): number[] {
  return applyChart(
    context,
    of,
    loadChart(context.db, of.organisation),
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
  { organisation, person }: OfPerson,
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
  const names = chartNames(context.db, organisation);
  const references: References = {
    accounts: new Map<string, AccountId>([
      ...chart.accounts.filter((one) => !touched.has(one.id)).map((one): [string, AccountId] => [one.number, one.id]),
      ...checked.map(({ fields, id }): [string, AccountId] => [fields.number, id]),
    ]),
    breakdowns: idsByName(names.breakdowns),
    taxCodes: idsByName(names.taxCodes),
  };
  const accounts = checked.map(({ change, fields, id }) =>
    resolved(fields, id, references, (found) => problems.push(change.place(found))),
  );
  const proposedChart = chartOf([...chart.accounts.filter((one) => !touched.has(one.id)), ...accounts]);
  const after = withClassificationsOfHeadings(
    proposedChart,
    new Set(checked.filter(({ change }) => change.proposed.classification === undefined).map(({ id }) => id)),
    touched,
  );
  const lines = postedLines(context.db, organisation);
  checked.forEach(({ change }, at) => {
    const one = accountIn(after, (accounts[at] as Account).id);
    const before = change.existing && {
      account: change.existing,
      history: historyBefore(context, organisation, change.existing, one, lines.get(one.id) ?? 0),
    };
    const found = checkAccountInChart(one, after, (id) => (lines.get(id) ?? 0) > 0, before);
    problems.push(...found.map(change.place));
  });
  if (problems.length > 0) throw new Refusal(422, problems);
  const changed = after.accounts.filter((one) => chart.byId.get(one.id) !== one);
  save(
    context,
    organisation,
    changed.map((one) => ({ one, isNew: !chart.byId.has(one.id) })),
  );
  for (const one of changed) {
    const old = chart.byId.get(one.id);
    recordChange(context, {
      organisation,
      person,
      subject: 'account',
      object: one.id,
      title: accountTitle(one),
      before: old && accountParticulars(old, chart, names),
      after: accountParticulars(one, after, names),
    });
  }
  context.setUpChanged(organisation);
  return accounts.map((one) => one.id);
}

/** The history of an account, read only as far as the change asks for it. */
function historyBefore(
  context: WriteContext,
  organisation: number,
  before: Account,
  after: Account,
  lines: number,
): AccountHistory {
  const asks = (['element', 'currency', 'control', 'role'] as const).some((field) => before[field] !== after[field]);
  return asks ? accountHistory(context.db, organisation, after.id, lines) : { lines, withoutContact: 0, entries: [] };
}

/** What accounts may refer to, by number and by name in small letters. */
interface References {
  readonly accounts: ReadonlyMap<string, AccountId>;
  readonly breakdowns: ReadonlyMap<string, number>;
  readonly taxCodes: ReadonlyMap<string, number>;
}

function idsByName(names: ReadonlyMap<number, string>): Map<string, number> {
  return new Map([...names].map(([id, name]) => [name.toLowerCase(), id]));
}

function resolved(
  fields: AccountFields,
  id: AccountId,
  references: References,
  report: (found: Problem) => void,
): Account {
  const { parentNumber, closesToNumber, breakdownNames: wanted, taxCodeName, ...own } = fields;
  const parent = parentNumber === undefined ? undefined : references.accounts.get(parentNumber);
  const closesTo = closesToNumber === undefined ? undefined : references.accounts.get(closesToNumber);
  if (parentNumber && parent === undefined)
    report(problem('parent-unknown', 'parent', `There is no account ${parentNumber}.`));
  if (closesToNumber && closesTo === undefined) {
    report(problem('closes-to-unknown', 'closesTo', `There is no account ${closesToNumber}.`));
  }
  const requiredBreakdowns = (wanted ?? []).flatMap((name) => {
    const found = references.breakdowns.get(name.toLowerCase());
    if (found === undefined) {
      report(problem('breakdown-unknown', 'breakdowns', `There is no breakdown “${name}”.`));
    }
    return found ?? [];
  });
  const taxCode = taxCodeName === undefined ? undefined : references.taxCodes.get(taxCodeName.toLowerCase());
  if (taxCodeName && taxCode === undefined) {
    report(problem('tax-code-unknown', 'taxCode', `There is no tax code ${taxCodeName}.`));
  }
  return {
    ...own,
    id,
    ...(parent !== undefined && { parent }),
    ...(closesTo !== undefined && { closesTo }),
    ...(requiredBreakdowns.length > 0 && { requiredBreakdowns }),
    ...(taxCode !== undefined && { taxCode }),
  };
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
      settles: one.settles ?? false,
      taxCode: one.taxCode ?? null,
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
  for (const { one } of accounts) {
    const mine = and(eq(accountBreakdown.organisation, organisation), eq(accountBreakdown.account, one.id));
    context.db.delete(accountBreakdown).where(mine).run();
    for (const breakdown of one.requiredBreakdowns ?? []) {
      context.db.insert(accountBreakdown).values({ organisation, account: one.id, breakdown }).run();
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
