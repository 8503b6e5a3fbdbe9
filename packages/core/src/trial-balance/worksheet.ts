import type { Element } from '../accounts/element.js';
import type { AccountRole } from '../accounts/account-role.js';
import { add, minor, negated, sumOf, ZERO, type Minor } from '../money/minor.js';

/** A debit and a credit beside each other; minor units, neither negative. */
export interface Sides {
  readonly debit: Minor;
  readonly credit: Minor;
}

/** The pairs of columns of a worksheet, in the order in which they stand. */
export const WORKSHEET_COLUMNS = [
  'unadjusted',
  'adjustments',
  'adjusted',
  'incomeStatement',
  'balanceSheet',
  'postClosing',
  'against',
  'change',
] as const;

/** One of {@link WORKSHEET_COLUMNS}. */
export type WorksheetColumn = (typeof WORKSHEET_COLUMNS)[number];

/** What an account brings to a worksheet; amounts in minor units, debit positive. */
export interface WorksheetAccount {
  /** Its number; empty for the results of earlier years that were never closed. */
  readonly account: string;
  readonly name: string;
  /** The number of the heading it stands under. */
  readonly parent: string | null;
  readonly statement: 'income-statement' | 'balance-sheet';
  readonly unadjusted: Minor;
  /** What adjusting entries put on either side of it. */
  readonly adjustments: Sides;
  readonly postClosing: Minor;
  /** What it stood at, adjusted, on the date it is compared with. */
  readonly against?: Minor | undefined;
  /** What it stands at, adjusted, within each value of a breakdown. */
  readonly across: readonly Minor[];
}

/** An account that others stand under. */
export interface WorksheetHeading {
  readonly account: string;
  readonly name: string;
  readonly parent: string | null;
}

/** A row of a worksheet: an account, or a heading with both sides of what stands under it. */
export interface WorksheetRow {
  readonly account: string;
  readonly name: string;
  readonly parent: string | null;
  readonly isHeading: boolean;
  /** How many headings it stands under. */
  readonly depth: number;
  readonly columns: Readonly<Record<WorksheetColumn, Sides>>;
  readonly across: readonly Minor[];
}

/** A worksheet: each account in all columns, what they come to, and the result that balances the statements. */
export interface Worksheet {
  /** Headings first, each followed by what stands under it. */
  readonly rows: readonly WorksheetRow[];
  readonly totals: Readonly<Record<WorksheetColumn, Sides>>;
  /** What each value of a breakdown comes to: nothing where it balances by itself. */
  readonly across: readonly Minor[];
  /** The result, positive for income: it is added to the debits of the income statement, the credits of the balance sheet. */
  readonly result: Minor;
}

/** Nothing on either side. */
export const NO_SIDES: Sides = { debit: ZERO, credit: ZERO };

/** An amount on its side. @param amount minor units, debit positive @example sidesOf(-500) // → {debit: 0, credit: 500} */
export function sidesOf(amount: Minor): Sides {
  return amount >= 0 ? { debit: amount, credit: ZERO } : { debit: ZERO, credit: negated(amount) };
}

/** Which statement an account goes to: drawings, dividends and contributions stay in the balance sheet until closed. */
export function statementOf(account: {
  readonly element: Element;
  readonly role?: AccountRole | undefined;
}): WorksheetAccount['statement'] {
  const { element, role } = account;
  return element === 'revenue' || element === 'expense' || role === 'income-summary'
    ? 'income-statement'
    : 'balance-sheet';
}

/**
 * Draws up a worksheet: adjusted is unadjusted and what adjusting entries put on either side; each adjusted balance goes
 * to the income statement or to the balance sheet, and the result balances both. Common practice in textbooks, where the
 * first ten columns are the ten-column worksheet.
 *
 * @param accounts in the order in which they are to stand
 * @param headings those that accounts stand under; a heading with nothing under it is left out
 * @param zeros whether accounts with nothing in any column stay
 * @throws {RangeError} if a sum leaves the safe range
 * @example worksheet([rent, cash], []).result // → minor(-80_000)
 */
