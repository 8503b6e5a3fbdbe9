import type {
  ColumnResponse,
  EquityStatementResponse,
  StatementHeading,
  StatementKey,
  StatementRowResponse,
} from '@just-ledger/contract';
import { MAIN_COLUMN, rowSettings, statementFormula } from '@just-ledger/core';
import {
  columnLetters,
  type SheetCell,
  type SheetOfWorkbook,
  type SheetRow,
  sumFormula,
} from '../../platform/files/write-sheets.js';

/** What the sheets of statements are called. */
export const SHEET_NAMES = {
  'income-statement': 'Income statement',
  'equity-statement': 'Changes in equity',
  'balance-sheet': 'Balance sheet',
  'cash-flow-statement': 'Cash-flow statement',
} as const satisfies Record<StatementKey, string>;

/** Where a figure stands that a later statement carries: its key, the column of its days, or the account of a component. */
export type CarriedFigures = ReadonlyMap<string, string>;

/** A statement as a sheet, and the figures that others can carry from it. */
export interface StatementSheet {
  readonly sheet: SheetOfWorkbook;
  readonly carried: CarriedFigures;
}

type Rows = StatementHeading & {
  readonly rows: readonly StatementRowResponse[];
  readonly columns: readonly ColumnResponse[];
};

const HEADS = 5;
const FIRST_FIGURE = 2;

/** The name under which a figure of a column is carried. */
export function carriedName(key: string, column: string): string {
  return `${key} in ${column}`;
}

/**
 * An income statement, balance sheet or cash-flow statement as a sheet: account, item and a figure a column, each sum,
 * total, carry and change a formula.
 *
 * @param from what is carried from the sheets before it
 */
export function rowsSheet(key: StatementKey, statement: Rows, from: CarriedFigures): StatementSheet {
  const settings = rowSettings(statement.rows);
  const rowNumber = (index: number): number => HEADS + 1 + index;
  const letter = (column: number): string => columnLetters(FIRST_FIGURE + column);
  const rows = statement.rows.map((row, index): SheetRow => {
    const { kind, rule, isOfItem } = settings[index] ?? { kind: 'item', rule: '', isOfItem: false };
    const terms = statementFormula(statement.rows, index);
    const cells = statement.columns.map((column, columnIndex): SheetCell => {
      const amount = row.amounts[columnIndex] ?? null;
      if (amount === null) return null;
      if (column.type !== 'amount')
        return differenceCell(column.type, amount, letter(0), letter(1), rowNumber(index), statement);
      const reference = from.get(carriedName(row.account ?? row.key, column.key));
      const isCarried = row.row === 'carry' || (key === 'balance-sheet' && row.row === 'account');
      if (isCarried && reference) return formulaCell(reference, amount, statement);
      return terms
        ? formulaCell(sumFormula(terms, letter(columnIndex), rowNumber), amount, statement)
        : numberCell(amount, statement);
    });
    return {
      cells: [row.account, row.label, ...cells],
      isBold: kind === 'heading' || kind === 'sum' || kind === 'end',
      isItalic: kind === 'subheading',
      indent: kind === 'item' ? (isOfItem ? 2 : 1) : 0,
      rule: rule === '' ? undefined : rule,
    };
  });
  const name = SHEET_NAMES[key];
  const keyed = statement.rows.flatMap((row, index) =>
    row.row === 'heading' || row.row === 'account' ? [] : [{ row, at: index }],
  );
  const main = statement.columns.findIndex((column) => column.key === MAIN_COLUMN);
  return {
    sheet: {
      name,
      widths: [10, 44, ...statement.columns.map(() => 15)],
      rows: [...headRows(statement, statement.columns), ...rows],
      heads: HEADS,
      figuresFrom: FIRST_FIGURE,
      names: keyed.flatMap(({ row, at }) =>
        row.row === 'carry' || main < 0 ? [] : [[cellName(row.key), `$${letter(main)}$${rowNumber(at)}`] as const],
      ),
    },
    carried: new Map(
      keyed.flatMap(({ row, at }) =>
        statement.columns.map(
          (column, index) =>
            [carriedName(row.key, column.key), `'${name}'!${letter(index)}${rowNumber(at)}`] as const,
        ),
      ),
    ),
  };
}

