import type {
  OccurrencesQuery,
  RecurringStandingResponse,
  TimeLineOccurrenceResponse,
  TimeLineResponse,
} from '@just-ledger/contract';
import {
  addMonths,
  type CivilDate,
  datesOfJournal,
  endOfMonth,
  entryNumber,
  firstOfMonth,
  formatAmount,
  minor,
  parseCivilDate,
  safeParseAmount,
} from '@just-ledger/core';
import { and, asc, eq, isNull } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { draftEnd, entry, occurrence, recurringJournal } from '../../platform/database/schema.js';
import { defineReport } from '../../platform/threads/report.js';
import { loadBooks } from '../books/books-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { dayWithin } from '../organisations/report-dates.js';
import { proposedOccurrence } from './proposed-occurrence.js';
import { dueOccurrences, recurringJournalsOf, settledOf } from './recurring-store.js';

/** The months of the line of time: that of today, and those that come. */
const MONTHS = 12;
const MOST_MONTHS = 60;

/**
 * What is late, what the months from today’s on hold, by date, with its sum; and what the server did that nobody was
 * told of yet. What was skipped counts for nothing.
 */
export const recurringTimeLine = defineReport(
  'recurringTimeLine',
  (db: Db, organisation: Organisation, query: OccurrencesQuery, today: CivilDate): TimeLineResponse => {
    const first = firstOfMonth(today);
    const last = dayWithin(
      query.until,
      'until',
      endOfMonth(addMonths(first, MONTHS - 1)),
      addMonths(first, MOST_MONTHS),
    );
    const books = loadBooks(db, organisation.id, today);
    const all = recurringJournalsOf(db, organisation.id).flatMap((journal) => {
      const settled = settledOf(db, journal.row);
      return datesOfJournal(journal.dates, last, journal.holidays)
        .filter(({ nominal, date }) => date >= first || !settled.has(nominal))
        .map((date): TimeLineOccurrenceResponse => {
          const reading = { db, organisation, books, today };
          const said = proposedOccurrence(reading, journal, date, settled.get(date.nominal));
          return { ...said, journal: journal.row.id, name: journal.row.name, version: journal.row.version };
        });
    });
    all.sort((a, b) => (a.date === b.date ? a.journal - b.journal : a.date < b.date ? -1 : 1));
    const months: TimeLineResponse['months'] = [];
    for (let month = first; month <= last; month = addMonths(month, 1)) {
      const occurrences = all.filter(({ date }) => firstOfMonth(parseCivilDate(date)) === month);
      months.push({ month: month.slice(0, 7), total: totalOf(organisation, occurrences), occurrences });
    }
    return {
      months,
      late: all.filter(({ date, state }) => date < first && state === 'due'),
      done: untold(db, organisation),
    };
  },
);

/** How many dates are due, and how many the server settled that nobody was told of yet. */
export const recurringStanding = defineReport(
  'recurringStanding',
  (db: Db, organisation: Organisation, _: object, today: CivilDate): RecurringStandingResponse => ({
    due: recurringJournalsOf(db, organisation.id).reduce(
      (sum, journal) => sum + dueOccurrences(db, journal, today).length,
      0,
    ),
    done: untold(db, organisation).length,
  }),
);

function totalOf({ baseCurrency }: Organisation, occurrences: readonly TimeLineOccurrenceResponse[]): string {
  const sum = occurrences.reduce((total, { state, amount }) => {
    const read = safeParseAmount(amount || '0', baseCurrency);
    return state === 'skipped' || !read.ok ? total : total + read.amount;
  }, 0);
  return formatAmount(minor(sum), baseCurrency);
}

/** What the server settled by itself and nobody has read yet, in the order in which it did. */
function untold(db: Db, { id }: Organisation): TimeLineResponse['done'] {
  return db
    .select({
      one: occurrence,
      name: recurringJournal.name,
      year: entry.year,
      number: entry.number,
      became: draftEnd.entry,
    })
    .from(occurrence)
    .innerJoin(
      recurringJournal,
      and(eq(recurringJournal.organisation, occurrence.organisation), eq(recurringJournal.id, occurrence.journal)),
    )
    .leftJoin(entry, and(eq(entry.organisation, occurrence.organisation), eq(entry.place, occurrence.entry)))
    .leftJoin(draftEnd, and(eq(draftEnd.organisation, occurrence.organisation), eq(draftEnd.id, occurrence.draft)))
    .where(and(eq(occurrence.organisation, id), eq(occurrence.isByItself, true), isNull(occurrence.toldAt)))
    .orderBy(asc(occurrence.settledAt), asc(occurrence.date), asc(occurrence.journal))
    .all()
    .map(({ one, name, year, number, became }) => ({
      journal: one.journal,
      name,
      date: one.date,
      what: one.state,
      entry: year !== null && number !== null ? entryNumber(year, number) : became,
      draft: one.state === 'drafted' ? one.draft : null,
      at: one.settledAt,
    }));
}
