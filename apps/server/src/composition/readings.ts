import * as ledgerReadings from '../areas/account-ledger/ledger-readings.js';
import * as backupReadings from '../areas/backups/backup-readings.js';
import * as entryReadings from '../areas/journal/entry-readings.js';
import * as overviewReadings from '../areas/overview/standing.js';
import * as proofReadings from '../areas/proofs/proof-readings.js';
import * as takeOnReadings from '../areas/take-on/take-on-readings.js';
import { TaskTable } from '../platform/threads/serve-tasks.js';
import type { Reading } from '../platform/threads/task.js';

/** Everything that reads too much to keep other requests waiting, by name. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- each reading has its own arguments
export const readings = new TaskTable<Reading<any, unknown>>(
  ledgerReadings,
  backupReadings,
  entryReadings,
  overviewReadings,
  proofReadings,
  takeOnReadings,
);
