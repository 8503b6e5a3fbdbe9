import type { ProofsQuery, RecurringJournalResponse } from '@just-ledger/contract';
import type { CivilDate } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { defineReport } from '../../platform/threads/report.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportDate } from '../organisations/report-dates.js';
import { recurringResponse, recurringRows } from './recurring-store.js';

/** All recurring journals, with their dates in the fiscal year of a day. */
export const recurringJournals = defineReport(
  'recurringJournals',
  (db: Db, organisation: Organisation, query: ProofsQuery, today: CivilDate): RecurringJournalResponse[] => {
    const shown = reportDate(query.asAt, 'asAt', organisation, today, today);
    return recurringRows(db, organisation.id).map((row) => recurringResponse(db, organisation, row, today, shown));
  },
);
