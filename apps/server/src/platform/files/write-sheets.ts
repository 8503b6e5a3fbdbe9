import type { FormulaTerm } from '@just-ledger/core';
import type { Borders, Worksheet } from 'exceljs';

/** A cell of a sheet: a text, a number, or a formula with what it comes to; with −3 decimals it is shown in thousands. */
export type SheetCell =
  | null
  | string
  | { readonly number: number; readonly decimals: number }
  | { readonly formula: string; readonly result: number | string; readonly decimals: number };

/** A row of a sheet, and how it is set. */
export interface SheetRow {
  readonly cells: readonly SheetCell[];
  readonly isBold?: boolean;
  readonly isItalic?: boolean;
  /** How far the text of its second cell is set in. */
  readonly indent?: number;
  /** The rules at its figures: a single one above, or a double one under besides. */
  readonly rule?: 'over' | 'end' | undefined;
}

/** A sheet of a workbook, which begins with its rows at once. */
export interface SheetOfWorkbook {
  /** Up to 31 characters. */
  readonly name: string;
  /** Widths of the columns, in characters. */
  readonly widths: readonly number[];
  readonly rows: readonly SheetRow[];
  /** How many of the first rows stay in sight, and are repeated on each printed page. */
  readonly heads: number;
  /** From which column on cells are figures, counted from 0. */
  readonly figuresFrom: number;
  /** Cells that have a name in the whole workbook, by their address. */
  readonly names: readonly (readonly [name: string, address: string])[];
}

/** The letters of a column, counted from 0. @example columnLetters(27) // → 'AB' */
export function columnLetters(column: number): string {
  const rest = String.fromCodePoint(65 + (column % 26));
  return column < 26 ? rest : columnLetters(Math.floor(column / 26) - 1) + rest;
}

/** A sum as a spreadsheet writes it: rows one under another as a range. @example → 'SUM(C6:C9)-C12' */
export function sumFormula(
  terms: readonly FormulaTerm[],
  letter: string,
  rowNumber: (index: number) => number,
): string {
  const runs: { first: number; last: number; sign: 1 | -1 }[] = [];
  for (const { at, sign } of terms) {
    const run = runs.at(-1);
    if (run?.sign === 1 && sign === 1 && run.last === at - 1) run.last = at;
    else runs.push({ first: at, last: at, sign });
  }
  const parts = runs.map(({ first, last, sign }) => {
    const cell = `${letter}${rowNumber(first)}`;
    const text = first === last ? cell : `SUM(${cell}:${letter}${rowNumber(last)})`;
    return sign === 1 ? `+${text}` : `-${text}`;
  });
  return parts.length === 0 ? '0' : parts.join('').replace(/^\+/, '');
}

/**
 * Writes sheets with live formulas as a workbook (ISO/IEC 29500, XLSX): areas of print, repeated heads, formats of numbers
 * and names of cells are set. What formulas come to is kept with them for readers that do not reckon.
 */
export async function writeSheets(title: string, sheets: readonly SheetOfWorkbook[]): Promise<Uint8Array> {
  const { default: ExcelJS } = await import('exceljs');
  const workbook = new ExcelJS.Workbook();
  workbook.title = title;
  for (const sheet of sheets) {
    const last = `${columnLetters(sheet.widths.length - 1)}${sheet.rows.length}`;
    const page = workbook.addWorksheet(sheet.name, {
      views: [{ state: 'frozen', ySplit: sheet.heads }],
      pageSetup: {
        paperSize: 9,
        orientation: sheet.widths.length > 8 ? 'landscape' : 'portrait',
        fitToPage: true,
        fitToWidth: 1,
        fitToHeight: 0,
        printArea: `A1:${last}`,
        printTitlesRow: `1:${sheet.heads}`,
      },
      headerFooter: { oddFooter: '&L&A&RPage &P of &N' },
    });
    page.columns = sheet.widths.map((width) => ({ width }));
    sheet.rows.forEach((row, index) => writeRow(page, row, index + 1, sheet.figuresFrom));
    for (const [name, address] of sheet.names) workbook.definedNames.add(`'${sheet.name}'!${address}`, name);
  }
  return new Uint8Array(await workbook.xlsx.writeBuffer());
}

function writeRow(page: Worksheet, row: SheetRow, number: number, figuresFrom: number): void {
  const cells = page.getRow(number);
  row.cells.forEach((content, index) => {
    const cell = cells.getCell(index + 1);
    const isFigure = index >= figuresFrom;
    cell.font = { name: 'Liberation Serif', size: 10, bold: row.isBold ?? false, italic: row.isItalic ?? false };
    if (index === 1 && row.indent) cell.alignment = { indent: row.indent };
    if (content === null) return;
    if (typeof content === 'string') {
      cell.value = content;
      if (isFigure) cell.alignment = { horizontal: 'right' };
      return;
    }
    cell.value = 'formula' in content ? { formula: content.formula, result: content.result } : content.number;
    cell.numFmt = formatOf(content.decimals);
    if (row.rule && isFigure) cell.border = bordersOf(row.rule);
  });
}

function bordersOf(rule: 'over' | 'end'): Partial<Borders> {
  return { top: { style: 'thin' }, ...(rule === 'end' && { bottom: { style: 'double' } }) };
}

/** Negatives in parentheses, nothing as a dash; a comma at the end tells a spreadsheet to show thousands. */
function formatOf(decimals: number): string {
  const plain = decimals < 0 ? '#,##0,' : `#,##0${decimals === 0 ? '' : `.${'0'.repeat(decimals)}`}`;
  return `${plain}_);(${plain});"–"_)`;
}
