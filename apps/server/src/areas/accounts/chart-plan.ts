import {
  type Account,
  type AccountFields,
  accountFromRow,
  type AccountHistory,
  accountId,
  type AccountId,
  accountIn,
  atRow,
  type Chart,
  type ChartNames,
  chartOf,
  type ChartRow,
  checkAccountFields,
  checkAccountInChart,
  problem,
  type Problem,
  type ProposedAccount,
  withClassificationsOfHeadings,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { accountHistory, loadChart } from './account-store.js';
import { postedLines } from './account-lines.js';
import { chartNames } from './chart-names.js';

/** An account that is to be added, or changed. */
export interface ChartChange {
  readonly proposed: ProposedAccount;
  readonly existing?: Account | undefined;
  /** Puts a problem at the place it came from. */
  readonly place: (found: Problem) => Problem;
}

/** The chart as it would be, and what stands in the way. */
export interface ChartPlan {
  readonly before: Chart;
  readonly after: Chart;
  readonly names: ChartNames;
  /** The ids of the accounts asked for, in their order. */
  readonly ids: readonly AccountId[];
  /** The accounts that would be new or different. */
  readonly changed: readonly Account[];
  readonly problems: readonly Problem[];
}

/** Plans additions and changes together, so that they may refer to each other. @param step called after each account */
export function planChart(
  db: Db,
  organisation: number,
  changes: readonly ChartChange[],
  step: () => void = () => undefined,
): ChartPlan {
  const chart = loadChart(db, organisation);
  const problems: Problem[] = [];
  let next = chart.accounts.reduce((most, account) => Math.max(most, account.id), 0);
  const checked = changes.flatMap((change) => {
    const fields = checkAccountFields(change.proposed);
    if (!fields.ok) problems.push(...fields.problems.map(change.place));
    return fields.ok ? [{ change, fields: fields.value, id: change.existing?.id ?? accountId((next += 1)) }] : [];
  });
  const touched = new Set(checked.map(({ id }) => id));
  const names = chartNames(db, organisation);
  const references: References = {
    accounts: new Map<string, AccountId>([
      ...chart.accounts
        .filter((account) => !touched.has(account.id))
        .map((account): [string, AccountId] => [account.number, account.id]),
      ...checked.map(({ fields, id }): [string, AccountId] => [fields.number, id]),
    ]),
    breakdowns: idsByName(names.breakdowns),
    taxCodes: idsByName(names.taxCodes),
  };
  const accounts = checked.map(({ change, fields, id }) =>
    resolved(fields, id, references, (found) => problems.push(change.place(found))),
  );
  const proposed = chartOf([...chart.accounts.filter((account) => !touched.has(account.id)), ...accounts]);
  const after = withClassificationsOfHeadings(
    proposed,
    new Set(checked.filter(({ change }) => change.proposed.classification === undefined).map(({ id }) => id)),
    touched,
  );
  const lines = postedLines(db, organisation);
  checked.forEach(({ change, id }) => {
    const account = accountIn(after, id);
    const before = change.existing && {
      account: change.existing,
      history: historyBefore(db, organisation, change.existing, account, lines.get(account.id) ?? 0),
    };
    const found = checkAccountInChart(account, after, (id) => (lines.get(id) ?? 0) > 0, before);
    problems.push(...found.map(change.place));
    step();
  });
  const changed = after.accounts.filter((account) => chart.byId.get(account.id) !== account);
  return { before: chart, after, names, ids: accounts.map((account) => account.id), changed, problems };
}

/** The changes that the rows of a chart file ask for, and every problem by row. */
export function chartChanges(
  db: Db,
  organisation: number,
  rows: readonly ChartRow[],
  step: () => void = () => undefined,
): { readonly changes: ChartChange[]; readonly problems: Problem[] } {
  const chart = loadChart(db, organisation);
  const names = chartNames(db, organisation);
  const problems: Problem[] = [];
  const seen = new Map<string, number>();
  const changes = rows.flatMap((row): ChartChange[] => {
    const number = row.cells.number?.trim() ?? '';
    const duplicate = seen.get(number);
    if (duplicate !== undefined) {
      const message = `Number ${number} already stands in row ${duplicate}.`;
      problems.push(problem('row-twice', `rows.${row.line}.number`, message));
    }
    seen.set(number, row.line);
    const existing = chart.byNumber.get(number);
    const read = accountFromRow(row, existing && { account: existing, chart, names });
    if (!read.ok) problems.push(...read.problems);
    step();
    return read.ok ? [{ proposed: read.value, existing, place: (found: Problem) => atRow(row.line, found) }] : [];
  });
  return { changes, problems };
}

/** The history of an account, read only as far as the change asks for it. */
function historyBefore(db: Db, organisation: number, before: Account, after: Account, lines: number): AccountHistory {
  const asks = (['element', 'currency', 'control', 'role'] as const).some((field) => before[field] !== after[field]);
  return asks ? accountHistory(db, organisation, after.id, lines) : { lines, withoutContact: 0, entries: [] };
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
