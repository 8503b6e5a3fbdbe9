import type { KeptReportResponse } from '@just-ledger/contract';
import { type CivilDate, daysOfSpan } from '@just-ledger/core';
import { and, asc, eq, or } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { keptReport, person as personTable } from '../../platform/database/schema.js';
import { defineReport } from '../../platform/threads/report.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { closedYears } from '../periods/period-store.js';

/** The reports that everybody has and those of a person, by name, with the days that they have today. */
export const keptReports = defineReport(
  'keptReports',
  (
    db: Db,
    { id, calendar }: Organisation,
    { person }: { readonly person: number },
    today: CivilDate,
  ): KeptReportResponse[] => {
    const closed = closedYears(db, id);
    return db
      .select({ kept: keptReport, by: personTable.name })
      .from(keptReport)
      .innerJoin(personTable, eq(personTable.id, keptReport.createdBy))
      .where(
        and(eq(keptReport.organisation, id), or(eq(keptReport.isShared, true), eq(keptReport.createdBy, person))),
      )
      .orderBy(asc(keptReport.name), asc(keptReport.id))
      .all()
      .map(({ kept, by }): KeptReportResponse => {
        const { span, firstDay, lastDay } = kept;
        const days = span ? daysOfSpan(span, calendar, today, closed) : { from: firstDay, to: lastDay };
        return {
          id: kept.id,
          name: kept.name,
          screen: kept.screen,
          settings: kept.settings,
          span,
          from: days?.from ?? null,
          to: days?.to ?? null,
          shared: kept.isShared,
          by,
          own: kept.createdBy === person,
          keptAt: kept.updatedAt,
          version: kept.version,
        };
      });
  },
);
