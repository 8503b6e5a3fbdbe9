import { type CurrencyCode, currencySign, withSign } from '@just-ledger/core';
import { printedAmount } from './printed-amount.js';
import { columnLetters, type SheetCell, type SheetOfWorkbook, type SheetRow, sumFormula } from './write-sheets.js';
import type { PaperRow, StatementPaper } from './statement-pages.js';

/** A row of a report: what it is of, and a figure a column as it goes over the wire; nothing where there is none. */
export interface ReportRow {
  /** The number of an account, the code of a tax: what stands before the name. */
  readonly code?: string;
  readonly label: string;
  readonly kind: 'heading' | 'item' | 'sum' | 'end';
  /** Whether it is part of the item above it, and in no sum. */
  readonly isOfItem?: boolean;
  /** Under how many headings it stands. */
  readonly depth?: number;
  readonly figures: readonly string[];
  /** The rows that it adds up, by their places. */
  readonly adds?: readonly number[];
}

/** A report as a table of figures, from which its PDF and its workbook are made alike. */
export interface ReportTable {
  readonly organisation: string;
  readonly title: string;
  readonly dateLine: string;
  readonly currency: CurrencyCode;
  /** The heads of the columns of figures. */
  readonly columns: readonly string[];
  /** Whether the last column is the sum of the others in its row. */
  readonly hasTotals?: boolean;
  readonly rows: readonly ReportRow[];
  readonly notes?: readonly string[];
}

/** A report as it is printed: a sign at the first figures and the last, rules at sums. */
export function paperOfTable(table: ReportTable): StatementPaper {
  const sign = currencySign(table.currency);
  const first = table.rows.findIndex(({ kind }) => kind === 'item');
  return {
    ...table,
    notes: table.notes ?? [],
    rows: table.rows.map(({ code, label, kind, isOfItem = false, depth, figures }, index): PaperRow => {
      const rule = kind === 'end' ? 'end' : kind === 'sum' ? 'over' : '';
      const hasSign = index === first || kind === 'end';
      return {
        label: code ? `${code} ${label}` : label,
        kind,
        isOfItem,
        ...(depth !== undefined && { depth }),
        figures:
          kind === 'heading' ? [] : figures.map((amount) => ({ text: written(amount, hasSign ? sign : ''), rule })),
      };
    }),
  };

  function written(amount: string, before: string): string {
    const text = printedAmount(amount, table.currency);
    return text === '' ? '' : withSign(before, text);
  }
}

const HEADS = 5;
const FIRST_FIGURE = 2;

/** A report as a sheet: sums, and totals of rows, are formulas. */
export function sheetOfTable(table: ReportTable, name: string): SheetOfWorkbook {
  const rowNumber = (index: number): number => HEADS + 1 + index;
  const letter = (column: number): string => columnLetters(FIRST_FIGURE + column);
  const last = table.columns.length - 1;
  const rows = table.rows.map(
    ({ code, label, kind, isOfItem = false, depth = 0, figures, adds }, index): SheetRow => {
      const cells = figures.map((amount, column): SheetCell => {
        const decimals = amount.split('.')[1]?.length ?? 0;
        if (adds && amount !== '') {
          const formula = sumFormula(
            adds.map((index) => ({ at: index, sign: 1 })),
            letter(column),
            rowNumber,
          );
          return { formula, result: Number(amount), decimals };
        }
        if (amount === '') return null;
        if (table.hasTotals && column === last && last > 0 && !isOfItem) {
          const formula = `SUM(${letter(0)}${rowNumber(index)}:${letter(last - 1)}${rowNumber(index)})`;
          return { formula, result: Number(amount), decimals };
        }
        return { number: Number(amount), decimals };
      });
      return {
        cells: [code ?? null, label, ...(kind === 'heading' ? [] : cells)],
        isBold: kind !== 'item',
        indent: depth + (isOfItem ? 1 : 0),
        rule: kind === 'end' ? 'end' : kind === 'sum' ? 'over' : undefined,
      };
    },
  );
  return {
    name,
    widths: [10, 40, ...table.columns.map(() => 15)],
    rows: [
      { cells: [table.organisation] },
      { cells: [table.title], isBold: true },
      { cells: [table.dateLine], isItalic: true },
      { cells: [table.notes?.join(' ') ?? null], isItalic: true },
      { cells: [null, null, ...table.columns], isBold: true },
      ...rows,
    ],
    heads: HEADS,
    figuresFrom: FIRST_FIGURE,
    names: [],
  };
}