export function worksheet(
  accounts: readonly WorksheetAccount[],
  headings: readonly WorksheetHeading[],
  zeros = false,
): Worksheet {
  const headingOf = new Map(headings.map((heading) => [heading.account, heading]));
  const leaves = accounts
    .map((account) => ({ ...account, columns: columnsOf(account), path: pathOf(account.parent, headingOf) }))
    .filter(({ columns, across }) => zeros || !isEmpty(columns) || across.some((amount) => amount !== 0));
  const values = accounts.reduce((most, { across }) => Math.max(most, across.length), 0);
  const rows: WorksheetRow[] = [];
  const open: string[] = [];
  const addRow = (row: Omit<WorksheetRow, 'depth'>): void => {
    rows.push({ ...row, depth: open.length });
  };
  for (const { path, ...leaf } of leaves) {
    const same = path.findIndex(({ account }, index) => open[index] !== account);
    const kept = same === -1 ? path.length : same;
    open.splice(kept);
    for (const heading of path.slice(kept)) {
      const under = leaves.filter((leave) => leave.path.includes(heading));
      addRow({
        ...heading,
        isHeading: true,
        columns: totalsOf(under),
        across: acrossOf(under, values),
      });
      open.push(heading.account);
    }
    addRow({ ...leaf, isHeading: false });
  }
  const totals = totalsOf(leaves);
  const { debit, credit } = totals.incomeStatement;
  return { rows, totals, across: acrossOf(leaves, values), result: minor(credit - debit) };
}

/** The headings an account stands under, from the outermost in; a circle is cut. */
function pathOf(parent: string | null, headings: ReadonlyMap<string, WorksheetHeading>): WorksheetHeading[] {
  const path: WorksheetHeading[] = [];
  for (let current = parent; current !== null && path.length < 20;) {
    const heading = headings.get(current);
    if (!heading) break;
    path.unshift(heading);
    current = heading.parent;
  }
  return path;
}

function columnsOf(account: WorksheetAccount): WorksheetRow['columns'] {
  const { unadjusted, adjustments, postClosing, against, statement } = account;
  const adjusted = minor(unadjusted + adjustments.debit - adjustments.credit);
  const isResult = statement === 'income-statement';
  return {
    unadjusted: sidesOf(unadjusted),
    adjustments,
    adjusted: sidesOf(adjusted),
    incomeStatement: isResult ? sidesOf(adjusted) : NO_SIDES,
    balanceSheet: isResult ? NO_SIDES : sidesOf(adjusted),
    postClosing: sidesOf(postClosing),
    against: sidesOf(against ?? ZERO),
    change: sidesOf(minor(adjusted - (against ?? ZERO))),
  };
}

function isEmpty(columns: WorksheetRow['columns']): boolean {
  return WORKSHEET_COLUMNS.every(
    (column) => column === 'change' || (columns[column].debit === 0 && columns[column].credit === 0),
  );
}

function totalsOf(rows: readonly Pick<WorksheetRow, 'columns'>[]): WorksheetRow['columns'] {
  const totalOf = (column: WorksheetColumn): Sides => ({
    debit: sumOf(rows.map(({ columns }) => columns[column].debit)),
    credit: sumOf(rows.map(({ columns }) => columns[column].credit)),
  });
  return {
    unadjusted: totalOf('unadjusted'),
    adjustments: totalOf('adjustments'),
    adjusted: totalOf('adjusted'),
    incomeStatement: totalOf('incomeStatement'),
    balanceSheet: totalOf('balanceSheet'),
    postClosing: totalOf('postClosing'),
    against: totalOf('against'),
    change: totalOf('change'),
  };
}

function acrossOf(rows: readonly { readonly across: readonly Minor[] }[], values: number): Minor[] {
  return Array.from({ length: values }, (_, index) =>
    rows.reduce((sum, { across }) => add(sum, across[index] ?? ZERO), ZERO),
  );
}
