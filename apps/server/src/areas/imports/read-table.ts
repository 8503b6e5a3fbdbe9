import { problem } from '@just-ledger/core';
import type { CheckPoint } from '../../platform/jobs/check-point.js';
import { Refusal } from '../../platform/problems/refusal.js';
import { MOST_COLUMNS, MOST_ROWS, type Table } from './table.js';
import { readTextTable } from './text-table.js';
import { readWorkbookTable } from './workbook-table.js';

/** Beginnings of files that people take for tables, and what to do about each. */
const OTHERS: readonly (readonly [number[], string])[] = [
  [
    [0xd0, 0xcf, 0x11, 0xe0],
    'This is an old workbook (XLS) or one locked with a password. Save it as XLSX without a password, or as CSV.',
  ],
  [[0x25, 0x50, 0x44, 0x46], 'This is a PDF. Save the table itself as XLSX or CSV.'],
  [[0x1f, 0x8b], 'This is a compressed file (GZIP). Unpack it first.'],
  [[0x52, 0x61, 0x72, 0x21], 'This is a compressed file (RAR). Unpack it first.'],
  [[0x89, 0x50, 0x4e, 0x47], 'This is a picture.'],
  [[0xff, 0xd8, 0xff], 'This is a picture.'],
];

/**
 * Reads a file by what it holds, whatever it is called.
 *
 * @throws {Refusal} 422 with a clear answer for what is no table, too large, or broken
 */
export async function readTable(bytes: Uint8Array, checkPoint: CheckPoint, mostRows = MOST_ROWS): Promise<Table> {
  if (bytes.length === 0) throw refusal('file-empty', 'The file is empty.');
  const other = OTHERS.find(([beginning]) => beginning.every((byte, index) => bytes[index] === byte));
  if (other) throw refusal('not-a-table', other[1]);
  const isZip = bytes[0] === 0x50 && bytes[1] === 0x4b;
  const table = isZip ? await readWorkbookTable(bytes, checkPoint) : readTextTable(bytes, checkPoint);
  const [headings = [], ...rows] = table.rows;
  if (headings.every((heading) => heading.trim() === '')) {
    throw refusal('no-headings', 'The first row is empty: it says what the columns are.');
  }
  if (rows.length === 0) throw refusal('no-rows', 'The file has headings and no rows under them.');
  if (rows.length > mostRows) {
    throw refusal('too-many-rows', `The file has more than ${mostRows.toLocaleString('en')} rows; part it.`);
  }
  if (headings.length > MOST_COLUMNS) {
    throw refusal('too-many-columns', `The file has ${headings.length} columns; ${MOST_COLUMNS} are the most.`);
  }
  return table;
}

function refusal(code: string, message: string): Refusal {
  return new Refusal(422, [problem(code, '', message)]);
}
