import { organisation as organisations } from '../../platform/database/schema.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { Refusal } from '../../platform/problems/refusal.js';
import { isAtRest } from '../organisations/organisation-store.js';
import { todayOf } from '../organisations/today-of.js';
import { settleDrafted, settlePosted, whyNot } from './occurrence-commands.js';
import { dueOccurrences, type RecurringJournal, recurringJournalsOf, versionOf } from './recurring-store.js';

/** A date that the server could not settle, for a reason that nobody reckoned with. */
export interface FailedOccurrence {
  readonly organisation: number;
  readonly journal: number;
  readonly date: string;
  readonly error: string;
}

/**
 * Lays drafts and posts where recurring journals do so by themselves and a date has come: each date in a step of its
 * own, in order, once. Where one cannot be posted, the later ones of its journal wait for it, and it stays due.
 */
export const doRecurringByItself = defineCommand('doRecurringByItself', (context: WriteContext): FailedOccurrence[] =>
  context.db
    .select({ id: organisations.id })
    .from(organisations)
    .all()
    .filter(({ id }) => !isAtRest(context.db, id))
    .flatMap(({ id }) => recurringJournalsOf(context.db, id).flatMap((journal) => doJournal(context, journal))),
);

function doJournal(context: WriteContext, journal: RecurringJournal): FailedOccurrence[] {
  const { organisation, id } = journal.row;
  if (journal.versions.every(({ byItself }) => byItself === 'waits')) return [];
  for (const dueOccurrence of dueOccurrences(context.db, journal, todayOf(context, organisation))) {
    const { byItself, madeBy, approvedBy } = versionOf(journal, dueOccurrence);
    try {
      if (byItself === 'drafts') {
        inStep(context, () =>
          settleDrafted(context, { organisation, person: madeBy, isByItself: true }, journal, dueOccurrence),
        );
      } else if (
        byItself === 'posts' &&
        approvedBy !== null &&
        whyNot(context, journal, dueOccurrence, approvedBy) === undefined
      ) {
        inStep(context, () =>
          settlePosted(context, { organisation, person: approvedBy, isByItself: true }, journal, dueOccurrence),
        );
      } else {
        return [];
      }
    } catch (error) {
      if (error instanceof Refusal) return [];
      return [
        {
          organisation,
          journal: id,
          date: dueOccurrence.nominal,
          error: error instanceof Error ? error.message : String(error),
        },
      ];
    }
  }
  return [];
}

function inStep(context: WriteContext, work: () => unknown): void {
  context.db.$client.transaction(work)();
}
