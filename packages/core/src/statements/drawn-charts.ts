import { type Minor, minor, sumOf } from '../money/minor.js';
import { Exact } from '../money/round.js';
import { isGroupName } from './item-sums.js';
import type { SetRow } from './statement-row.js';

/** How a chart is drawn: two bars and a line on a point, one line, or a bar for each part of a whole. */
export type ChartShape = 'bars-and-line' | 'line' | 'parts';

/** A chart, and all that its table tells. */
export interface DrawnChart {
  /** Stable name. */
  readonly key: 'result' | 'cash' | 'expenses' | 'equity';
  readonly title: string;
  readonly dateLine: string;
  readonly shape: ChartShape;
  /** What the amounts of a point are, in their order. */
  readonly names: readonly string[];
  readonly points: readonly ChartPoint[];
}

/** A month, a year or a part. */
export interface ChartPoint {
  readonly label: string;
  /** Minor units; null where there is none. */
  readonly amounts: readonly (Minor | null)[];
  /** Of a part: what it takes of the whole, in per cent to one decimal; null where there is no whole. */
  readonly share?: string | null;
}

/** A row of a statement as charts are drawn of it: minor units, one a column; null where a column has none. */
export interface ChartedRow extends SetRow {
  readonly label: string;
  readonly amounts: readonly (Minor | null)[];
}

/** A statement as charts are drawn of it. */
export interface ChartedStatement {
  /** What its columns are called. */
  readonly columns: readonly string[];
  readonly rows: readonly ChartedRow[];
  readonly dateLine: string;
}

/** What charts are drawn of. */
export interface ChartedStatements {
  /** The income statement by month, with all of them at its end. */
  readonly income: ChartedStatement;
  /** The cash-flow statement by month, with all of them at its end. */
  readonly cash: ChartedStatement;
  /** The income statement in several steps, of all the days. */
  readonly expenses: ChartedStatement;
  /** The balance sheet, the latest year first. */
  readonly position: ChartedStatement;
}

/**
 * Where people look rather than read: result and cash by month, expenses by part, equity over the years. A chart without
 * a point is left out; without a figure in any month there is none.
 *
 * @example drawnCharts(statements).map(({ key }) => key) // → ['result', 'cash', 'expenses', 'equity']
 */
export function drawnCharts({ income, cash, expenses, position }: ChartedStatements): readonly DrawnChart[] {
  const isNothing = [...income.rows, ...cash.rows].every(({ amounts }) => amounts.every((amount) => !amount));
  if (isNothing) return [];
  const months = income.columns.slice(0, -1);
  const [revenue, expense, result] = ['total-revenue', 'total-expenses', 'net-result'].map((key) =>
    figures(income, key),
  );
  const held = figures(cash, 'cash-at-end');
  const equity = figures(position, 'total-equity');
  const equityName = named(position, 'equity') ?? 'Equity';
  const charts: readonly DrawnChart[] = [
    {
      key: 'result',
      title: 'Result by month',
      dateLine: income.dateLine,
      shape: 'bars-and-line',
      names: ['Revenue', 'Expenses', named(income, 'net-result') ?? 'Result'],
      points: months.map((label, index) => ({
        label,
        amounts: [revenue?.[index] ?? null, expense?.[index] ?? null, result?.[index] ?? null],
      })),
    },
    {
      key: 'cash',
      title: 'Cash at the end of each month',
      dateLine: cash.dateLine,
      shape: 'line',
      names: ['Cash'],
      points: cash.columns.slice(0, -1).map((label, index) => ({ label, amounts: [held[index] ?? null] })),
    },
    {
      key: 'expenses',
      title: 'Expenses by part',
      dateLine: expenses.dateLine,
      shape: 'parts',
      names: ['Amount'],
      points: largestParts(expenses.rows),
    },
    {
      key: 'equity',
      title: `${equityName} over the years`,
      dateLine: position.dateLine,
      shape: 'line',
      names: [equityName],
      points: position.columns
        .map((label, index): ChartPoint => ({ label, amounts: [equity[index] ?? null] }))
        .filter(({ amounts: [amount] }) => amount !== null)
        .reverse(),
    },
  ];
  return charts.filter(({ points }) => points.length > 0);
}

function figures({ rows }: ChartedStatement, key: string): readonly (Minor | null)[] {
  return rows.find((row) => row.key === key)?.amounts ?? [];
}

function named({ rows }: ChartedStatement, key: string): string | undefined {
  return rows.find((row) => row.key === key)?.label;
}

const EXPENSES: ReadonlySet<string> = new Set([
  'cost-of-sales',
  'operating-expenses',
  'other-expenses',
  'income-tax',
]);

/** So many parts are told by themselves. */
const MOST = 9;

/**
 * The accounts of expense in an income statement with several steps, the largest first; the smaller ones together. What was
 * given back, and so is less than nothing, is among these.
 */
export function largestParts(rows: readonly ChartedRow[]): readonly ChartPoint[] {
  let isExpense = false;
  const parts: { readonly label: string; readonly amount: Minor }[] = [];
  for (const { row, key, label, amounts } of rows) {
    if (isGroupName({ row, key })) continue;
    if (row === 'heading') isExpense = EXPENSES.has(key);
    else if (isExpense && row === 'account') parts.push({ label, amount: amounts[0] ?? minor(0) });
  }
  parts.sort((a, b) => b.amount - a.amount);
  const own = parts.filter(({ amount }) => amount > 0).slice(0, MOST);
  const others = parts.filter((part) => !own.includes(part));
  const rest = { label: others.length === 1 ? 'One other' : `${others.length} others`, amount: totalOf(others) };
  const listed = others.length === 0 ? own : [...own, rest];
  const all = totalOf(listed);
  return listed.map(({ label, amount }) => ({
    label,
    amounts: [amount],
    share: all === 0 ? null : new Exact(amount).times(100).dividedBy(all).toFixed(1),
  }));
}

function totalOf(parts: readonly { readonly amount: Minor }[]): Minor {
  return sumOf(parts.map(({ amount }) => amount));
}
