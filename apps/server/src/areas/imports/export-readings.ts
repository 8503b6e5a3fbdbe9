import type { ImportSubject } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { defineReading } from '../../platform/threads/task.js';
import { exportRows } from './export-rows.js';

/** The rows of all that a subject has, the headings first. */
export const rowsToExport = defineReading(
  'rowsToExport',
  (db: Db, { organisation, subject }: { organisation: number; subject: ImportSubject }) =>
    exportRows(db, organisation, subject),
);
