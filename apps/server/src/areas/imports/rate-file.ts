import { problem, RATE_COLUMNS, type RateColumn } from '@just-ledger/core';
import { type CsvRow, readCsv } from '../../platform/files/csv.js';
import { takePassingFile } from '../../platform/files/passing-files.js';
import { Refusal } from '../../platform/problems/refusal.js';
import { defineFileTask } from '../../platform/threads/task.js';

/** So many rates a file may have: they are written in one go, for which others wait half a second. */
export const MOST_RATES = 50_000;

/** Reads a file of rates: its rows, not yet what they mean. @throws {Refusal} 422 with problems by row */
export function readRateFile(csv: string): CsvRow<RateColumn>[] {
  const rows = readCsv<RateColumn>(csv, RATE_COLUMNS, ['currency', 'date'], new Set(), MOST_RATES);
  if (rows.length === 0) throw new Refusal(422, [problem('no-rows', '', 'The file has no rows.')]);
  return rows;
}

/** Reads rates that are sent to be taken in at once. */
export const readRates = defineFileTask('readRates', (_, { path }: { path: string }) =>
  readRateFile(takePassingFile(path).toString('utf8')),
);
