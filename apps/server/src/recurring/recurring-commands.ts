import type {
  PostDueAnswer,
  PostOccurrenceRequest,
  RecurringJournalAnswer,
  RecurringJournalRequest,
  SkipOccurrenceRequest,
} from '@just-ledger/contract';
import { checkEntry, isPlainText, problem, scheduleProblems, type Problem } from '@just-ledger/core';
import { and, eq, sql } from 'drizzle-orm';
import { occurrence, recurringJournal } from '../database/schema.js';
import { EntryAppender } from '../journal/append-entry.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { Refusal, changedSince } from '../problems/refusal.js';
import type { WriteContext } from '../workers/write-context.js';
import { dueDates, recurringAnswer, recurringRowOf, recurringRows, type RecurringRow } from './recurring-store.js';

export interface JournalPlace {
  readonly organisation: number;
  readonly person: number;
  readonly id: number;
}

const RECURRING_KINDS = ['ordinary', 'adjusting'] as const;

/** What changes recurring journals and posts what is due. */
export const recurringCommands = {
  /** Keeps a new recurring journal. */
  keepRecurring(
    context: WriteContext,
    { organisation, request }: { organisation: number; request: RecurringJournalRequest },
  ): RecurringJournalAnswer {
    checkRequest(context, organisation, request);
    const id = sql<number>`(SELECT coalesce(max(id), 0) + 1 FROM recurring_journal WHERE organisation = ${organisation})`;
    const row = context.db
      .insert(recurringJournal)
      .values({ organisation, id, ...fieldsOf(request) })
      .returning()
      .get();
    return answer(context, row);
  },

  /** Changes a recurring journal; what it has already posted stays. */
  changeRecurring(
    context: WriteContext,
    { organisation, id, request }: { organisation: number; id: number; request: RecurringJournalRequest },
  ): RecurringJournalAnswer {
    recurringRowOf(context.db, organisation, id);
    checkRequest(context, organisation, request);
    const version = request.version ?? 0;
    const row = context.db
      .update(recurringJournal)
      .set({ ...fieldsOf(request), version: version + 1 })
      .where(
        and(
          eq(recurringJournal.organisation, organisation),
          eq(recurringJournal.id, id),
          eq(recurringJournal.version, version),
        ),
      )
      .returning()
      .get();
    if (!row) throw changedSince('recurring journal');
    return answer(context, row);
  },

  /** Ends a recurring journal with today: what is due until then stays due, nothing more comes. */
  endRecurring(
    context: WriteContext,
    { organisation, id }: { organisation: number; id: number },
  ): RecurringJournalAnswer {
    const { version } = recurringRowOf(context.db, organisation, id);
    const row = context.db
      .update(recurringJournal)
      .set({ endedOn: context.clock.today(), version: version + 1 })
      .where(and(eq(recurringJournal.organisation, organisation), eq(recurringJournal.id, id)))
      .returning()
      .get();
    if (!row) throw changedSince('recurring journal');
    return answer(context, row);
  },

  /** Posts one date that is due; the earliest comes first. */
  postOccurrence(
    context: WriteContext,
    { organisation, person, id, request }: JournalPlace & { request: PostOccurrenceRequest },
  ): RecurringJournalAnswer {
    const row = recurringRowOf(context.db, organisation, id);
    assertDue(context, row, request.date);
    postOn(context, organisation, person, row, request.date);
    return answer(context, row);
  },

  /** Leaves out one date that is due, with a reason. */
  skipOccurrence(
    context: WriteContext,
    { organisation, person, id, request }: JournalPlace & { request: SkipOccurrenceRequest },
  ): RecurringJournalAnswer {
    const row = recurringRowOf(context.db, organisation, id);
    assertDue(context, row, request.date);
    const settled = { settledAt: context.clock.moment(), settledBy: person };
    context.db
      .insert(occurrence)
      .values({
        organisation,
        journal: id,
        date: request.date,
        state: 'skipped',
        reason: request.reason.trim(),
        ...settled,
      })
      .run();
    return answer(context, row);
  },

  /** Posts everything that is due, in the order of the dates; all of it, or nothing. */
  postDue(context: WriteContext, { organisation, person }: { organisation: number; person: number }): PostDueAnswer {
    const today = context.clock.today();
    const due = recurringRows(context.db, organisation)
      .flatMap((row) => dueDates(context.db, row, today).map((date) => ({ row, date })))
      .sort((a, b) => (a.date === b.date ? a.row.id - b.row.id : a.date < b.date ? -1 : 1));
    return {
      posted: due.map(({ row, date }) => ({
        journal: row.name,
        date,
        entry: postOn(context, organisation, person, row, date),
      })),
    };
  },
};

function answer(context: WriteContext, row: RecurringRow): RecurringJournalAnswer {
  const today = context.clock.today();
  return recurringAnswer(context.db, organisationOf(context.db, row.organisation), row, today, today);
}

function fieldsOf(request: RecurringJournalRequest): {
  name: string;
  schedule: Record<string, unknown>;
  entry: Record<string, unknown>;
} {
  return { name: request.name.trim(), schedule: { ...request.schedule }, entry: { ...request.entry } };
}

/** Checks a journal as if it fell due today, so that what it posts later is sound as far as can be known. */
function checkRequest(context: WriteContext, organisation: number, request: RecurringJournalRequest): void {
  const problems: Problem[] = scheduleProblems(request.schedule).map((found) => ({
    ...found,
    path: `schedule.${found.path}`,
  }));
  if (!isPlainText(request.name, 120))
    problems.push(problem('text', 'name', 'A name is up to 120 characters on one line.'));
  const books = { ...context.booksOf(organisation), lockedPeriods: new Set<never>() };
  const { firstDay } = books.calendar;
  const date = books.today < firstDay ? firstDay : books.today;
  const checked = checkEntry({ ...request.entry, date }, books, 'recurring', RECURRING_KINDS);
  if (!checked.ok) problems.push(...checked.problems.map((found) => ({ ...found, path: `entry.${found.path}` })));
  if (problems.length > 0) throw new Refusal(422, problems);
}

/** Only dates that are due can be posted or skipped, and the earliest comes first. */
function assertDue(context: WriteContext, row: RecurringRow, date: string): void {
  const [earliest, ...later] = dueDates(context.db, row, context.clock.today());
  if (earliest === date) return;
  const message = later.some((other) => other === date)
    ? `${row.name} is also due on ${earliest}; post or skip that date first.`
    : `${row.name} is not due on ${date}.`;
  throw new Refusal(422, [problem('not-due', 'date', message)]);
}

/** Posts one date of a journal. @returns the number of its entry */
function postOn(
  context: WriteContext,
  organisation: number,
  person: number,
  row: RecurringRow,
  date: string,
): string {
  const books = context.booksOf(organisation);
  const request = row.entry as unknown as RecurringJournalRequest['entry'];
  const checked = checkEntry({ ...request, date }, books, 'recurring', RECURRING_KINDS);
  if (!checked.ok) {
    throw new Refusal(
      422,
      checked.problems.map((found) => ({ ...found, message: `${row.name}, ${date}: ${found.message}` })),
    );
  }
  const { place, number } = new EntryAppender(context, { organisation, person, source: 'recurring' }, books).append(
    checked.value,
  );
  const settled = { settledAt: context.clock.moment(), settledBy: person };
  context.db
    .insert(occurrence)
    .values({ organisation, journal: row.id, date, state: 'posted', entry: place, ...settled })
    .run();
  return number;
}
