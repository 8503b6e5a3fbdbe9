import type { PeriodToDoResponse } from '@just-ledger/contract';
import {
  type CivilDate,
  earlierOf,
  findFiscalYear,
  fiscalMonthOf,
  type FiscalYear,
  PAPER_KINDS,
  PAPER_SOURCES,
  type Period,
  periodsOf,
} from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { keptUntilCommit } from '../../platform/database/kept-reading.js';
import { notFound } from '../../platform/problems/refusal.js';
import { defineReport } from '../../platform/threads/report.js';
import { isAdjusting } from '../adjustments/adjustments-report.js';
import { daysOfFindings } from '../findings/findings-report.js';
import { draftsByDay, type EntriesOfDay } from '../journal/draft-store.js';
import { ofNature } from '../journal/entry-weights.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { dueOccurrences, recurringJournalsOf, versionOf } from '../recurring/recurring-store.js';

/** What is left to be done in each month of a year that has begun, besides its proofs. */
export const monthsToDo = defineReport(
  'monthsToDo',
  (db: Db, organisation: Organisation, { year: label }: { year: string }, today: CivilDate): PeriodToDoResponse[] => {
    const year = findFiscalYear(organisation.calendar, label);
    if (!year) throw notFound('fiscal year');
    if (year.first > today) return [];
    const until = earlierOf(year.last, today);
    const byPeriod = (days: readonly EntriesOfDay[]): Map<Period, number> => countedByPeriod(organisation, days);
    const drafts = byPeriod(draftsByDay(db, organisation.id, year.first, year.last));
    const { adjustments, others } = dueDays(db, organisation, year, until);
    const [due, unadjusted] = [byPeriod(others), byPeriod(adjustments)];
    const findings = byPeriod(
      daysOfFindings(db, organisation, { from: year.first, to: until, today }).map((date) => ({ date, count: 1 })),
    );
    const lacking = daysWithoutPaper(db, organisation.id, year);
    const papers = lacking && byPeriod(lacking);
    return periodsOf(organisation.calendar, year)
      .filter((period) => period <= fiscalMonthOf(organisation.calendar, until))
      .map((period) => ({
        period,
        drafts: drafts.get(period) ?? 0,
        due: due.get(period) ?? 0,
        adjustments: unadjusted.get(period) ?? 0,
        findings: findings.get(period) ?? 0,
        withoutPaper: papers && (papers.get(period) ?? 0),
      }));
  },
);

function countedByPeriod({ calendar }: Organisation, days: readonly EntriesOfDay[]): Map<Period, number> {
  const counts = new Map<Period, number>();
  for (const { date, count } of days) {
    const period = fiscalMonthOf(calendar, date);
    counts.set(period, (counts.get(period) ?? 0) + count);
  }
  return counts;
}

/** What is due by its schedules, adjusting entries apart from the others. */
function dueDays(
  db: Db,
  organisation: Organisation,
  year: FiscalYear,
  until: CivilDate,
): Record<'adjustments' | 'others', EntriesOfDay[]> {
  const due = recurringJournalsOf(db, organisation.id)
    .flatMap((journal) =>
      dueOccurrences(db, journal, until).map((dueOccurrence) => ({
        date: dueOccurrence.date,
        count: 1,
        isAdjustment: isAdjusting(versionOf(journal, dueOccurrence)),
      })),
    )
    .filter(({ date }) => date >= year.first);
  return {
    adjustments: due.filter(({ isAdjustment }) => isAdjustment),
    others: due.filter(({ isAdjustment }) => !isAdjustment),
  };
}

/** How many entries rest on a paper and lack it; null in books that keep no papers. */
function daysWithoutPaper(db: Db, organisation: number, { first, last }: FiscalYear): EntriesOfDay[] | null {
  return keptUntilCommit(db, `days without paper ${organisation} ${first} ${last}`, () =>
    readDaysWithoutPaper(db, organisation, first, last),
  );
}

function readDaysWithoutPaper(
  db: Db,
  organisation: number,
  first: CivilDate,
  last: CivilDate,
): EntriesOfDay[] | null {
  const kept = db.get<{ kept: number }>(
    sql`SELECT EXISTS (SELECT 1 FROM entry_attachment WHERE organisation = ${organisation}) AS kept`,
  );
  if (!kept?.kept) return null;
  const derived = ofNature(
    db,
    organisation,
    { from: first, to: last },
    { kinds: PAPER_KINDS, sources: PAPER_SOURCES },
  );
  const hasPaper = new Set(placesWithPaper(db, organisation, derived.places));
  const counts = new Map<CivilDate, number>();
  derived.places.forEach((position, index) => {
    const date = derived.dates[index] ?? first;
    if (!hasPaper.has(position)) counts.set(date, (counts.get(date) ?? 0) + 1);
  });
  const rest = db.all<EntriesOfDay>(sql`
    SELECT e.date AS date, count(*) AS count FROM entry AS e
    WHERE e.organisation = ${organisation} AND e.place > ${derived.upTo}
      AND ${derived.upTo > 0 ? sql`+e.date` : sql`e.date`} BETWEEN ${first} AND ${last}
      AND e.kind IN (SELECT value FROM json_each(${JSON.stringify(PAPER_KINDS)}))
      AND e.source IN (SELECT value FROM json_each(${JSON.stringify(PAPER_SOURCES)}))
      AND NOT EXISTS (SELECT 1 FROM entry_attachment AS a
        WHERE a.organisation = e.organisation AND a.entry = e.place AND a.removed_at IS NULL)
    GROUP BY e.date`);
  return [...[...counts].map(([date, count]) => ({ date, count })), ...rest];
}

/** Entries that have a paper, of those between the first and the last of some places. */
function placesWithPaper(db: Db, organisation: number, places: readonly number[]): number[] {
  const found = db.get<{ places: string }>(sql`
    SELECT json_group_array(entry) AS places FROM entry_attachment
    WHERE organisation = ${organisation} AND entry BETWEEN ${places[0] ?? 0} AND ${places.at(-1) ?? 0} AND removed_at IS NULL`);
  return JSON.parse(found?.places ?? '[]') as number[];
}
