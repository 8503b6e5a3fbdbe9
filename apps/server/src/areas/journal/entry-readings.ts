import type { EntriesQuery, EntryResponse } from '@just-ledger/contract';
import { ENTRY_COLUMNS, FURTHER_ENTRY_COLUMNS, writeBreakdowns } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { bytesOf, writeCsv } from '../../platform/files/csv.js';
import { notFound } from '../../platform/problems/refusal.js';
import { defineReport } from '../../platform/threads/report.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { entryAnswers, entryRowOf } from './entry-store.js';
import { journalPage, journalRows, journalSums } from './journal-page.js';
import { saidSentences } from './said-sentences.js';

/** A page of the journal. */
export const journal = defineReport('journal', journalPage);

/** How many entries of the journal match, and what they come to. */
export const journalTotals = defineReport('journalTotals', journalSums);

/** The sentences that simple entries were posted with. */
export const sentences = defineReport('sentences', (db: Db, organisation: Organisation) =>
  saidSentences(db, organisation),
);

/** One entry by its number. */
export const entryByNumber = defineReport(
  'entryByNumber',
  (db: Db, organisation: Organisation, number: string): EntryResponse => {
    const [entry] = entryAnswers(db, organisation, [entryRowOf(db, organisation.id, number)]);
    if (!entry) throw notFound('entry');
    return entry;
  },
);

/** All entries that match, oldest first, in the columns in which they can be imported again. */
export const entriesCsv = defineReport('entriesCsv', (db: Db, of: Organisation, query: EntriesQuery): Uint8Array => {
  const matching = journalRows(db, of, query);
  const rows: string[][] = [];
  for (let at = 0; at < matching.length; at += 500) {
    for (const entry of entryAnswers(db, of, matching.slice(at, at + 500))) {
      for (const line of entry.lines) {
        rows.push([
          entry.number,
          entry.date,
          entry.kind,
          entry.explanation,
          line.account,
          line.debit ?? '',
          line.credit ?? '',
          line.note ?? '',
          line.contact ?? '',
          line.currency ?? '',
          line.foreignAmount ?? '',
          line.rate ?? '',
          entry.reference ?? '',
          line.ratePerBase ?? '',
          line.dueDate ?? '',
          line.document ?? '',
          line.documentDate ?? '',
          line.ownNumber ?? '',
          line.movement ?? '',
          line.cashBasis === null ? '' : line.cashBasis ? 'yes' : 'no',
          writeBreakdowns(line.breakdowns),
        ]);
      }
    }
  }
  const amounts = ['debit', 'credit', 'foreign_amount', 'rate', 'rate_per_base'];
  return bytesOf(writeCsv([...ENTRY_COLUMNS, ...FURTHER_ENTRY_COLUMNS], rows, amounts));
});
