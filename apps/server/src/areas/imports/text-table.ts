import { problem, keysOf } from '@just-ledger/core';
import Papa from 'papaparse';
import type { CheckPoint } from '../../platform/jobs/check-point.js';
import { Refusal } from '../../platform/problems/refusal.js';
import { assertCells, assertWidth, MOST_ROWS, type Table } from './table.js';

const DELIMITERS = { ',': 'commas', ';': 'semicolons', '\t': 'tabs' } as const;

/** The text of a file, with what it was written in: Unicode by its mark or its form, else Windows-1252. */
export function decodedText(bytes: Uint8Array): { readonly text: string; readonly encoding: string } {
  const marked = markedEncoding(bytes) ?? unmarkedUtf16(bytes);
  if (marked) return { text: decode(bytes, marked), encoding: marked };
  try {
    return { text: decode(bytes, 'utf-8'), encoding: 'utf-8' };
  } catch {
    const text = decode(bytes, 'windows-1252');
    if (isBinary(text)) throw notATable();
    return { text, encoding: 'windows-1252' };
  }
}

/** Reads text parted into rows and cells (RFC 4180, or parted by semicolons or tabs). */
export function readTextTable(bytes: Uint8Array, checkPoint: CheckPoint): Table {
  const { text, encoding } = decodedText(bytes);
  if (isBinary(text)) throw notATable();
  const plain = text.replace(/^\ufeff/, '');
  const delimiter = delimiterOf(plain);
  const rows: string[][] = [];
  let broken: Papa.ParseError | undefined;
  let count = 0;
  Papa.parse<string[]>(plain, {
    delimiter,
    skipEmptyLines: false,
    step: ({ data, errors }, parser) => {
      broken ??= errors.find((error) => error.type === 'Quotes');
      rows.push(data);
      assertWidth(data.length, rows.length);
      count += data.length;
      assertCells(count);
      checkPoint(rows.length);
      if (rows.length > MOST_ROWS + 1 || broken) parser.abort();
    },
  });
  if (broken) {
    const message = `The quotes in row ${rows.length} are broken: a cell that holds a quote stands in quotes, and the quote in it is written twice.`;
    throw new Refusal(422, [problem('csv-quotes', `rows.${rows.length}`, message)]);
  }
  return {
    rows: withoutEmptyEnd(rows),
    notes: [
      ...(encoding === 'utf-8'
        ? []
        : [`read as ${encoding === 'windows-1252' ? 'Windows-1252' : encoding.toUpperCase()}`]),
      ...(delimiter === ',' ? [] : [`parted by ${DELIMITERS[delimiter]}`]),
    ],
  };
}

function decode(bytes: Uint8Array, encoding: string): string {
  return new TextDecoder(encoding, { fatal: true, ignoreBOM: false }).decode(bytes);
}

function markedEncoding(bytes: Uint8Array): string | undefined {
  const [a, b, c] = bytes;
  if (a === 0xff && b === 0xfe) return 'utf-16le';
  if (a === 0xfe && b === 0xff) return 'utf-16be';
  return a === 0xef && b === 0xbb && c === 0xbf ? 'utf-8' : undefined;
}

/** Text in Latin letters has every second byte empty in UTF-16. */
function unmarkedUtf16(bytes: Uint8Array): string | undefined {
  const head = bytes.subarray(0, 400);
  if (head.length < 4) return undefined;
  const empty = [0, 0];
  head.forEach((byte, index) => {
    if (byte === 0) empty[index % 2] = (empty[index % 2] ?? 0) + 1;
  });
  const half = head.length / 2;
  const [even = 0, odd = 0] = empty;
  if (odd > half * 0.8 && even < half * 0.1) return 'utf-16le';
  return even > half * 0.8 && odd < half * 0.1 ? 'utf-16be' : undefined;
}

function isBinary(text: string): boolean {
  // eslint-disable-next-line no-control-regex -- what no text holds
  return /[\u0000-\u0008\u000e-\u001f]/.test(text.slice(0, 20_000));
}

/** The mark that parts the first line into the most cells; a comma where none does. */
function delimiterOf(text: string): keyof typeof DELIMITERS {
  const [first = ''] = text.split(/\r?\n/, 1);
  const outside = first.replaceAll(/"[^"]*"/g, '');
  const count = (mark: string): number => outside.split(mark).length;
  return keysOf(DELIMITERS).reduce((best, mark) => (count(mark) > count(best) ? mark : best));
}

function withoutEmptyEnd(rows: string[][]): string[][] {
  const last = rows.findLastIndex((row) => row.some((cell) => cell.trim() !== ''));
  return rows.slice(0, last + 1);
}

function notATable(): Refusal {
  const message = 'This is neither a text with rows (CSV) nor a workbook (XLSX).';
  return new Refusal(422, [problem('not-a-table', '', message)]);
}
