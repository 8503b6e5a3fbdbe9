import type { AdjustmentResponse, AdjustmentsQuery, AdjustmentsResponse } from '@just-ledger/contract';
import { adjustmentKind, type AdjustmentKind, type Books, type CivilDate, datesOfJournal } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { defineReport } from '../../platform/threads/report.js';
import { loadBooks } from '../books/books-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportSpan } from '../organisations/report-dates.js';
import { amountsOfVersion } from '../recurring/proposed-entry.js';
import { proposedOccurrence } from '../recurring/proposed-occurrence.js';
import {
  entryOfVersion,
  recurringJournalsOf,
  settledOf,
  type VersionRow,
  versionOf,
} from '../recurring/recurring-store.js';

/** What schedules of adjusting entries make in a span of days, and what they should have made before it. */
export const adjustmentsReport = defineReport(
  'adjustmentsReport',
  (db: Db, organisation: Organisation, query: AdjustmentsQuery, today: CivilDate): AdjustmentsResponse => {
    const { from, to } = reportSpan(query, organisation, today);
    const books = loadBooks(db, organisation.id, today);
    const adjustments = recurringJournalsOf(db, organisation.id).flatMap((journal) => {
      const settled = settledOf(db, journal.row);
      const dates = datesOfJournal(journal.dates, to, journal.holidays);
      return dates
        .filter((date) => isAdjusting(versionOf(journal, date)))
        .filter(({ nominal, date }) => date >= from || !settled.has(nominal))
        .map((date): AdjustmentResponse => ({
          ...proposedOccurrence({ db, organisation, books, today }, journal, date, settled.get(date.nominal)),
          journal: journal.row.id,
          name: journal.row.name,
          version: journal.row.version,
          kind: kindOf(db, organisation, books, versionOf(journal, date)),
        }));
    });
    adjustments.sort((a, b) => (a.date === b.date ? a.journal - b.journal : a.date < b.date ? -1 : 1));
    return { from, to, due: adjustments.filter(({ state }) => state === 'due').length, adjustments };
  },
);

function kindOf(db: Db, organisation: Organisation, { chart }: Books, version: VersionRow): AdjustmentKind {
  const { lines } = entryOfVersion(db, version);
  return adjustmentKind(amountsOfVersion(db, organisation, version), lines, (number) => chart.byNumber.get(number));
}

/** Whether what a version posts are adjusting entries. */
export function isAdjusting({ entry }: VersionRow): boolean {
  return entry.kind === 'adjusting';
}
