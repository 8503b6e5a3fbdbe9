import type { ProposedOccurrenceResponse } from '@just-ledger/contract';
import { type Books, checkDate, checkEntry, type CivilDate, type Occurrence } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { Refusal } from '../../platform/problems/refusal.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { countedBefore } from './counted-before.js';
import { type FactsOfDate, reckoningAnswer } from './occurrence-figures.js';
import { postedLines } from './posted-lines.js';
import { amountOf, proposedPosting, type ProposedPosting } from './proposed-entry.js';
import { occurrenceAnswer } from './recurring-answers.js';
import { RECURRING_KINDS } from './recurring-commands.js';
import { type RecurringJournal, type Settled, termsOfVersion, versionOf } from './recurring-store.js';

/** What dates are told by. */
export interface DatesReading {
  readonly db: Db;
  readonly organisation: Organisation;
  readonly books: Books;
  readonly today: CivilDate;
}

/**
 * A date with what it posted, or would post as the books stand.
 *
 * @param facts what is known of this date only
 * @throws {Refusal} 422 at the field of the facts
 */
export function proposedOccurrence(
  reading: DatesReading,
  journal: RecurringJournal,
  occurrence: Occurrence,
  settled: Settled | undefined,
  facts: FactsOfDate = {},
): ProposedOccurrenceResponse {
  const { db, organisation, today } = reading;
  const answer = {
    ...occurrenceAnswer(occurrence, settled, today),
    reckoning: settled?.reckoning ? reckoningAnswer(organisation, settled.reckoning) : null,
    countedBefore: null,
    lacks: null,
  };
  if (answer.entry !== null) {
    const lines = postedLines(db, organisation, answer.entry);
    return { ...answer, amount: amountOf(db, organisation, lines, occurrence.date), lines };
  }
  try {
    const proposed = proposedPosting(db, organisation, journal, occurrence, facts);
    const { lines } = proposed.entry;
    const isOpen = answer.state === 'due' || answer.state === 'to-come';
    return {
      ...answer,
      amount: amountOf(db, organisation, lines, occurrence.date),
      lines,
      reckoning: answer.reckoning ?? (proposed.reckoning ? reckoningAnswer(organisation, proposed.reckoning) : null),
      countedBefore: proposed.isToBeCounted ? countedBefore(db, organisation, journal, occurrence) : null,
      lacks: isOpen ? lackOf(reading, journal, occurrence, proposed) : null,
    };
  } catch (error) {
    // what was said of this date is refused where it was said
    if (!(error instanceof Refusal) || Object.values(facts).some((fact) => fact !== undefined)) throw error;
    return { ...answer, amount: '', lines: [], lacks: { what: 'other', message: error.message } };
  }
}

/** Why a date cannot be posted as it is; nothing where it can. */
function lackOf(
  { db, books }: DatesReading,
  journal: RecurringJournal,
  occurrence: Occurrence,
  { entry, isToBeCounted }: ProposedPosting,
): ProposedOccurrenceResponse['lacks'] {
  const day = checkDate(occurrence.date, 'ordinary', books);
  if (!day.ok) return { what: 'open-month', message: day.problems[0]?.message ?? '' };
  if (termsOfVersion(db, versionOf(journal, occurrence)).amounts === 'asked')
    return { what: 'amount', message: 'Say what it comes to.' };
  if (isToBeCounted) return { what: 'count', message: 'Say what was counted.' };
  if (entry.lines.length === 0) return null;
  const checked = checkEntry(entry, books, 'recurring', RECURRING_KINDS);
  return checked.ok ? null : { what: 'other', message: checked.problems[0]?.message ?? '' };
}
