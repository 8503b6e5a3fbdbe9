import type { OccurrenceResponse, RecurringJournalResponse, RecurringVersionResponse } from '@just-ledger/contract';
import {
  addMonths,
  type CivilDate,
  datesOfJournal,
  entryNumber,
  fiscalYearOf,
  laterOf,
  type Occurrence,
  occurrenceState,
  scheduleWords,
} from '@just-ledger/core';
import { eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { person } from '../../platform/database/schema.js';
import { Refusal } from '../../platform/problems/refusal.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { amountOf, proposedPosting } from './proposed-entry.js';
import {
  entryOfVersion,
  lastVersionOf,
  type RecurringJournal,
  type Settled,
  settledOf,
  termsOfVersion,
  type VersionRow,
} from './recurring-store.js';

/** So far ahead the next dates are looked for: a schedule may fall due once in ten years. */
const MONTHS_AHEAD = 150;

/** So many of them are told. */
const NEXT = 12;

/** A recurring journal as it goes over the wire: its dates in the fiscal year of a day, and everything that is due. */
export function recurringAnswer(
  db: Db,
  organisation: Organisation,
  journal: RecurringJournal,
  today: CivilDate,
  shown: CivilDate,
): RecurringJournalResponse {
  const { row, versions } = journal;
  const year = fiscalYearOf(organisation.calendar, shown);
  const settled = settledOf(db, row);
  const all = datesOfJournal(
    journal.dates,
    laterOf(laterOf(year.last, today), addMonths(today, MONTHS_AHEAD)),
    journal.holidays,
  );
  const ahead = all.filter(({ date }) => date > today);
  const occurrences = all
    .map((occurrence) => occurrenceAnswer(occurrence, settled.get(occurrence.nominal), today))
    .filter(({ date, state }) => state === 'due' || (date >= year.first && date <= year.last));
  const said = versions.map((version) => versionAnswer(db, version));
  const last = said.at(-1) ?? versionAnswer(db, lastVersionOf(journal));
  const next = all.find(({ nominal }) => !settled.has(nominal)) ?? all.at(-1);
  return {
    ...last,
    id: row.id,
    name: row.name,
    amount: next
      ? amountOfOccurrence(db, organisation, journal, next)
      : amountOf(db, organisation, last.entry.lines, today),
    endedOn: row.endedOn,
    pauses: row.pauses.map(({ from, until }) => ({ from, until: until ?? null })),
    occurrences,
    next: ahead.slice(0, NEXT).map(({ date }) => date),
    versions: said,
    version: row.version,
  };
}

/** A date and what became of it, as it goes over the wire. */
export function occurrenceAnswer(
  occurrence: Occurrence,
  settled: Settled | undefined,
  today: CivilDate,
): OccurrenceResponse {
  const state = occurrenceState(occurrence, settled?.state, today);
  const entry = settled?.entry;
  return {
    nominal: occurrence.nominal,
    date: occurrence.date,
    state,
    isLate: state === 'due' && occurrence.date < today,
    entry: typeof entry === 'object' ? entryNumber(entry.year, entry.number) : (entry ?? null),
    reason: settled?.reason ?? null,
    draft: settled?.state === 'drafted' ? settled.draft : null,
    isDiscarded: settled?.isDiscarded ?? false,
  };
}

/** What a date comes to, as the books stand; nothing where that cannot be said. */
export function amountOfOccurrence(
  db: Db,
  organisation: Organisation,
  journal: RecurringJournal,
  occurrence: Occurrence,
): string {
  try {
    const { entry, isToBeCounted } = proposedPosting(db, organisation, journal, occurrence);
    return isToBeCounted ? '' : amountOf(db, organisation, entry.lines, occurrence.date);
  } catch (error) {
    if (error instanceof Refusal) return '';
    throw error;
  }
}

function versionAnswer(db: Db, version: VersionRow): RecurringVersionResponse {
  const { amounts = 'fixed', ...terms } = termsOfVersion(db, version);
  return {
    ...terms,
    amounts,
    from: version.from,
    schedule: version.schedule,
    scheduleWords: scheduleWords(version.schedule),
    entry: entryOfVersion(db, version),
    reverses: version.reverses,
    byItself: version.byItself,
    madeBy: nameOf(db, version.madeBy),
    madeAt: version.madeAt,
    approvedBy: version.approvedBy === null ? null : nameOf(db, version.approvedBy),
  };
}

function nameOf(db: Db, id: number): string {
  return db.select({ name: person.name }).from(person).where(eq(person.id, id)).get()?.name ?? '';
}
