import {
  chartRows,
  contactRows,
  fileRowOfCells,
  IMPORT_SUBJECTS,
  type ImportSubject,
  rateRows,
  SET_UP_FILES,
  trayOfSubject,
  valueRows,
  isKeyOf,
} from '@just-ledger/core';
import { and, eq, isNull } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { contact } from '../../platform/database/schema.js';
import { rowsOfTray } from '../account-detail/tray-rows.js';
import { loadChart } from '../accounts/account-store.js';
import { chartNames } from '../accounts/chart-names.js';
import { loadBreakdowns } from '../breakdowns/breakdown-store.js';
import { contactOf } from '../contacts/contact-store.js';
import { entryFileRows } from '../journal/entry-file-rows.js';
import { journalRows } from '../journal/journal-page.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { loadRates } from '../currencies/currency-store.js';

/** All that a subject has, as the rows of its file; the first are the columns. */
export function exportRows(db: Db, organisation: number, subject: ImportSubject): string[][] {
  if (subject === 'entries') {
    const books = organisationOf(db, organisation);
    return [...entryFileRows(db, books, journalRows(db, books, {}))];
  }
  return [[...IMPORT_SUBJECTS[subject].columns], ...rowsOf(db, organisation, subject)];
}

function rowsOf(db: Db, organisation: number, subject: ImportSubject): string[][] {
  if (isKeyOf(ROWS, subject)) return ROWS[subject](db, organisation);
  const tray = trayOfSubject(subject);
  return tray ? rowsOfTray(db, organisation, tray).map(({ cells }) => fileRowOfCells(tray, cells)) : [];
}

const ROWS: Readonly<Record<keyof typeof SET_UP_FILES, (db: Db, organisation: number) => string[][]>> = {
  chart: (db, organisation) => chartRows(loadChart(db, organisation), chartNames(db, organisation)),
  // a merged contact counts with another and stays as it is
  contacts: (db, organisation) =>
    contactRows(
      db
        .select()
        .from(contact)
        .where(and(eq(contact.organisation, organisation), isNull(contact.mergedInto)))
        .orderBy(contact.id)
        .all()
        .map(contactOf),
    ),
  'breakdown-values': (db, organisation) => valueRows(loadBreakdowns(db, organisation), loadChart(db, organisation)),
  rates: (db, organisation) => rateRows(loadRates(db, organisation)),
};
