import type {
  PostDueResponse,
  PostOccurrenceRequest,
  RecurringJournalRequest,
  RecurringJournalResponse,
  SkipOccurrenceRequest,
} from '@just-ledger/contract';
import {
  checkDate,
  checkEntry,
  type CivilDate,
  fiscalYearOf,
  isCivilDate,
  isPlainText,
  longDate,
  parseCivilDate,
  problem,
  type Problem,
  scheduleProblems,
  yearName,
} from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import { isRow, nextId } from '../../platform/database/next-id.js';
import { occurrence, recurringJournal } from '../../platform/database/schema.js';
import { changedSince, Refusal } from '../../platform/problems/refusal.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { booksOf } from '../books/books-store.js';
import { EntryAppender } from '../journal/append-entry.js';
import { withIds } from '../journal/kept-lines.js';
import { withRealised } from '../open-items/realised-lines.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { todayOf } from '../organisations/today-of.js';
import {
  dueDates,
  entryOfJournal,
  recurringResponse,
  type RecurringRow,
  recurringRowOf,
  recurringRows,
} from './recurring-store.js';

export interface JournalPlace {
  readonly organisation: number;
  readonly person: number;
  readonly id: number;
}

const RECURRING_KINDS = ['ordinary', 'adjusting'] as const;

/** Keeps a new recurring journal. */
export const keepRecurring = defineCommand(
  'keepRecurring',
  (
    context: WriteContext,
    { organisation, request }: { organisation: number; request: RecurringJournalRequest },
  ): RecurringJournalResponse => {
    checkRequest(context, organisation, request);
    const id = nextId(context.db, recurringJournal, organisation);
    const row = context.db
      .insert(recurringJournal)
      .values({ organisation, id, ...fieldsOf(context, organisation, request) })
      .returning()
      .get();
    return answer(context, row);
  },
);

