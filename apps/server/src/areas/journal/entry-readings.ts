import type { EntriesQuery } from '@just-ledger/contract';
import { ENTRY_COLUMNS, FURTHER_ENTRY_COLUMNS, writeBreakdowns } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { writeCsv } from '../../platform/files/csv.js';
import { defineReading } from '../../platform/threads/task.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { entryAnswers, journalRows } from './entry-store.js';

/** All entries that match, oldest first, in the columns in which they can be imported again. */
export const entriesCsv = defineReading(
  'entriesCsv',
  (db: Db, { organisation, query }: { organisation: number; query: EntriesQuery }): string => {
    const of = organisationOf(db, organisation);
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
    return writeCsv([...ENTRY_COLUMNS, ...FURTHER_ENTRY_COLUMNS], rows, amounts);
  },
);