/** A statement of changes in equity as a sheet: a column a component, then the totals of each column. */
export function equitySheet(equityStatement: EquityStatementResponse, from: CarriedFigures): StatementSheet {
  const name = SHEET_NAMES['equity-statement'];
  const count = equityStatement.components.length;
  const letter = (column: number): string => columnLetters(FIRST_FIGURE + column);
  const rowNumber = (index: number): number => HEADS + 1 + index;
  const last = equityStatement.rows.length - 1;
  const above = (column: string): string => `SUM(${column}${rowNumber(0)}:${column}${rowNumber(last - 1)})`;
  const rows = equityStatement.rows.map((row, index): SheetRow => {
    const isEnd = row.key === 'closing-equity';
    const components = row.amounts.map((amount, index): SheetCell => {
      return isEnd && last > 0
        ? formulaCell(above(letter(index)), amount, equityStatement)
        : numberCell(amount, equityStatement);
    });
    const totals = equityStatement.columns.map((column, columnIndex): SheetCell => {
      const amount = row.totals[columnIndex] ?? null;
      if (amount === null) return null;
      const own = letter(count + columnIndex);
      if (column.type !== 'amount')
        return differenceCell(
          column.type,
          amount,
          letter(count),
          letter(count + 1),
          rowNumber(index),
          equityStatement,
        );
      const carried = row.row === 'carry' ? from.get(carriedName(row.key, column.key)) : undefined;
      if (carried) return formulaCell(carried, amount, equityStatement);
      if (isEnd && last > 0) return formulaCell(above(own), amount, equityStatement);
      return column.key === MAIN_COLUMN && count > 0
        ? formulaCell(
            `SUM(${letter(0)}${rowNumber(index)}:${letter(count - 1)}${rowNumber(index)})`,
            amount,
            equityStatement,
          )
        : numberCell(amount, equityStatement);
    });
    return {
      cells: [null, row.label, ...components, ...totals],
      isBold: row.row === 'total',
      indent: row.row === 'total' ? 0 : 1,
      rule: isEnd ? 'end' : undefined,
    };
  });
  const main = equityStatement.columns.findIndex((column) => column.key === MAIN_COLUMN);
  const closing = equityStatement.rows.length === 0 ? undefined : rowNumber(last);
  const carried = new Map<string, string>();
  if (closing !== undefined) {
    equityStatement.components.forEach(({ account, key }, index) =>
      carried.set(carriedName(account ?? key, MAIN_COLUMN), `'${name}'!${letter(index)}${closing}`),
    );
    equityStatement.columns.forEach((column, index) =>
      carried.set(carriedName('total-equity', column.key), `'${name}'!${letter(count + index)}${closing}`),
    );
  }
  const heads = [
    ...equityStatement.components.map(({ label }) => ({ label })),
    ...equityStatement.columns.map(({ label }) => ({
      label: equityStatement.columns.length === 1 ? 'Total' : label,
    })),
  ];
  return {
    sheet: {
      name,
      widths: [10, 34, ...heads.map(() => 16)],
      rows: [...headRows(equityStatement, heads), ...rows],
      heads: HEADS,
      figuresFrom: FIRST_FIGURE,
      names: closing === undefined || main < 0 ? [] : [['closing_equity', `$${letter(count + main)}$${closing}`]],
    },
    carried,
  };
}

function headRows(statementHeading: StatementHeading, columns: readonly { readonly label: string }[]): SheetRow[] {
  return [
    { cells: [statementHeading.organisation] },
    { cells: [statementHeading.title], isBold: true },
    { cells: [statementHeading.dateLine], isItalic: true },
    { cells: [statementHeading.note], isItalic: true },
    { cells: ['Account', 'Item', ...columns.map(({ label }) => label)], isBold: true },
  ];
}

function differenceCell(
  type: 'change' | 'percent',
  amount: string,
  now: string,
  before: string,
  row: number,
  statementHeading: StatementHeading,
): SheetCell {
  const [a, b] = [`${now}${row}`, `${before}${row}`];
  if (type === 'change') return formulaCell(`${a}-${b}`, amount, statementHeading);
  return { formula: `IF(${b}=0,"",ROUND((${a}-${b})/ABS(${b})*100,1))`, result: Number(amount), decimals: 1 };
}

function formulaCell(formula: string, amount: string, statementHeading: StatementHeading): SheetCell {
  return { formula, result: Number(amount), decimals: decimalsOf(amount, statementHeading) };
}

/** A workbook keeps fifteen digits: what has more stays a text, so that nothing is lost. */
function numberCell(amount: string, statementHeading: StatementHeading): SheetCell {
  return amount.replaceAll(/\D/g, '').replace(/^0+/, '').length > 15
    ? amount
    : { number: Number(amount), decimals: decimalsOf(amount, statementHeading) };
}

/** How many decimals a figure has; −3 where it is told in thousands. */
function decimalsOf(amount: string, { rounding }: StatementHeading): number {
  if (rounding) return rounding === 'thousands' ? -3 : 0;
  return amount.split('.')[1]?.length ?? 0;
}

/** @example cellName('total-assets') // → 'total_assets' */
function cellName(key: string): string {
  return key.replaceAll('-', '_');
}
