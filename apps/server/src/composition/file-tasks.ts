import * as ledgerFiles from '../areas/account-ledger/ledger-files.js';
import * as chartFile from '../areas/accounts/chart-file.js';
import * as archiveTasks from '../areas/archives/archive-tasks.js';
import * as writeAuditorsFile from '../areas/auditors-file/write-auditors-file.js';
import * as boardPapersFile from '../areas/board-papers/board-papers-file.js';
import * as closingPack from '../areas/closing-pack/closing-pack.js';
import * as importTasks from '../areas/imports/import-tasks.js';
import * as rateFile from '../areas/imports/rate-file.js';
import * as entryFileTasks from '../areas/journal/entry-file-tasks.js';
import * as entryTurns from '../areas/journal/entry-turns.js';
import * as journalFiles from '../areas/journal/journal-files.js';
import * as vouchers from '../areas/journal/vouchers.js';
import * as agedFiles from '../areas/open-items/aged-files.js';
import * as recurringFiles from '../areas/recurring/recurring-files.js';
import * as printedCharts from '../areas/statements/printed-charts.js';
import * as statementFiles from '../areas/statements/statement-files.js';
import * as packTasks from '../areas/take-on/pack-tasks.js';
import * as taxFiles from '../areas/tax-report/tax-files.js';
import * as changesFiles from '../areas/trial-balance/changes-files.js';
import * as trialBalanceFiles from '../areas/trial-balance/trial-balance-files.js';
import * as carryMessage from '../platform/outbox/carry-message.js';
import { TaskTable } from '../platform/threads/serve-tasks.js';
import type { FileTask } from '../platform/threads/task.js';

/** Everything that reads and writes files, by name. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- each task has its own arguments
export const fileTasks = new TaskTable<FileTask<any, unknown>>(
  ledgerFiles,
  chartFile,
  archiveTasks,
  importTasks,
  rateFile,
  entryFileTasks,
  entryTurns,
  journalFiles,
  vouchers,
  agedFiles,
  trialBalanceFiles,
  changesFiles,
  taxFiles,
  statementFiles,
  printedCharts,
  boardPapersFile,
  packTasks,
  recurringFiles,
  closingPack,
  carryMessage,
  writeAuditorsFile,
);
