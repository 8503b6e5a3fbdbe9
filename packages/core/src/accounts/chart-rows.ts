import { type Checked, problem, type Problem, refused, valid } from '../problems/problem.js';
import { textCells, textColumns, textFieldColumns, textsFromCells, textsOf } from '../text-details/text-details.js';
import { ACCOUNT_DETAILS } from './account-details.js';
import { type Account, normalBalanceOf } from './account.js';
import type { Chart } from './chart.js';
import type { ProposedAccount } from './check-account.js';

/** The columns of a chart file, in the order in which it is written. */
export const CHART_COLUMNS = [
  'number',
  'name',
  'element',
  'classification',
  'parent',
  'normal_balance',
  'contra',
  'control',
  'currency',
  'typed_entries',
  'active',
  'role',
  'closes_to',
  'share',
  'settles',
  'breakdowns',
  'tax_code',
  'cash_flow',
  ...textColumns(ACCOUNT_DETAILS),
] as const;

/** One column of a chart file. */
export type ChartColumn = (typeof CHART_COLUMNS)[number];

/** One row of a chart file; `line` is its line in the file, the header being 1. */
export interface ChartRow {
  readonly line: number;
  readonly cells: Readonly<Partial<Record<ChartColumn, string>>>;
}

/** Columns named differently in a file and in a request. */
const FIELD_COLUMNS: Readonly<Record<string, string>> = {
  ...textFieldColumns(ACCOUNT_DETAILS),
  normalBalance: 'normal_balance',
  typedEntries: 'typed_entries',
  closesTo: 'closes_to',
  taxCode: 'tax_code',
  cashFlow: 'cash_flow',
};

/** Puts a field's problem at its row and column. @example → path 'rows.3.closes_to' */
export function atRow(line: number, found: Problem): Problem {
  return { ...found, path: `rows.${line}.${FIELD_COLUMNS[found.path] ?? found.path}` };
}

/**
 * Reads a row of a chart file into a proposed account. Cells that are empty in a row of an account that exists keep
 * what it has.
 *
 * @param existing the account that has this number now, if any, with its chart for the numbers it refers to
 */
export function accountFromRow(
  row: ChartRow,
  existing?: { account: Account; chart: Chart; names: ChartNames },
): Checked<ProposedAccount> {
  const problems: Problem[] = [];
  const cells: Readonly<Record<string, string | undefined>> = row.cells;
  const cell = (column: string): string | undefined => cells[column]?.trim() || undefined;
  const flag = (column: ChartColumn): boolean | undefined => {
    const text = cell(column);
    if (text === undefined) return undefined;
    if (/^(true|yes|1)$/i.test(text)) return true;
    if (/^(false|no|0)$/i.test(text)) return false;
    problems.push(problem('not-a-flag', `rows.${row.line}.${column}`, `${column} is yes or no, not “${text}”.`));
    return undefined;
  };
  const share = cell('share');
  if (share !== undefined && !/^\d+$/.test(share)) {
    problems.push(
      problem('share-weight', `rows.${row.line}.share`, 'A share is a whole weight from 0 to 1,000,000.'),
    );
  }
  const kept = existing ? proposalOf(existing.account, existing.chart, existing.names) : undefined;
  const given: ProposedAccount = {
    number: cell('number') ?? '',
    name: cell('name') ?? kept?.name ?? '',
    element: cell('element')?.toLowerCase(),
    classification: cell('classification')?.toLowerCase(),
    parent: cell('parent'),
    normalBalance: cell('normal_balance')?.toLowerCase(),
    contra: flag('contra'),
    control: cell('control')?.toLowerCase(),
    currency: cell('currency')?.toUpperCase(),
    typedEntries: flag('typed_entries'),
    active: flag('active'),
    role: cell('role')?.toLowerCase(),
    closesTo: cell('closes_to'),
    share: share === undefined ? undefined : Number(share),
    settles: flag('settles'),
    breakdowns: cell('breakdowns')
      ?.split(';')
      .map((name) => name.trim())
      .filter((name) => name !== ''),
    taxCode: cell('tax_code'),
    cashFlow: cell('cash_flow')?.toLowerCase(),
    ...textsFromCells(ACCOUNT_DETAILS, cell, existing?.account),
  };
  return problems.length > 0 ? refused(problems) : valid(kept ? merged(kept, given) : given);
}

function merged(kept: ProposedAccount, given: ProposedAccount): ProposedAccount {
  const filled = Object.entries(given).filter(([, value]) => value !== undefined);
  const base =
    given.normalBalance !== undefined && given.contra === undefined ? { ...kept, contra: undefined } : kept;
  return { ...base, ...Object.fromEntries(filled), number: given.number, name: given.name };
}

/** How people name what accounts refer to beside the chart, by id. */
export interface ChartNames {
  readonly breakdowns: ReadonlyMap<number, string>;
  readonly taxCodes: ReadonlyMap<number, string>;
}

/** An account as a proposal, with numbers and names in the place of ids. */
export function proposalOf(account: Account, chart: Chart, names: ChartNames): ProposedAccount {
  return {
    number: account.number,
    name: account.name,
    element: account.element,
    classification: account.classification,
    parent: account.parent === undefined ? undefined : chart.byId.get(account.parent)?.number,
    contra: account.contra,
    control: account.control,
    currency: account.currency,
    typedEntries: account.typedEntries,
    active: account.active,
    role: account.role,
    closesTo: account.closesTo === undefined ? undefined : chart.byId.get(account.closesTo)?.number,
    share: account.share,
    settles: account.settles ?? false,
    breakdowns: account.requiredBreakdowns?.flatMap((id) => names.breakdowns.get(id) ?? []),
    taxCode: account.taxCode === undefined ? undefined : names.taxCodes.get(account.taxCode),
    cashFlow: account.cashFlow,
    ...textsOf(ACCOUNT_DETAILS, account),
  };
}

/** A chart as the rows of its file, in the order of {@link CHART_COLUMNS}. */
export function chartRows(chart: Chart, names: ChartNames): string[][] {
  return chart.accounts.map((account) => {
    const proposal = proposalOf(account, chart, names);
    return [
      account.number,
      account.name,
      account.element,
      account.classification,
      proposal.parent ?? '',
      normalBalanceOf(account),
      String(account.contra),
      account.control ?? '',
      account.currency ?? '',
      String(account.typedEntries),
      String(account.active),
      account.role ?? '',
      proposal.closesTo ?? '',
      account.share === undefined ? '' : String(account.share),
      String(account.settles ?? false),
      (proposal.breakdowns ?? []).join('; '),
      proposal.taxCode ?? '',
      account.cashFlow ?? '',
      ...textCells(ACCOUNT_DETAILS, account),
    ];
  });
}
