import type { ArchiveFile } from '@just-ledger/core';
import { getTableColumns } from 'drizzle-orm';
import type { SQLiteColumn, SQLiteTable } from 'drizzle-orm/sqlite-core';
import {
  account,
  accountBreakdown,
  arrangement,
  attachment,
  boardPapers,
  breakdown,
  breakdownValue,
  contact,
  currencyKept,
  draft,
  draftEnd,
  draftEvent,
  entryAttachment,
  entryCorrection,
  entryPreparer,
  pattern,
  exchangeRate,
  findingEvent,
  holiday,
  importMatching,
  issuedPapers,
  keptReport,
  lockedProof,
  note,
  occurrence,
  paperToGather,
  periodClosing,
  periodEvent,
  periodLock,
  profitSharing,
  recurringJournal,
  recurringVersion,
  reversalPlan,
  setUpChange,
  takeOn,
  takeOnEntry,
  takeOnEvent,
  takeOnRow,
  taxCode,
  taxPart,
  taxRate,
  taxSettlement,
  yearClosing,
} from '../../platform/database/schema.js';

/** The files whose lines are rows of one table. The others are made by hand. */
export const ARCHIVE_TABLES = {
  preparers: entryPreparer,
  corrections: entryCorrection,
  'tax-codes': taxCode,
  'tax-rates': taxRate,
  breakdowns: breakdown,
  accounts: account,
  'account-breakdowns': accountBreakdown,
  'breakdown-values': breakdownValue,
  'tax-parts': taxPart,
  contacts: contact,
  arrangement,
  notes: note,
  'kept-reports': keptReport,
  'board-papers': boardPapers,
  currencies: currencyKept,
  'exchange-rates': exchangeRate,
  'reversal-plans': reversalPlan,
  attachments: attachment,
  'issued-papers': issuedPapers,
  'entry-attachments': entryAttachment,
  'tax-settlements': taxSettlement,
  'finding-events': findingEvent,
  drafts: draft,
  'draft-events': draftEvent,
  'draft-ends': draftEnd,
  patterns: pattern,
  'recurring-journals': recurringJournal,
  'recurring-versions': recurringVersion,
  occurrences: occurrence,
  holidays: holiday,
  'take-on-rows': takeOnRow,
  'take-on-entries': takeOnEntry,
  'take-on': takeOn,
  'take-on-events': takeOnEvent,
  'period-locks': periodLock,
  'period-closings': periodClosing,
  'period-events': periodEvent,
  'locked-proofs': lockedProof,
  'profit-sharings': profitSharing,
  'year-closings': yearClosing,
  'set-up-changes': setUpChange,
  papers: paperToGather,
  matchings: importMatching,
} as const satisfies Record<Exclude<ArchiveFile, 'organisation' | 'people' | 'entries'>, SQLiteTable>;

/** A key of {@link ARCHIVE_TABLES}. */
export type TableFile = keyof typeof ARCHIVE_TABLES;

/** The fields that name a person. */
export const PERSON_FIELDS = [
  'by',
  'changedBy',
  'createdBy',
  'discardedBy',
  'removedBy',
  'settledBy',
  'madeBy',
  'approvedBy',
  'issuedBy',
  'lockedBy',
  'closedBy',
  'postedBy',
  'signedOffBy',
] as const;

/** What exists as the installation's: the organisation, versions of what is edited, ids that count over all organisations. */
const NOT_ARCHIVED: Partial<Record<TableFile, readonly string[]>> = {
  'period-events': ['id'],
  'take-on-events': ['id'],
  'set-up-changes': ['id'],
};

/** The columns of a table that its archive file holds, by field. */
export function archivedColumns(file: TableFile): Record<string, SQLiteColumn> {
  const left = ['organisation', 'version', ...(NOT_ARCHIVED[file] ?? [])];
  const table: SQLiteTable = ARCHIVE_TABLES[file];
  return Object.fromEntries(Object.entries(getTableColumns(table)).filter(([field]) => !left.includes(field)));
}
