import { problem } from '@just-ledger/core';
import type ExcelJS from 'exceljs';
import { zipSync } from 'fflate';
import { Readable } from 'node:stream';
import { workbookParts } from '../../platform/files/zip-parts.js';
import type { CheckPoint } from '../../platform/jobs/check-point.js';
import { Refusal } from '../../platform/problems/refusal.js';
import { assertCells, assertWidth, MOST_ROWS, type Table } from './table.js';

/** What a sheet is read with, in the order in which the reader needs it; texts that several cells share come before them. */
const NEEDED = ['xl/_rels/workbook.xml.rels', 'xl/workbook.xml', 'xl/styles.xml', 'xl/sharedStrings.xml'];

const NO_TEXTS = Buffer.from('<sst xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"/>');

function isSheet(name: string): boolean {
  return /^xl\/worksheets\/sheet\d+\.xml$/.test(name);
}

/**
 * The workbook with its first sheet only, laid out so that it is read in one go: a reader that meets a sheet before its
 * texts puts it into a file outside, and reads that while it may still be written.
 */
function laidOut(parts: ReadonlyMap<string, Buffer | undefined>): {
  readonly zip: Uint8Array;
  readonly sheets: number;
} {
  const sheets = [...parts.keys()].filter(isSheet);
  const names = [...NEEDED, ...sheets.slice(0, 1)];
  const files = names.flatMap((name) => {
    const part = parts.get(name) ?? (name === 'xl/sharedStrings.xml' ? NO_TEXTS : undefined);
    return part ? [[name, part] as const] : [];
  });
  return { zip: zipSync(Object.fromEntries(files), { level: 0 }), sheets: sheets.length };
}

/** Reads the first sheet of a workbook (ISO/IEC 29500, XLSX), row by row; its parts are weighed before. */
export async function readWorkbookTable(bytes: Uint8Array, checkPoint: CheckPoint): Promise<Table> {
  const parts = await workbookParts(bytes, (name) => NEEDED.includes(name) || isSheet(name));
  if (!parts.has('xl/workbook.xml')) throw notAWorkbook(parts);
  const { zip, sheets } = laidOut(parts);
  const { default: workbooks } = await import('exceljs');
  const reader = new workbooks.stream.xlsx.WorkbookReader(Readable.from([Buffer.from(zip)]), {
    worksheets: 'emit',
    sharedStrings: 'cache',
    styles: 'cache',
    hyperlinks: 'ignore',
    entries: 'emit',
  });
  const rows: string[][] = [];
  let count = 0;
  try {
    for await (const sheet of reader) {
      for await (const row of sheet) {
        while (rows.length < row.number - 1 && rows.length <= MOST_ROWS) rows.push([]);
        const cells = cellsOf(row);
        rows.push(cells);
        count += cells.length;
        assertCells(count);
        checkPoint(rows.length);
        if (rows.length > MOST_ROWS + 1) break;
      }
    }
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal(422, [problem('workbook-broken', '', 'This workbook cannot be read; it may be broken.')]);
  }
  const width = rows[0]?.length ?? 0;
  const last = rows.findLastIndex((row) => row.some((cell) => cell.trim() !== ''));
  // a workbook leaves empty cells at a row's end away; cells beyond the headings stay and are told
  const padded = rows
    .slice(0, last + 1)
    .map((row) => [...row, ...new Array<string>(Math.max(0, width - row.length)).fill('')]);
  return { rows: padded, notes: sheets > 1 ? [`the first of ${sheets} sheets`] : [] };
}

function notAWorkbook(parts: ReadonlyMap<string, unknown>): Refusal {
  const message = parts.has('content.xml')
    ? 'This is an OpenDocument file. Save it as XLSX or CSV.'
    : 'This is a ZIP file without a workbook in it.';
  return new Refusal(422, [problem('not-a-table', '', message)]);
}

/** The cells of a row; one beyond the columns that are read is told before the empty ones up to it are built. */
function cellsOf(row: ExcelJS.Row): string[] {
  const cells: string[] = [];
  row.eachCell({ includeEmpty: false }, (cell, index) => {
    assertWidth(index, row.number);
    cells[index - 1] = cellText(cell.value, row.number, index);
  });
  return Array.from(cells, (cell = '') => cell);
}

/** A cell as somebody would type it: numbers plain, dates as ISO dates, of a formula what it came to. */
function cellText(value: ExcelJS.CellValue, row: number, column: number): string {
  if (value === null || value === undefined) return '';
  if (typeof value === 'string') return value;
  if (typeof value === 'number') return plainNumber(value);
  if (typeof value === 'boolean') return String(value);
  if (value instanceof Date) return value.toISOString().slice(0, 10);
  if ('error' in value) {
    const message = `The cell shows ${value.error}; mend it in the workbook.`;
    throw new Refusal(422, [problem('cell-error', `rows.${row}.${column}`, message)]);
  }
  if ('richText' in value) return value.richText.map((part) => part.text).join('');
  if ('text' in value) return cellText(value.text, row, column);
  if ('result' in value) return cellText(value.result, row, column);
  return '';
}

/** A number without an exponent; binary dust behind the 15 digits that a workbook shows is left away. */
function plainNumber(value: number): string {
  const text = String(Number(value.toPrecision(15)));
  return text.includes('e') ? value.toLocaleString('en', { useGrouping: false, maximumFractionDigits: 20 }) : text;
}