/** Changes a recurring journal; what it has already posted stays. */
export const changeRecurring = defineCommand(
  'changeRecurring',
  (
    context: WriteContext,
    { organisation, id, request }: { organisation: number; id: number; request: RecurringJournalRequest },
  ): RecurringJournalResponse => {
    recurringRowOf(context.db, organisation, id);
    checkRequest(context, organisation, request);
    const version = request.version ?? 0;
    const row = context.db
      .update(recurringJournal)
      .set({ ...fieldsOf(context, organisation, request), version: version + 1 })
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
);

/** Ends a recurring journal with today: what is due until then stays due, nothing more comes. */
export const endRecurring = defineCommand(
  'endRecurring',
  (context: WriteContext, { organisation, id }: { organisation: number; id: number }): RecurringJournalResponse => {
    const { version } = recurringRowOf(context.db, organisation, id);
    const row = context.db
      .update(recurringJournal)
      .set({ endedOn: todayOf(context, organisation), version: version + 1 })
      .where(isRow(recurringJournal, organisation, id))
      .returning()
      .get();
    if (!row) throw changedSince('recurring journal');
    return answer(context, row);
  },
);

/** Posts one date that is due; the earliest comes first. */
export const postOccurrence = defineCommand(
  'postOccurrence',
  (
    context: WriteContext,
    { organisation, person, id, request }: JournalPlace & { request: PostOccurrenceRequest },
  ): RecurringJournalResponse => {
    const row = recurringRowOf(context.db, organisation, id);
    assertDue(context, row, request.date);
    postOn(context, organisation, person, row, request.date);
    return answer(context, row);
  },
);

/** Leaves out one date that is due, with a reason. */
export const skipOccurrence = defineCommand(
  'skipOccurrence',
  (
    context: WriteContext,
    { organisation, person, id, request }: JournalPlace & { request: SkipOccurrenceRequest },
  ): RecurringJournalResponse => {
    const row = recurringRowOf(context.db, organisation, id);
    assertDue(context, row, request.date, true);
    const settled = { settledAt: context.clock.moment(), settledBy: person };
    context.db
      .insert(occurrence)
      .values({
        organisation,
        journal: id,
        date: parseCivilDate(request.date),
        state: 'skipped',
        reason: request.reason.trim(),
        ...settled,
      })
      .run();
    return answer(context, row);
  },
);

/**
 * Posts everything that is due and lies in an open month, in the order of the dates; all of that, or nothing. What lies
 * in a locked month or a closed year stays due and is told.
 */
export const postDue = defineCommand(
  'postDue',
  (context: WriteContext, { organisation, person }: { organisation: number; person: number }): PostDueResponse => {
    const today = todayOf(context, organisation);
    const due = recurringRows(context.db, organisation)
      .flatMap((row) => dueDates(context.db, row, today).map((date) => ({ row, date })))
      .sort((a, b) => (a.date === b.date ? a.row.id - b.row.id : a.date < b.date ? -1 : 1))
      .map((one) => ({ ...one, why: whyShut(context, organisation, one.row, one.date) }));
    return {
      posted: due
        .filter(({ why }) => why === undefined)
        .map(({ row, date }) => ({
          journal: row.name,
          date,
          entry: postOn(context, organisation, person, row, date),
        })),
      left: due.flatMap(({ row, date, why }) =>
        why === undefined ? [] : [{ journal: row.name, date, message: why }],
      ),
    };
  },
);

function answer(context: WriteContext, row: RecurringRow): RecurringJournalResponse {
  const today = todayOf(context, row.organisation);
  return recurringResponse(context.db, organisationOf(context.db, row.organisation), row, today, today);
}

function fieldsOf(
  context: WriteContext,
  organisation: number,
  { name, schedule, entry }: RecurringJournalRequest,
): Pick<RecurringJournalRequest, 'name' | 'schedule' | 'entry'> {
  const lines = withIds(entry.lines, booksOf(context, organisation));
  return { name: name.trim(), schedule: { ...schedule }, entry: { ...entry, lines } };
}

/** Checks a journal as if it fell due today, so that what it posts later is sound as far as can be known. */
function checkRequest(context: WriteContext, organisation: number, request: RecurringJournalRequest): void {
  const problems: Problem[] = scheduleProblems(request.schedule).map((found) => ({
    ...found,
    path: `schedule.${found.path}`,
  }));
  if (!isPlainText(request.name, 120))
    problems.push(problem('text', 'name', 'A name is up to 120 characters on one line.'));
  const books = { ...booksOf(context, organisation), lockedPeriods: new Set<never>() };
  const { firstDay } = books.calendar;
  const date = books.today < firstDay ? firstDay : books.today;
  const checked = checkEntry({ ...request.entry, date }, books, 'recurring', RECURRING_KINDS);
  if (!checked.ok) problems.push(...checked.problems.map((found) => ({ ...found, path: `entry.${found.path}` })));
  if (problems.length > 0) throw new Refusal(422, problems);
}

/**
 * Only dates that are due can be posted or skipped, and the earliest comes first. One that lies in a locked month or a
 * closed year holds nothing up: it can be skipped, and what is due later can be posted.
 */
function assertDue(context: WriteContext, row: RecurringRow, date: string, isSkipped = false): void {
  const { organisation } = row;
  const due = dueDates(context.db, row, todayOf(context, organisation));
  if (!due.some((one) => one === date))
    throw new Refusal(422, [
      problem('not-due', 'date', `${row.name} is not due on ${isCivilDate(date) ? longDate(date) : date}.`),
    ]);
  const shut = whyShut(context, organisation, row, date as CivilDate);
  if (shut !== undefined && !isSkipped) throw new Refusal(422, [problem('period-locked', 'date', shut)]);
  const before = due.find((one) => one < date && whyShut(context, organisation, row, one) === undefined);
  if (shut !== undefined || before === undefined) return;
  const message = `${row.name} is also due on ${longDate(before)}; post or skip that date first.`;
  throw new Refusal(422, [problem('not-due', 'date', message)]);
}

/** Why a date of a journal cannot be posted now, and what to do; undefined where it lies in an open month. */
function whyShut(
  context: WriteContext,
  organisation: number,
  row: RecurringRow,
  date: CivilDate,
): string | undefined {
  const checked = checkDate(date, 'ordinary', booksOf(context, organisation));
  if (checked.ok) return undefined;
  const { calendar, closedYears } = booksOf(context, organisation);
  const year = fiscalYearOf(calendar, date);
  const isClosed = date >= calendar.firstDay && closedYears?.has(year.label);
  const how = isClosed
    ? `${yearName(year)} is closed. Skip this date with a reason, or reopen the year.`
    : `${checked.problems[0]?.message ?? ''} Or skip this date with a reason.`;
  return `${row.name}, ${longDate(date)}: ${how}`;
}

/** Posts one date of a journal. @returns the number of its entry */
function postOn(
  context: WriteContext,
  organisation: number,
  person: number,
  row: RecurringRow,
  date: string,
): string {
  const books = booksOf(context, organisation);
  const request = entryOfJournal(context.db, row);
  const checked = checkEntry({ ...request, date }, books, 'recurring', RECURRING_KINDS);
  if (!checked.ok) {
    throw new Refusal(
      422,
      checked.problems.map((found) => ({
        ...found,
        message: `${row.name}, ${longDate(parseCivilDate(date))}: ${found.message}`,
      })),
    );
  }
  const whole = withRealised(context.db, organisation, books, checked.value);
  const { place, number } = new EntryAppender(context, { organisation, person, source: 'recurring' }, books).append(
    whole,
  );
  const settled = { settledAt: context.clock.moment(), settledBy: person };
  context.db
    .insert(occurrence)
    .values({ organisation, journal: row.id, date: parseCivilDate(date), state: 'posted', entry: place, ...settled })
    .run();
  return number;
}
