import type { ProposedOccurrenceResponse } from '@just-ledger/contract';
import { type Books, checkDate, checkEntry, type CivilDate, type Occurrence } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { Refusal } from '../../platform/problems/refusal.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { amountOf, proposedEntry } from './proposed-entry.js';
import { postedLines } from './posted-lines.js';
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

/** A date with what it posted, or would post as the books stand. */
export function proposedOccurrence(
  { db, organisation, books, today }: DatesReading,
  journal: RecurringJournal,
  one: Occurrence,
  settled: Settled | undefined,
): ProposedOccurrenceResponse {
  const answer = occurrenceAnswer(one, settled, today);
  if (answer.entry !== null) {
    const lines = postedLines(db, organisation, answer.entry);
    return { ...answer, amount: amountOf(db, organisation, lines, one.date), lines, lacks: null };
  }
  try {
    const entry = proposedEntry(db, organisation, journal, one);
    return {
      ...answer,
      amount: amountOf(db, organisation, entry.lines, one.date),
      lines: entry.lines,
      lacks: answer.state === 'due' || answer.state === 'to-come' ? lackOf() : null,
    };

    function lackOf(): ProposedOccurrenceResponse['lacks'] {
      const day = checkDate(one.date, 'ordinary', books);
      if (!day.ok) return { what: 'open-month', message: day.problems[0]?.message ?? '' };
      if (termsOfVersion(db, versionOf(journal, one)).amounts === 'asked')
        return { what: 'amount', message: 'Say what it comes to.' };
      if (entry.lines.length === 0) return null;
      const checked = checkEntry(entry, books, 'recurring', RECURRING_KINDS);
      return checked.ok ? null : { what: 'other', message: checked.problems[0]?.message ?? '' };
    }
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return { ...answer, amount: '', lines: [], lacks: { what: 'other', message: error.message } };
  }
}
