import type {
  EntryResponse,
  GiveUpReversalRequest,
  PlanReversalRequest,
  ReverseRequest,
} from '@just-ledger/contract';
import { checkReversalDate } from '@just-ledger/core';
import { changedSince, notFound, Refusal, unprocessable } from '../../platform/problems/refusal.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { booksOf } from '../books/books-store.js';
import { isAtRest, organisationOf } from '../organisations/organisation-store.js';
import type { Posting } from './entry-commands.js';
import { entryFileOf } from './entry-file-store.js';
import { entryAnswers, entryRowOf, findEntryRow, reversalNumberOf } from './entry-store.js';
import { idempotent } from './idempotency.js';
import { plainLines } from './plain-lines.js';
import type { EntryRow } from './posted-entries.js';
import { plansOf, recordPlan, type ReversalPlan, waitingPlans } from './reversal-plans.js';
import { postReversal, reverseIfDue } from './reverse-entry.js';

/** Who plans for which entry. */
interface Planning {
  readonly organisation: number;
  readonly person: number;
  readonly number: string;
}

/** Posts the opposite of an entry and links the two. */
export const reverseEntry = defineCommand(
  'reverseEntry',
  (
    context: WriteContext,
    { number, request, ...posting }: Posting & { number: string; request: ReverseRequest },
  ): EntryResponse => {
    return idempotent(context, { ...posting, key: posting.key, request: { number, request } }, () => {
      const { organisation } = posting;
      const row = entryRowOf(context.db, organisation, number);
      const { place } = postReversal(context, booksOf(context, organisation), { ...posting, row, ...request });
      return answer(context, organisation, place);
    });
  },
);

/** Says on which day an entry is reversed by itself, or on which other. */
export const planReversal = defineCommand(
  'planReversal',
  (context: WriteContext, { request, ...planning }: Planning & { request: PlanReversalRequest }): EntryResponse => {
    const { organisation, person, number } = planning;
    const row = rowToPlan(context, planning);
    assertPlanned(context, planning, row, request.was);
    const checked = checkReversalDate(request.date, row, booksOf(context, organisation));
    if (!checked.ok)
      throw new Refusal(
        422,
        checked.problems.map((found) => ({ ...found, path: 'date' })),
      );
    const plan = { organisation, person, entry: row.place };
    if (currentPlan(context, organisation, row)?.date !== checked.value) {
      recordPlan(context, plan, { date: checked.value });
    }
    reverseIfDue(context, plan);
    return answer(context, organisation, entryRowOf(context.db, organisation, number).place);
  },
);

/** Gives up that an entry is reversed by itself. */
export const giveUpReversal = defineCommand(
  'giveUpReversal',
  (context: WriteContext, { request, ...planning }: Planning & { request: GiveUpReversalRequest }): EntryResponse => {
    const { organisation, person, number } = planning;
    const row = rowToPlan(context, planning);
    if (!currentPlan(context, organisation, row)?.date) {
      throw unprocessable('not-planned', '', `Entry ${number} is not to be reversed by itself.`);
    }
    assertPlanned(context, planning, row, request.was);
    const reason = plainLines(request.reason, 'reason', 'Say why it is not reversed.');
    recordPlan(context, { organisation, person, entry: row.place }, { reason });
    return answer(context, organisation, row.place);
  },
);

/** A reversal that could not be posted by itself, for a reason that nobody reckoned with. */
export interface FailedReversal {
  readonly organisation: number;
  readonly entry: number;
  readonly error: string;
}

/**
 * Posts every reversal whose day has come and whose month is open, each in a step of its own. The others wait; nothing
 * is ever reversed twice, since an entry has one reversal at most.
 */
export const postPlannedReversals = defineCommand('postPlannedReversals', (context: WriteContext): FailedReversal[] =>
  waitingPlans(context.db).flatMap(({ organisation, entry, by }): FailedReversal[] => {
    // while a file of entries is posted it may take back what waits here
    if (isAtRest(context.db, organisation) || entryFileOf(context.db, organisation)) return [];
    try {
      context.db.$client.transaction(() => reverseIfDue(context, { organisation, entry, person: by }))();
      return [];
    } catch (error) {
      return [{ organisation, entry, error: error instanceof Error ? error.message : String(error) }];
    }
  }),
);

/** @throws {Refusal} 409 if the entry is planned to be reversed on another day by now than was looked at */
function assertPlanned(
  context: WriteContext,
  { organisation }: Planning,
  row: EntryRow,
  was: string | undefined,
): void {
  if ((currentPlan(context, organisation, row)?.date ?? undefined) !== was) throw changedSince('entry', 'was');
}

/** An entry that can still be planned for. */
function rowToPlan({ db }: WriteContext, { organisation, number }: Planning): EntryRow {
  const row = entryRowOf(db, organisation, number);
  const reversedBy = reversalNumberOf(db, organisation, row.place);
  if (!reversedBy) return row;
  throw unprocessable('already-reversed', '', `Entry ${number} is already reversed by ${reversedBy}.`);
}

function currentPlan({ db }: WriteContext, organisation: number, { place }: EntryRow): ReversalPlan | undefined {
  return plansOf(db, organisation, [place]).get(place);
}

function answer({ db }: WriteContext, organisation: number, index: number): EntryResponse {
  const row = findEntryRow(db, organisation, index);
  const [made] = row ? entryAnswers(db, organisationOf(db, organisation), [row]) : [];
  if (!made) throw notFound('entry');
  return made;
}
