import { ENTRY_COLUMNS, type EntryColumn, FURTHER_ENTRY_COLUMNS } from '@just-ledger/core';
import { createHash } from 'node:crypto';
import { type CsvRow, readCsv } from '../../platform/files/csv.js';

/** A file of entries, read row by row, and what tells it from every other. */
export interface EntryFile {
  readonly rows: CsvRow<EntryColumn>[];
  readonly sha256: string;
}

const AMOUNT_COLUMNS: ReadonlySet<EntryColumn> = new Set([
  'debit',
  'credit',
  'foreign_amount',
  'rate',
  'rate_per_base',
]);

/** Reads a file of entries: its rows, not yet what they mean. @throws {Refusal} 422 with problems by row */
export function readEntryFile(csv: string): EntryFile {
  const columns = [...ENTRY_COLUMNS, ...FURTHER_ENTRY_COLUMNS];
  const needed: EntryColumn[] = ['entry', 'date', 'explanation', 'account', 'debit', 'credit'];
  return {
    rows: readCsv<EntryColumn>(csv, columns, needed, AMOUNT_COLUMNS),
    sha256: createHash('sha256').update(csv).digest('hex'),
  };
}
