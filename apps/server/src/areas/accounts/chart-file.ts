import { CHART_COLUMNS, type ChartColumn } from '@just-ledger/core';
import { type CsvRow, readCsv } from '../../platform/files/csv.js';
import { takePassingFile } from '../../platform/files/passing-files.js';
import { defineFileTask } from '../../platform/threads/task.js';

/** So many accounts a file of the chart may have: they are written in one go, and others wait for a second at most. */
export const MOST_ACCOUNTS = 5_000;

/** Reads a file of the chart: its rows, not yet what they mean. @throws {Refusal} 422 with problems by row */
export function readChartFile(csv: string): CsvRow<ChartColumn>[] {
  return readCsv<ChartColumn>(csv, CHART_COLUMNS, ['number', 'name', 'element'], new Set(), MOST_ACCOUNTS);
}

/** Reads a chart that is sent to be taken in at once. */
export const readChart = defineFileTask('readChart', (_, { path }: { path: string }) =>
  readChartFile(takePassingFile(path).toString('utf8')),
);
