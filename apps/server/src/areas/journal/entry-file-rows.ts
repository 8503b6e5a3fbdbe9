import { ENTRY_COLUMNS, type EntryColumn, FURTHER_ENTRY_COLUMNS, writeBreakdowns } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { entryAnswers } from './entry-store.js';
import type { EntryRow } from './posted-entries.js';

/** The columns of an entry file that hold amounts and rates, and those that hold dates. */
export const ENTRY_FILE_AMOUNTS: EntryColumn[] = [
  'debit',
  'credit',
  'foreign_amount',
  'rate',
  'rate_per_base',
  'tax_rate',
  'tax_base',
  'tax_adjustment',
];
export const ENTRY_FILE_DATES: EntryColumn[] = ['date', 'due_date', 'document_date', 'supply_date', 'reverses_on'];

/** So many entries are put in words at a time. */
const STEP = 500;

/** All lines of entries in the columns in which they can be read again; the headings first. */
export function* entryFileRows(
  db: Db,
  organisation: Organisation,
  matching: readonly EntryRow[],
): Generator<string[]> {
  yield [...ENTRY_COLUMNS, ...FURTHER_ENTRY_COLUMNS];
  for (let index = 0; index < matching.length; index += STEP) {
    for (const entry of entryAnswers(db, organisation, matching.slice(index, index + STEP))) {
      for (const line of entry.lines) {
        yield [
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
          entry.supplyDate ?? '',
          line.taxCode ?? '',
          '',
          line.taxAdjustment ?? '',
          line.taxRate ?? '',
          line.taxBase ?? '',
          line.taxSide ?? '',
          entry.reverses ?? '',
          entry.reversesOn ?? '',
        ];
      }
    }
  }
}
