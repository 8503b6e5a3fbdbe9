import { add, minor, type Minor, subtract, sumOf, ZERO } from '../money/minor.js';
import { roundTogether } from '../money/allocate.js';
import { Exact, roundHalfAwayFromZero } from '../money/round.js';
import type { BalanceSheet } from './balance-sheet.js';
import type { CashFlowStatement } from './cash-flow-statement.js';
import { equityRow, type EquityRow, type EquityStatement } from './equity-statement.js';
import type { IncomeStatement } from './income-statement.js';
import { statementFormula } from './statement-formulas.js';
import type { StatementRow } from './statement-row.js';

// Figures of statements rounded so that sums agree: down each statement, across components, from one statement to the
// next, and from the end of one year to the beginning of the next. Ends are rounded by themselves, what leads to them
// together, so that a figure may differ by a unit from its own rounding (common practice). All in minor units.

/** An amount rounded by itself, half away from zero. @example rounded(minor(12350), minor(100)) // → 12400 */
export function rounded(amount: Minor, unit: Minor): Minor {
  return minor(roundHalfAwayFromZero(new Exact(amount).div(unit)) * unit);
}

/** The statement of changes in equity, rounded: what the others carry comes from it. */
export function roundedEquity(statement: EquityStatement, unit: Minor): EquityStatement {
  const [opening, closing] = [equityRow(statement, 'opening-equity'), equityRow(statement, 'closing-equity')];
  const ends = new Map(
    [opening, closing].map((row) => {
      const total = rounded(row.total, unit);
      return [row.key, { total, amounts: together(row.amounts, total, unit) }];
    }),
  );
  const [begin, end] = [ends.get('opening-equity'), ends.get('closing-equity')];
  if (!begin || !end) return statement;
  const between = statement.rows.filter(({ key }) => !ends.has(key));
  const totals = movementTotals(between, subtract(end.total, begin.total), unit);
  const table = roundedTable(
    between.map(({ amounts }) => amounts),
    totals,
    end.amounts.map((amount, index) => subtract(amount, begin.amounts[index] ?? ZERO)),
    unit,
  );
  return {
    ...statement,
    rows: statement.rows.map((row): EquityRow => {
      const own = ends.get(row.key);
      const index = between.indexOf(row);
      return own ? { ...row, ...own } : { ...row, total: totals[index] ?? ZERO, amounts: table[index] ?? [] };
    }),
  };
}

/** The result is rounded by itself where something else changed equity, which then takes up what is left over. */
function movementTotals(rows: readonly EquityRow[], change: Minor, unit: Minor): Minor[] {
  const result = rows.find(({ key }) => key === 'net-result');
  const others = rows.filter((row) => row !== result && row.total !== 0);
  const own = others.length === 0 || !result ? change : rounded(result.total, unit);
  const parts = together(
    others.map(({ total }) => total),
    subtract(change, result ? own : ZERO),
    unit,
  );
  return rows.map((row) => (row === result ? own : (parts[others.indexOf(row)] ?? ZERO)));
}

/** The income statement, rounded to the result that the equity statement takes. */
export function roundedIncome(statement: IncomeStatement, netResult: Minor, unit: Minor): IncomeStatement {
  const rows = roundedRows(statement.rows, unit, ({ key }) => (key === 'net-result' ? netResult : undefined), [
    'net-result',
  ]);
  const sumOfElement = (element: string): Minor =>
    sumOf(rows.filter(({ account }) => account?.element === element).map(({ amount }) => amount ?? ZERO));
  return { rows, netResult, totalRevenue: sumOfElement('revenue'), totalExpenses: sumOfElement('expense') };
}

