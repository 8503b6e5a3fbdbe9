import type { ImportSubject } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { csvBytes } from '../../platform/files/csv.js';
import { defineReading } from '../../platform/threads/task.js';
import { exportRows } from './export-rows.js';

/** All that a subject has, as a CSV file. */
export const exportAsCsv = defineReading(
  'exportAsCsv',
  (db: Db, { organisation, subject }: { organisation: number; subject: ImportSubject }): Uint8Array => {
    const [header = [], ...rows] = exportRows(db, organisation, subject);
    return csvBytes(header, rows);
  },
);
