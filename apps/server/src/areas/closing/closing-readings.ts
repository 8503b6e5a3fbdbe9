import type { ClosingQuery } from '@just-ledger/contract';
import type { CivilDate } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { defineReport } from '../../platform/threads/report.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { fiscalYearsResponse } from '../periods/period-store.js';
import { closingRehearsal } from './closing-rehearsal.js';

/** All years and months, with what was posted in them and which are locked. */
export const fiscalYears = defineReport(
  'fiscalYears',
  (db: Db, organisation: Organisation, _: null, today: CivilDate) => fiscalYearsResponse(db, organisation, today),
  { isOfBooksAlone: true },
);

/** The closing entries of a year as they would be. */
export const rehearsal = defineReport(
  'rehearsal',
  (db: Db, organisation: Organisation, { year, query }: { year: string; query: ClosingQuery }, today: CivilDate) =>
    closingRehearsal(db, organisation, year, today, query),
  { isOfBooksAlone: true },
);
