import type { Account } from '../accounts/account.js';
import { CLASSIFICATIONS, type Classification } from '../accounts/classification.js';
import type { Chart } from '../accounts/chart.js';
import { GROWS_ON } from '../accounts/element.js';
import { ZERO, negated, sumOf, type Minor } from '../money/minor.js';

/** The statements of the chain, in its order, as reports are named. */
export const STATEMENTS = ['income-statement', 'equity-statement', 'balance-sheet', 'cash-flow-statement'] as const;

/** One of {@link STATEMENTS}. */
export type StatementKey = (typeof STATEMENTS)[number];

/** What a row of a statement is; a carry is a figure that comes from the statement before. */
export type StatementRowType = 'heading' | 'account' | 'subtotal' | 'total' | 'carry';

/** What decides how a row of a statement is set. */
export interface SetRow {
  readonly row: StatementRowType;
  /** Stable name of a heading, sum or carry; empty for most accounts. */
  readonly key: string;
}

/** A row of the income statement or balance sheet. */
export interface StatementRow extends SetRow {
  readonly label: string;
  readonly account?: Account;
  /** Minor units, positive on the normal side of the classification. */
  readonly amount?: Minor;
}

/** A row of several statements of one form beside each other. */
export interface AlignedRow extends Omit<StatementRow, 'amount'> {
  /** Minor units, one a statement, all on the same side; undefined where a statement has none. */
  readonly amounts: readonly (Minor | undefined)[];
  /** The accounts of a row that several are drawn together in. */
  readonly together?: readonly AlignedRow[];
}

/**
 * The accounts of one classification that have something to show, positive on the side on which their element grows.
 *
 * @param balances minor units by account, debit positive
 * @param zeros whether accounts without an amount are listed too
 */
export function classifiedRows(
  chart: Chart,
  classification: Classification,
  balances: ReadonlyMap<Account['id'], Minor>,
  zeros = false,
): StatementRow[] {
  const grows = GROWS_ON[CLASSIFICATIONS[classification].element];
  return chart.accounts
    .filter((account) => account.classification === classification && !chart.headings.has(account.id))
    .map((account): StatementRow => {
      const balance = balances.get(account.id) ?? ZERO;
      const amount = grows === 'debit' ? balance : negated(balance);
      return { row: 'account', key: '', label: account.name, account, amount };
    })
    .filter((row) => zeros || row.amount !== 0);
}

/**
 * The accounts of each classification that have something to show, drawn once; see {@link classifiedRows}.
 *
 * @example rowsByClassification(chart, sums)('revenue')
 */
export function rowsByClassification(
  chart: Chart,
  balances: ReadonlyMap<Account['id'], Minor>,
  zeros = false,
): (classification: Classification) => readonly StatementRow[] {
  const drawn = new Map<Classification, readonly StatementRow[]>();
  return (classification) => {
    const rows = drawn.get(classification) ?? classifiedRows(chart, classification, balances, zeros);
    drawn.set(classification, rows);
    return rows;
  };
}

/**
 * The classifications of which any of some statements has something to show: a part that one of them has stands in all that
 * are set beside it.
 *
 * @param balances minor units by account, of each statement
 */
export function shownClassifications(
  chart: Chart,
  balances: readonly ReadonlyMap<Account['id'], Minor>[],
): ReadonlySet<Classification> {
  const accounts = chart.accounts.filter(
    ({ id }) => !chart.headings.has(id) && balances.some((sums) => (sums.get(id) ?? ZERO) !== 0),
  );
  return new Set(accounts.map(({ classification }) => classification));
}

/** The sum of rows' amounts. @returns minor units */
export function sumOfRows(rows: readonly StatementRow[]): Minor {
  return sumOf(rows.map((row) => row.amount ?? ZERO));
}

/**
 * A part of a statement: its heading, its accounts and their sum; nothing if it has no accounts.
 *
 * @param isShown whether it stands there even without accounts, because a statement beside this one has the part
 */
export function statementPart(
  key: string,
  label: string,
  rows: readonly StatementRow[],
  isShown = rows.length > 0,
  sumLabel = `Total ${lowerFirst(label)}`,
): StatementRow[] {
  if (!isShown) return [];
  return [
    { row: 'heading', key, label },
    ...rows,
    { row: 'subtotal', key: `total-${key}`, label: sumLabel, amount: sumOfRows(rows) },
  ];
}

/** A label as it reads within a sentence; letters that stand for words stay. @example lowerFirst('Current assets') // → 'current assets' */
export function lowerFirst(text: string): string {
  return /^\p{Lu}[\p{Lu}\p{N}]/u.test(text) ? text : text.charAt(0).toLowerCase() + text.slice(1);
}
