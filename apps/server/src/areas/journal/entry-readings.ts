import type { EntriesQuery, EntryResponse } from '@just-ledger/contract';
import type { Db } from '../../platform/database/connection.js';
import { csvBytes } from '../../platform/files/csv.js';
import { notFound } from '../../platform/problems/refusal.js';
import { defineReport } from '../../platform/threads/report.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { ENTRY_FILE_AMOUNTS, entryFileRows } from './entry-file-rows.js';
import { entryAnswers, entryRowOf } from './entry-store.js';
import { journalPage, journalRows } from './journal-page.js';
import { journalSums } from './journal-sums.js';
import { relatedEntries } from './related-entries.js';
import { saidSentences } from './said-sentences.js';

/** A page of the journal. */
export const journal = defineReport(
  'journal',
  (db: Db, books: Organisation, query: EntriesQuery) => journalPage(db, books, query),
  { isOfBooksAlone: true },
);

/** How many entries of the journal match, and what they come to. */
export const journalTotals = defineReport('journalTotals', journalSums, { isOfBooksAlone: true });

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
export const entriesCsv = defineReport(
  'entriesCsv',
  (db: Db, organisation: Organisation, query: EntriesQuery): Uint8Array => {
    const rows = entryFileRows(db, organisation, journalRows(db, organisation, query));
    const { value: headings } = rows.next();
    return csvBytes(headings ?? [], rows, ENTRY_FILE_AMOUNTS);
  },
);

/** Entries that have a paper, or a contact and an amount, in common with one. */
export const relatedEntriesOf = defineReport('relatedEntriesOf', relatedEntries);