/** The balance sheet, rounded to the equity that it carries. */
export function roundedPosition(statement: BalanceSheet, equity: EquityStatement, unit: Minor): BalanceSheet {
  const closing = equityRow(roundedEquity(equity, unit), 'closing-equity');
  const totalAssets = rounded(statement.totalAssets, unit);
  const heading = statement.rows.findIndex(({ row, key }) => row === 'heading' && key === 'equity');
  const componentOf = ({ account, key }: StatementRow): Minor | undefined => {
    const index = equity.components.findIndex((component) =>
      account ? component.account?.id === account.id : component.key === key,
    );
    return closing.amounts[index];
  };
  const given = (row: StatementRow): Minor | undefined => {
    if (row.key === 'total-assets' || row.key === 'total-liabilities-and-equity') return totalAssets;
    if (row.key === 'total-equity') return closing.total;
    return row.row === 'account' && statement.rows.indexOf(row) > heading ? componentOf(row) : undefined;
  };
  return {
    rows: roundedRows(statement.rows, unit, given, ['total-assets', 'total-liabilities-and-equity']),
    totalAssets,
    totalLiabilities: subtract(totalAssets, closing.total),
    totalEquity: closing.total,
  };
}

/** What a cash-flow statement carries from others that were rounded. */
export interface RoundedCash {
  readonly netResult: Minor;
  readonly atBeginning: Minor;
  /** What each account of cash holds at the end, by its id. */
  readonly held: ReadonlyMap<number, Minor>;
}

/** The cash-flow statement, rounded to the result, and to the cash on the balance sheets before and after it. */
export function roundedCashFlow(
  statement: CashFlowStatement,
  { netResult, atBeginning, held }: RoundedCash,
  unit: Minor,
): CashFlowStatement {
  const atEnd = sumOf([...held.values()]);
  const given = ({ key, account }: StatementRow): Minor | undefined => {
    switch (key) {
      case 'net-result':
        return netResult;
      case 'cash-at-beginning':
        return atBeginning;
      case 'cash-at-end':
        return atEnd;
      case 'change-in-cash':
        return subtract(atEnd, atBeginning);
      case 'cash':
        return account && held.get(account.id);
      default:
        return undefined;
    }
  };
  const isFree = ({ row, key, amount }: StatementRow): boolean => row === 'account' && key !== 'cash' && amount !== 0;
  const left = subtract(subtract(atEnd, atBeginning), netResult);
  const all = statement.rows.some(isFree) || left === 0 ? statement.rows : withRounding(statement.rows, left);
  const rows = roundedRows(all, unit, (row) => (row.key === 'rounding' ? left : given(row)), ['cash-at-end']);
  const amountOf = (key: string): Minor => rows.find((row) => row.key === key)?.amount ?? ZERO;
  return {
    ...statement,
    rows,
    operating: amountOf('cash-operating'),
    investing: amountOf('cash-investing'),
    financing: amountOf('cash-financing'),
    change: subtract(atEnd, atBeginning),
    cashAtBeginning: atBeginning,
    cashAtEnd: atEnd,
  };
}

/** Where nothing else takes up what rounding leaves over, that is said. */
function withRounding(rows: readonly StatementRow[], amount: Minor): StatementRow[] {
  const index = rows.findIndex(({ key }) => key === 'cash-operating');
  const row: StatementRow = { row: 'account', key: 'rounding', label: 'Rounding', amount };
  return [...rows.slice(0, index), row, ...rows.slice(index)];
}

/**
 * Rounds rows so that each sum is that of its parts: from the ends on downwards, the parts of each together.
 *
 * @param given what a row comes to in any case
 * @param ends the keys of the sums to begin with, in their order
 */
