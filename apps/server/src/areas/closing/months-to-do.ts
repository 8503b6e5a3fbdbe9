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
import { type DatedEntry, entriesOfNature } from '../journal/entry-weights.js';
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
  const onPaper = { kinds: PAPER_KINDS, sources: PAPER_SOURCES };
  const entries = entriesOfNature(db, organisation, { from: first, to: last }, onPaper);
  const hasPaper = new Set(placesWithPaper(db, organisation, entries));
  const counts = new Map<CivilDate, number>();
  for (const { place: position, date } of entries) {
    if (!hasPaper.has(position)) counts.set(date, (counts.get(date) ?? 0) + 1);
  }
  return [...counts].map(([date, count]) => ({ date, count }));
}

/** Entries that have a paper, of those from the first to the last of some in the order of their places. */
function placesWithPaper(db: Db, organisation: number, entries: readonly DatedEntry[]): number[] {
  const [first, last] = [entries[0]?.place ?? 0, entries.at(-1)?.place ?? 0];
  const found = db.get<{ places: string }>(sql`
    SELECT json_group_array(entry) AS places FROM entry_attachment
    WHERE organisation = ${organisation} AND entry BETWEEN ${first} AND ${last} AND removed_at IS NULL`);
  return JSON.parse(found?.places ?? '[]') as number[];
}
