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
export function rowsSheet(key: StatementKey, of: Rows, from: CarriedFigures): StatementSheet {
  const settings = rowSettings(of.rows);
  const rowNumber = (at: number): number => HEADS + 1 + at;
  const letter = (column: number): string => columnLetters(FIRST_FIGURE + column);
  const rows = of.rows.map((row, at): SheetRow => {
    const { kind, rule, isOfItem } = settings[at] ?? { kind: 'item', rule: '', isOfItem: false };
    const terms = statementFormula(of.rows, at);
    const cells = of.columns.map((column, place): SheetCell => {
      const amount = row.amounts[place] ?? null;
      if (amount === null) return null;
      if (column.type !== 'amount')
        return differenceCell(column.type, amount, letter(0), letter(1), rowNumber(at), of);
      const reference = from.get(carriedName(row.account ?? row.key, column.key));
      const isCarried = row.row === 'carry' || (key === 'balance-sheet' && row.row === 'account');
      if (isCarried && reference) return formulaCell(reference, amount, of);
      return terms ? formulaCell(sumFormula(terms, letter(place), rowNumber), amount, of) : numberCell(amount, of);
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
  const keyed = of.rows.flatMap((row, at) => (row.row === 'heading' || row.row === 'account' ? [] : [{ row, at }]));
  const main = of.columns.findIndex((column) => column.key === MAIN_COLUMN);
  return {
    sheet: {
      name,
      widths: [10, 44, ...of.columns.map(() => 15)],
      rows: [...headRows(of, of.columns), ...rows],
      heads: HEADS,
      figuresFrom: FIRST_FIGURE,
      names: keyed.flatMap(({ row, at }) =>
        row.row === 'carry' || main < 0 ? [] : [[cellName(row.key), `$${letter(main)}$${rowNumber(at)}`] as const],
      ),
    },
    carried: new Map(
      keyed.flatMap(({ row, at }) =>
        of.columns.map(
          (column, place) =>
            [carriedName(row.key, column.key), `'${name}'!${letter(place)}${rowNumber(at)}`] as const,
        ),
      ),
    ),
  };
}

/** A statement of changes in equity as a sheet: a column a component, then the totals of each column. */
export function equitySheet(of: EquityStatementResponse, from: CarriedFigures): StatementSheet {
  const name = SHEET_NAMES['equity-statement'];
  const count = of.components.length;
  const letter = (column: number): string => columnLetters(FIRST_FIGURE + column);
  const rowNumber = (at: number): number => HEADS + 1 + at;
  const last = of.rows.length - 1;
  const above = (column: string): string => `SUM(${column}${rowNumber(0)}:${column}${rowNumber(last - 1)})`;
  const rows = of.rows.map((row, at): SheetRow => {
    const isEnd = row.key === 'closing-equity';
    const components = row.amounts.map((amount, place): SheetCell => {
      return isEnd && last > 0 ? formulaCell(above(letter(place)), amount, of) : numberCell(amount, of);
    });
    const totals = of.columns.map((column, place): SheetCell => {
      const amount = row.totals[place] ?? null;
      if (amount === null) return null;
      const own = letter(count + place);
      if (column.type !== 'amount')
        return differenceCell(column.type, amount, letter(count), letter(count + 1), rowNumber(at), of);
      const carried = row.row === 'carry' ? from.get(carriedName(row.key, column.key)) : undefined;
      if (carried) return formulaCell(carried, amount, of);
      if (isEnd && last > 0) return formulaCell(above(own), amount, of);
      return column.key === MAIN_COLUMN && count > 0
        ? formulaCell(`SUM(${letter(0)}${rowNumber(at)}:${letter(count - 1)}${rowNumber(at)})`, amount, of)
        : numberCell(amount, of);
    });
    return {
      cells: [null, row.label, ...components, ...totals],
      isBold: row.row === 'total',
      indent: row.row === 'total' ? 0 : 1,
      rule: isEnd ? 'end' : undefined,
    };
  });
  const main = of.columns.findIndex((column) => column.key === MAIN_COLUMN);
  const closing = of.rows.length === 0 ? undefined : rowNumber(last);
  const carried = new Map<string, string>();
  if (closing !== undefined) {
    of.components.forEach(({ account, key }, place) =>
      carried.set(carriedName(account ?? key, MAIN_COLUMN), `'${name}'!${letter(place)}${closing}`),
    );
    of.columns.forEach((column, place) =>
      carried.set(carriedName('total-equity', column.key), `'${name}'!${letter(count + place)}${closing}`),
    );
  }
  const heads = [
    ...of.components.map(({ label }) => ({ label })),
    ...of.columns.map(({ label }) => ({ label: of.columns.length === 1 ? 'Total' : label })),
  ];
  return {
    sheet: {
      name,
      widths: [10, 34, ...heads.map(() => 16)],
      rows: [...headRows(of, heads), ...rows],
      heads: HEADS,
      figuresFrom: FIRST_FIGURE,
      names: closing === undefined || main < 0 ? [] : [['closing_equity', `$${letter(count + main)}$${closing}`]],
    },
    carried,
  };
}

function headRows(of: StatementHeading, columns: readonly { readonly label: string }[]): SheetRow[] {
  return [
    { cells: [of.organisation] },
    { cells: [of.title], isBold: true },
    { cells: [of.dateLine], isItalic: true },
    { cells: [of.note], isItalic: true },
    { cells: ['Account', 'Item', ...columns.map(({ label }) => label)], isBold: true },
  ];
}

function differenceCell(
  type: 'change' | 'percent',
  amount: string,
  now: string,
  before: string,
  row: number,
  of: StatementHeading,
): SheetCell {
  const [a, b] = [`${now}${row}`, `${before}${row}`];
  if (type === 'change') return formulaCell(`${a}-${b}`, amount, of);
  return { formula: `IF(${b}=0,"",ROUND((${a}-${b})/ABS(${b})*100,1))`, result: Number(amount), decimals: 1 };
}

function formulaCell(formula: string, amount: string, of: StatementHeading): SheetCell {
  return { formula, result: Number(amount), decimals: decimalsOf(amount, of) };
}

/** A workbook keeps fifteen digits: what has more stays a text, so that nothing is lost. */
function numberCell(amount: string, of: StatementHeading): SheetCell {
  return amount.replaceAll(/\D/g, '').replace(/^0+/, '').length > 15
    ? amount
    : { number: Number(amount), decimals: decimalsOf(amount, of) };
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
