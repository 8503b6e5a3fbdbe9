import { problem } from '@just-ledger/core';
import { Refusal } from '../../platform/problems/refusal.js';

/** What a file holds: rows of cells as text, the first being the headings, and how it was read where that is not plain. */
export interface Table {
  readonly rows: readonly (readonly string[])[];
  readonly notes: readonly string[];
}

/** So many rows are read at most, beside the headings. */
export const MOST_ROWS = 100_000;

/** So many columns a file may have. */
export const MOST_COLUMNS = 200;

/** So many cells in all. */
const MOST_CELLS = 5_000_000;

/** @throws {Refusal} 422 for a row wider than files may be */
export function assertWidth(columns: number, row: number): void {
  if (columns <= MOST_COLUMNS) return;
  const message = `Row ${row} has ${columns} columns; ${MOST_COLUMNS} are the most.`;
  throw new Refusal(422, [problem('too-many-columns', `rows.${row}`, message)]);
}

/** @throws {Refusal} 422 for a file with more cells than are read */
export function assertCells(cells: number): void {
  if (cells <= MOST_CELLS) return;
  const message = `The file has more than ${MOST_CELLS.toLocaleString('en')} cells; part it.`;
  throw new Refusal(422, [problem('too-many-cells', '', message)]);
}