function roundedRows(
  rows: readonly StatementRow[],
  unit: Minor,
  given: (row: StatementRow) => Minor | undefined,
  ends: readonly string[],
): StatementRow[] {
  const values = rows.map((row) => (row.row === 'heading' ? undefined : given(row)));
  const isSettled = (index: number): boolean => {
    if (values[index] !== undefined) return true;
    const terms = statementFormula(rows, index);
    return terms !== undefined && terms.length > 0 && terms.every((term) => isSettled(term.at));
  };
  const worth = (index: number): Minor =>
    values[index] ?? sumOf((statementFormula(rows, index) ?? []).map((term) => minor(term.sign * worth(term.at))));
  const settle = (position: number, value: Minor): void => {
    values[position] = value;
    const terms = statementFormula(rows, position) ?? [];
    const settled = terms.filter((term) => isSettled(term.at));
    const free = terms.filter((term) => !isSettled(term.at));
    const rest = subtract(value, sumOf(settled.map((term) => minor(term.sign * worth(term.at)))));
    const parts = together(
      free.map((term) => minor(term.sign * (rows[term.at]?.amount ?? 0))),
      rest,
      unit,
    );
    for (const term of settled) if (statementFormula(rows, term.at)) settle(term.at, worth(term.at));
    free.forEach((term, index) => settle(term.at, minor(term.sign * (parts[index] ?? 0) || 0)));
  };
  for (const key of ends) {
    const index = rows.findIndex((row) => row.key === key && row.row !== 'heading');
    if (index >= 0) settle(index, values[index] ?? rounded(rows[index]?.amount ?? ZERO, unit));
  }
  return rows.map((row, index) => {
    if (row.amount === undefined) return row;
    if (values[index] !== undefined) return { ...row, amount: values[index] };
    return { ...row, amount: statementFormula(rows, index) ? worth(index) : rounded(row.amount, unit) };
  });
}

/** Amounts rounded so that they come to a total; what is nothing stays nothing where there is anything else. */
function together(amounts: readonly Minor[], total: Minor, unit: Minor): Minor[] {
  const isSomething = amounts.some((amount) => amount !== 0);
  const places = amounts.flatMap((amount, index) => (amount !== 0 || !isSomething ? [index] : []));
  const parts = roundTogether(
    places.map((index) => new Exact(amounts[index] ?? 0).div(unit)),
    minor(total / unit),
  );
  return amounts.map((_, index) => minor((parts[places.indexOf(index)] ?? 0) * unit || 0));
}

/**
 * Cells rounded so that rows and columns come to their totals: each by itself, then units moved where a row or column is out.
 *
 * @param rowTotals and columnTotals, which come to the same
 */
function roundedTable(
  cells: readonly (readonly Minor[])[],
  rowTotals: readonly Minor[],
  columnTotals: readonly Minor[],
  unit: Minor,
): Minor[][] {
  const table = cells.map((row) => row.map((cell) => rounded(cell, unit)));
  const missingIn = (row: number): number => subtract(rowTotals[row] ?? ZERO, sumOf(table[row] ?? []));
  const missingUnder = (column: number): number =>
    subtract(columnTotals[column] ?? ZERO, sumOf(table.map((row) => row[column] ?? ZERO)));
  const rows = [...table.keys()];
  const columns = [...columnTotals.keys()];
  const change = (row: number, column: number, by: number): void => {
    const own = table[row];
    if (own) own[column] = add(own[column] ?? ZERO, minor(by));
  };
  const size = (row: number, column: number): number => Math.abs(cells[row]?.[column] ?? 0);
  for (const row of rows)
    for (let missing = missingIn(row); missing !== 0; missing = missingIn(row)) {
      const by = Math.sign(missing) * unit;
      const rank = (column: number): number => (Math.sign(missingUnder(column)) === Math.sign(missing) ? 1 : 0);
      const filled = (column: number): number => (size(row, column) > 0 ? 1 : 0);
      const [best = 0] = [...columns].sort(
        (a, b) => filled(b) - filled(a) || rank(b) - rank(a) || size(row, b) - size(row, a),
      );
      change(row, best, by);
    }
  for (;;) {
    const short = columns.find((column) => missingUnder(column) > 0);
    const over = columns.find((column) => missingUnder(column) < 0);
    if (short === undefined || over === undefined) return table;
    const both = (row: number): number => Math.min(size(row, short), size(row, over));
    const either = (row: number): number => Math.max(size(row, short), size(row, over));
    const [best = 0] = [...rows].sort((a, b) => both(b) - both(a) || either(b) - either(a));
    change(best, short, unit);
    change(best, over, -unit);
  }
}
