import { problem, type Problem } from '@just-ledger/core';
import Papa from 'papaparse';
import { Refusal } from '../problems/refusal.js';

/** A CSV row with its line in the file, the header being 1. */
export interface CsvRow<Column extends string> {
  readonly line: number;
  readonly cells: Readonly<Partial<Record<Column, string>>>;
}

/** So many rows a file takes where nothing else is said. */
const MOST_ROWS = 2_000_000;

/** After so many problems a file is read no further. */
const MOST_PROBLEMS = 1_000;

/** So many columns a header has at most. */
const MOST_COLUMNS = 200;

/** Text cells that a spreadsheet would take for a formula carry one apostrophe in files; some take full-width signs for the same. */
const RISKY = /^[=+\-@'\t\r＝＋－＠]/;

/**
 * Reads a CSV text with a header row (RFC 4180, UTF-8 with or without BOM). Columns may stand in any order.
 *
 * @param columns every column that may appear
 * @param required those that must
 * @param amounts columns that hold amounts, which keep a leading minus
 * @param mostRows so many rows are taken
 * @throws {Refusal} with every problem by row: unknown or missing columns, ragged rows, broken quotes
 */
export function readCsv<Column extends string>(
  text: string,
  columns: readonly Column[],
  required: readonly Column[],
  amounts: ReadonlySet<Column> = new Set(),
  mostRows = MOST_ROWS,
): CsvRow<Column>[] {
  if (text.includes('\u0000') || text.includes('\ufffd')) {
    throw new Refusal(422, [problem('csv-encoding', '', 'The file is not UTF-8 text.')]);
  }
  const problems: Problem[] = [];
  const rows: CsvRow<Column>[] = [];
  let names: string[] | undefined;
  let known: (Column | undefined)[] = [];
  let line = 0;
  Papa.parse<string[]>(text.replace(/^\ufeff/, ''), {
    delimiter: ',', // never guessed: a text may hold any other mark
    skipEmptyLines: false,
    // row by row, and no further than it makes sense: nothing is built of what cannot be taken
    step: ({ data: record, errors }, parser) => {
      line += 1;
      const broken = errors.filter(({ type }) => type === 'Quotes');
      for (const { message } of broken) {
        problems.push(problem('csv-quotes', `rows.${line}`, `Quotes are broken: ${message}.`));
      }
      if (names === undefined) {
        names =
          record.length === 1 && record[0]?.trim() === '' ? [] : record.map((name) => name.trim().toLowerCase());
        problems.push(...headerProblems(names, columns, required));
        known = names.map((name) => columns.find((column) => column === name));
        if (problems.length > 0) parser.abort();
        return;
      }
      if (record.length === 1 && record[0]?.trim() === '') return;
      if (broken.length > 0) return;
      if (record.length !== names.length) {
        const message = `This row has ${record.length} cells, the header ${names.length}.`;
        problems.push(problem('csv-ragged', `rows.${line}`, message));
      } else rows.push({ line, cells: cellsOf(record, known, amounts) });
      if (rows.length > mostRows) {
        problems.push(problem('too-many-rows', '', `A file takes ${mostRows.toLocaleString('en')} rows; part it.`));
      }
      if (rows.length > mostRows || problems.length >= MOST_PROBLEMS) parser.abort();
    },
  });
  if (names === undefined) problems.push(...headerProblems([], columns, required));
  if (problems.length > 0) throw new Refusal(422, problems);
  return rows;
}

function cellsOf<Column extends string>(
  record: readonly string[],
  names: readonly (Column | undefined)[],
  amounts: ReadonlySet<Column>,
): Partial<Record<Column, string>> {
  const cells: Partial<Record<Column, string>> = {};
  record.forEach((cell, index) => {
    const column = names[index];
    if (column !== undefined) cells[column] = amounts.has(column) ? cell : withoutMark(cell);
  });
  return cells;
}

function headerProblems(
  names: readonly string[],
  columns: readonly string[],
  required: readonly string[],
): Problem[] {
  if (names.length > MOST_COLUMNS) {
    const message = `The header has ${names.length.toLocaleString('en')} columns; ${MOST_COLUMNS} are the most.`;
    return [problem('too-many-columns', 'rows.1', message)];
  }
  const unknown = names.filter((name) => !columns.includes(name));
  const missing = required.filter((name) => !names.includes(name));
  const twice = names.filter((name, index) => names.indexOf(name) !== index);
  return [
    ...unknown.map((name) =>
      problem('csv-column-unknown', 'rows.1', `There is no column “${name}”. Columns: ${columns.join(', ')}.`),
    ),
    ...missing.map((name) => problem('csv-column-missing', 'rows.1', `The column “${name}” is missing.`)),
    ...twice.map((name) => problem('csv-column-twice', 'rows.1', `The column “${name}” stands twice.`)),
  ];
}

/**
 * Writes rows as CSV (RFC 4180, UTF-8): text cells that a spreadsheet would run as a formula get an apostrophe.
 *
 * @param amounts columns that hold amounts, which are written plain
 */
export function writeCsv(
  header: readonly string[],
  rows: readonly (readonly string[])[],
  amounts: readonly string[] = [],
): string {
  return written(header, rows, amounts, true);
}

/** So many rows are written at a time. */
const PIECE = 5_000;

/** Writes rows as {@link writeCsv} does, but in bytes and as they come: a million of them never stand in memory as cells. */
export function csvBytes(
  header: readonly string[],
  rows: Iterable<readonly string[]>,
  amounts: readonly string[] = [],
): Uint8Array {
  const pieces: Uint8Array[] = [];
  let piece: (readonly string[])[] = [];
  const write = (): void => {
    pieces.push(new TextEncoder().encode(written(header, piece, amounts, pieces.length === 0)));
    piece = [];
  };
  for (const row of rows) {
    piece.push(row);
    if (piece.length === PIECE) write();
  }
  if (piece.length > 0 || pieces.length === 0) write();
  const whole = new Uint8Array(pieces.reduce((length, { byteLength }) => length + byteLength, 0));
  let end = 0;
  for (const bytes of pieces) {
    whole.set(bytes, end);
    end += bytes.byteLength;
  }
  return whole;
}

function written(
  header: readonly string[],
  rows: readonly (readonly string[])[],
  amounts: readonly string[],
  hasHeadings: boolean,
): string {
  const plain = new Set(header.flatMap((name, index) => (amounts.includes(name) ? [index] : [])));
  const data = { fields: [...header], data: withMarks(rows, plain) };
  return `${Papa.unparse(data, { newline: '\r\n', header: hasHeadings })}\r\n`;
}

/** A text cell without the one apostrophe that it was written with. @example withoutMark("'=1+1") // → '=1+1' */
export function withoutMark(cell: string): string {
  return cell.startsWith("'") ? cell.slice(1) : cell;
}

/** Rows whose text cells carry an apostrophe where a spreadsheet would run them. @param amounts places written plain */
export function withMarks(
  rows: readonly (readonly string[])[],
  amounts: ReadonlySet<number> = new Set(),
): string[][] {
  return rows.map((row) => row.map((cell, index) => (!amounts.has(index) && RISKY.test(cell) ? `'${cell}` : cell)));
}
