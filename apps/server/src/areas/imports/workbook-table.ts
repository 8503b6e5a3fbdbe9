import { problem } from '@just-ledger/core';
import type ExcelJS from 'exceljs';
import { Readable } from 'node:stream';
import { workbookParts } from '../../platform/files/zip-parts.js';
import type { CheckPoint } from '../../platform/jobs/check-point.js';
import { Refusal } from '../../platform/problems/refusal.js';
import { assertCells, assertWidth, MOST_ROWS, type Table } from './table.js';

/** What a sheet is read with, in the order in which the reader needs it; texts that several cells share come before them. */
const NEEDED = ['xl/_rels/workbook.xml.rels', 'xl/workbook.xml', 'xl/styles.xml', 'xl/sharedStrings.xml'];

/** Read where a part is missing: it says nothing. */
const NO_PART = Buffer.from('<none/>');

function isSheet(name: string): boolean {
  return /^xl\/worksheets\/sheet\d+\.xml$/.test(name);
}

/** The steps of the streaming reader that stand behind its reading of a ZIP file, which puts sheets into files outside. */
interface PartReader {
  workbookRels: unknown;
  _parseRels(part: Readable): Promise<void>;
  _parseWorkbook(part: Readable): Promise<void>;
  _parseStyles(part: Readable): Promise<void>;
  _parseSharedStrings(part: Readable): AsyncIterable<unknown>;
  _parseWorksheet(pieces: Iterable<Buffer>, sheet: string): Iterable<{ readonly value: AsyncIterable<ExcelJS.Row> }>;
}

/** So many bytes are read of a part at a time. */
const PIECE = 64 * 1024;

/** A part in pieces; each ends with a tag, so that no character is cut. */
function* piecesOf(part: Buffer): Generator<Buffer> {
  let from = 0;
  while (from < part.length) {
    const end = part.indexOf('>', from + PIECE);
    yield part.subarray(from, end < 0 ? part.length : end + 1);
    from = end < 0 ? part.length : end + 1;
  }
}

/** The rows of a workbook's first sheet, from parts that have been unpacked and weighed. */
async function* rowsOf(parts: ReadonlyMap<string, Buffer | undefined>, sheet: string): AsyncGenerator<ExcelJS.Row> {
  const { default: workbooks } = await import('exceljs');
  const options = { sharedStrings: 'cache', styles: 'cache', hyperlinks: 'ignore', worksheets: 'emit' } as const;
  const reader = new workbooks.stream.xlsx.WorkbookReader('', options) as unknown as PartReader;
  const [rels, workbook, styles, texts] = NEEDED.map((name) => Readable.from(piecesOf(parts.get(name) ?? NO_PART)));
  if (rels) await reader._parseRels(rels);
  if (workbook) await reader._parseWorkbook(workbook);
  if (styles && parts.has('xl/styles.xml')) await reader._parseStyles(styles);
  if (texts) for await (const text of reader._parseSharedStrings(texts)) void text;
  const [number = ''] = /\d+(?=\.xml$)/.exec(sheet) ?? [];
  for (const { value } of reader._parseWorksheet(piecesOf(parts.get(sheet) ?? NO_PART), number)) yield* value;
}

/** Reads the first sheet of a workbook (ISO/IEC 29500, XLSX), row by row; its parts are weighed before. */
export async function readWorkbookTable(bytes: Uint8Array, checkPoint: CheckPoint): Promise<Table> {
  const parts = await workbookParts(bytes, (name) => NEEDED.includes(name) || isSheet(name));
  if (!parts.has('xl/workbook.xml')) throw notAWorkbook(parts);
  const sheets = [...parts.keys()].filter(isSheet);
  const rows: string[][] = [];
  let count = 0;
  try {
    for await (const row of rowsOf(parts, sheets[0] ?? '')) {
      while (rows.length < row.number - 1 && rows.length <= MOST_ROWS) rows.push([]);
      const cells = cellsOf(row);
      rows.push(cells);
      count += cells.length;
      assertCells(count);
      checkPoint(rows.length);
      if (rows.length > MOST_ROWS + 1) break;
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
  return { rows: padded, notes: sheets.length > 1 ? [`the first of ${sheets.length} sheets`] : [] };
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
