import * as currencyReadings from '../areas/currencies/currency-readings.js';
import * as accountDetailReadings from '../areas/account-detail/account-detail-readings.js';
import * as trailFiles from '../areas/audit-trail/trail-files.js';
import * as auditTrailReadings from '../areas/audit-trail/audit-trail-readings.js';
import * as breakdownReadings from '../areas/breakdowns/breakdown-readings.js';
import * as chartReadings from '../areas/chart/chart-readings.js';
import * as closingReadings from '../areas/closing/closing-readings.js';
import * as contactReadings from '../areas/contacts/contact-readings.js';
import * as wherePaid from '../areas/contacts/where-paid.js';
import * as draftReadings from '../areas/journal/draft-readings.js';
import * as patternReadings from '../areas/journal/pattern-readings.js';
import * as usualAmounts from '../areas/journal/usual-amounts.js';
import * as entryTrail from '../areas/journal/entry-trail.js';
import * as attachmentReadings from '../areas/attachments/attachment-readings.js';
import * as reversalReadings from '../areas/journal/reversal-readings.js';
import * as documentsCheck from '../areas/open-items/documents-against-lines.js';
import * as openItemReadings from '../areas/open-items/open-item-readings.js';
import * as alikeReadings from '../areas/recurring/alike-readings.js';
import * as recurringReadings from '../areas/recurring/recurring-readings.js';
import * as recurringTimeLine from '../areas/recurring/time-line.js';
import * as keptReportReadings from '../areas/kept-reports/kept-reports-report.js';
import * as auditorsFileReadings from '../areas/auditors-file/auditors-file-report.js';
import * as boardPapersReadings from '../areas/board-papers/board-papers-readings.js';
import * as statementReadings from '../areas/statements/statement-readings.js';
import * as adjustmentReadings from '../areas/adjustments/adjustment-readings.js';
import * as reviewReadings from '../areas/findings/books-review.js';
import * as findingReadings from '../areas/findings/findings-report.js';
import * as monthsToDo from '../areas/closing/months-to-do.js';
import * as profitSharings from '../areas/periods/profit-sharings.js';
import * as taxReportReadings from '../areas/tax-report/tax-report-readings.js';
import * as trialBalanceReadings from '../areas/trial-balance/trial-balance-readings.js';
import * as ledgerReadings from '../areas/account-ledger/ledger-readings.js';
import * as findInBooks from '../areas/find/find-in-books.js';
import * as backupReadings from '../areas/backups/backup-readings.js';
import * as exportReadings from '../areas/imports/export-readings.js';
import * as entryReadings from '../areas/journal/entry-readings.js';
import * as overviewReadings from '../areas/overview/books-status.js';
import * as lockedProofReadings from '../areas/proofs/locked-proofs.js';
import * as proofReadings from '../areas/proofs/proof-readings.js';
import * as takeOnReadings from '../areas/take-on/take-on-readings.js';
import * as guessedPassword from '../platform/sessions/guessed-password.js';
import { TaskTable } from '../platform/threads/serve-tasks.js';
import type { Reading } from '../platform/threads/task.js';

/** Everything that is read of the books by a thread of its own, by name. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- each reading has its own arguments
export const readings = new TaskTable<Reading<any, unknown>>(
  guessedPassword,
  ledgerReadings,
  findInBooks,
  backupReadings,
  entryReadings,
  exportReadings,
  overviewReadings,
  lockedProofReadings,
  proofReadings,
  takeOnReadings,
  accountDetailReadings,
  auditTrailReadings,
  trailFiles,
  breakdownReadings,
  chartReadings,
  closingReadings,
  contactReadings,
  wherePaid,
  currencyReadings,
  draftReadings,
  patternReadings,
  attachmentReadings,
  reversalReadings,
  entryTrail,
  usualAmounts,
  documentsCheck,
  openItemReadings,
  alikeReadings,
  recurringReadings,
  recurringTimeLine,
  statementReadings,
  keptReportReadings,
  boardPapersReadings,
  auditorsFileReadings,
  findingReadings,
  reviewReadings,
  adjustmentReadings,
  monthsToDo,
  profitSharings,
  taxReportReadings,
  trialBalanceReadings,
);
