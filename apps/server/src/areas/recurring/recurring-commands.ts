import type { PauseRequest, RecurringJournalRequest, RecurringJournalResponse } from '@just-ledger/contract';
import {
  addDays,
  checkEntry,
  type CivilDate,
  dayBefore,
  earlierOf,
  formatAmount,
  inProportion,
  isCivilDate,
  mayDo,
  isPlainText,
  laterOf,
  longDate,
  minor,
  problem,
  type Problem,
  readRecurringAmounts,
  type Schedule,
  isSchedule,
  scheduleProblems,
} from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import { nextId } from '../../platform/database/next-id.js';
import { recurringJournal, recurringVersion } from '../../platform/database/schema.js';
import { assertVersion, changedSince, Refusal, unprocessable } from '../../platform/problems/refusal.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { booksOf } from '../books/books-store.js';
import { withIds } from '../journal/kept-lines.js';
import { organisationOf, roleOf } from '../organisations/organisation-store.js';
import { todayOf } from '../organisations/today-of.js';
import { termsWithIds } from './kept-terms.js';
import { assetsOf, withTaxIn } from './proposed-entry.js';
import { recurringAnswer } from './recurring-answers.js';
import {
  lastVersionOf,
  type RecurringJournal,
  recurringJournalOf,
  type RecurringRow,
  settledOf,
} from './recurring-store.js';

/** Which recurring journal, and who acts. */
export interface JournalPlace {
  readonly organisation: number;
  readonly person: number;
  readonly id: number;
}

/** The kinds of entry that a recurring journal posts. */
export const RECURRING_KINDS = ['ordinary', 'adjusting'] as const;

/** A round amount in minor units that computed lines are tried on. */
const TRIED = minor(1_000_000);

/** Keeps a new recurring journal. */
export const keepRecurring = defineCommand(
  'keepRecurring',
  (
    context: WriteContext,
    { organisation, person, request }: Omit<JournalPlace, 'id'> & { request: RecurringJournalRequest },
  ): RecurringJournalResponse => {
    checkRequest(context, organisation, request);
    const id = nextId(context.db, recurringJournal, organisation);
    context.db.insert(recurringJournal).values({ organisation, id, name: request.name.trim(), pauses: [] }).run();
    addVersion(context, { organisation, person, id }, 1, dateAt('schedule.from', request.schedule.from), request);
    return recurringResponse(context, organisation, id);
  },
);

/** Changes a recurring journal from a nominal date on; what was settled stays, and so does what held before. */
export const changeRecurring = defineCommand(
  'changeRecurring',
  (
    context: WriteContext,
    { request, ...place }: JournalPlace & { request: RecurringJournalRequest },
  ): RecurringJournalResponse => {
    const { organisation, id } = place;
    const journal = recurringJournalOf(context.db, organisation, id);
    checkRequest(context, organisation, request);
    const from = changesFrom(context, journal, request);
    touched(context, journal.row, request.version ?? 0, { name: request.name.trim() });
    addVersion(context, place, lastVersionOf(journal).place + 1, from, request);
    return recurringResponse(context, organisation, id);
  },
);

/** Approves that what a version holds is posted by itself. @throws {Refusal} 422 where two people are asked for */
export const approveRecurring = defineCommand(
  'approveRecurring',
  (
    context: WriteContext,
    { organisation, id, person, version: lookedAt }: JournalPlace & { version: number },
  ): RecurringJournalResponse => {
    const journal = recurringJournalOf(context.db, organisation, id);
    assertVersion('recurring journal', lookedAt, journal.row.version);
    const version = lastVersionOf(journal);
    if (version.approvedBy !== null || version.byItself !== 'posts') {
      throw unprocessable('nothing-to-approve', '', `${journal.row.name} waits for no approval.`);
    }
    if (asksForTwo(context, organisation) && version.madeBy === person) {
      throw unprocessable('two-people', '', 'Somebody else than who made it approves it.');
    }
    context.db
      .update(recurringVersion)
      .set({ approvedBy: person, approvedAt: context.clock.moment() })
      .where(
        and(
          eq(recurringVersion.organisation, organisation),
          eq(recurringVersion.journal, id),
          eq(recurringVersion.place, version.place),
        ),
      )
      .run();
    touched(context, journal.row, lookedAt, {});
    return recurringResponse(context, organisation, id);
  },
);

/** Ends a recurring journal with today: what is due until then stays due, nothing more comes. */
export const endRecurring = defineCommand(
  'endRecurring',
  (
    context: WriteContext,
    { organisation, id, version }: Omit<JournalPlace, 'person'> & { version: number },
  ): RecurringJournalResponse => {
    const { row } = recurringJournalOf(context.db, organisation, id);
    touched(context, row, version, { endedOn: todayOf(context, organisation) });
    return recurringResponse(context, organisation, id);
  },
);

/** Lets a recurring journal rest: dates from a day on do not fall due, until another day or until it is taken up again. */
export const pauseRecurring = defineCommand(
  'pauseRecurring',
  (
    context: WriteContext,
    { organisation, id, request }: Omit<JournalPlace, 'person'> & { request: PauseRequest },
  ): RecurringJournalResponse => {
    const { row } = recurringJournalOf(context.db, organisation, id);
    const from = dateAt('from', request.from ?? addDays(todayOf(context, organisation), 1));
    const until = request.until === undefined ? undefined : dateAt('until', request.until);
    if (until !== undefined && until < from) {
      throw unprocessable('until-before-from', 'until', 'It ends before it begins.');
    }
    const meets = row.pauses.find((pause) => (pause.until ?? from) >= from && pause.from <= (until ?? pause.from));
    if (meets) {
      const message = `It is paused from ${longDate(meets.from)} already. Take it up again first.`;
      throw unprocessable('already-paused', 'from', message);
    }
    touched(context, row, request.version, { pauses: [...row.pauses, { from, ...(until && { until }) }] });
    return recurringResponse(context, organisation, id);
  },
);

/** Takes a recurring journal up again: what lies before today in its pause stays left out. */
export const resumeRecurring = defineCommand(
  'resumeRecurring',
  (
    context: WriteContext,
    { organisation, id, version }: Omit<JournalPlace, 'person'> & { version: number },
  ): RecurringJournalResponse => {
    const { row } = recurringJournalOf(context.db, organisation, id);
    const yesterday = dayBefore(todayOf(context, organisation));
    const isOver = ({ until }: { until?: CivilDate }): boolean => until !== undefined && until <= yesterday;
    if (row.pauses.every(isOver)) throw unprocessable('not-paused', '', `${row.name} is not paused.`);
    const pauses = row.pauses.flatMap((pause) => {
      if (isOver(pause)) return [pause];
      return pause.from > yesterday ? [] : [{ from: pause.from, until: yesterday }];
    });
    touched(context, row, version, { pauses });
    return recurringResponse(context, organisation, id);
  },
);

/** A recurring journal as it stands now. */
export function recurringResponse(context: WriteContext, organisation: number, id: number): RecurringJournalResponse {
  const today = todayOf(context, organisation);
  const journal = recurringJournalOf(context.db, organisation, id);
  return recurringAnswer(context.db, organisationOf(context.db, organisation), journal, today, today);
}

/** Counts a change of a journal. @throws {Refusal} 409 if it stands at another version by now */
function touched(
  { db }: WriteContext,
  { organisation, id }: RecurringRow,
  version: number,
  change: Partial<typeof recurringJournal.$inferInsert>,
): void {
  const row = db
    .update(recurringJournal)
    .set({ ...change, version: version + 1 })
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
}

/** A schedule whose problems have been looked for. @throws {Refusal} 422 if something is wrong with it */
function checkedSchedule(schedule: RecurringJournalRequest['schedule']): Schedule {
  if (!isSchedule(schedule)) throw new Refusal(422, scheduleProblems(schedule));
  return schedule;
}

function addVersion(
  context: WriteContext,
  { organisation, person, id }: JournalPlace,
  index: number,
  from: CivilDate,
  { schedule, entry, reverses, byItself = 'waits', ...terms }: RecurringJournalRequest,
): void {
  const books = booksOf(context, organisation);
  const isApprover = mayDo(roleOf(context.db, organisation, person) ?? 'reader', 'runRecurring');
  const isApproved = byItself === 'posts' && isApprover && !asksForTwo(context, organisation);
  const now = context.clock.moment();
  context.db
    .insert(recurringVersion)
    .values({
      organisation,
      journal: id,
      place: index,
      from,
      schedule: checkedSchedule(schedule),
      amounts: termsWithIds(terms, books.chart),
      entry: { ...entry, lines: withIds(entry.lines, books) },
      ...(reverses && { reverses }),
      byItself,
      madeBy: person,
      madeAt: now,
      ...(isApproved && { approvedBy: person, approvedAt: now }),
    })
    .run();
}

function asksForTwo({ db }: WriteContext, organisation: number): boolean {
  return organisationOf(db, organisation).twoPeopleFrom !== null;
}

/**
 * The nominal date from which a change holds: the one that was said; else the day its schedule begins, or the day after
 * the last date that is settled. As long as none is, it takes the place of what held before.
 *
 * @throws {Refusal} 422 if a date from there on is settled
 */
function changesFrom(context: WriteContext, journal: RecurringJournal, request: RecurringJournalRequest): CivilDate {
  const settled = [...settledOf(context.db, journal.row).keys()].sort();
  const last = settled.at(-1);
  if (request.changesFrom !== undefined) {
    const said = dateAt('changesFrom', request.changesFrom);
    if (last === undefined || said > last) return said;
    const message = `${longDate(last)} is settled and stays. Change it from a later date on.`;
    throw unprocessable('date-settled', 'changesFrom', message);
  }
  const begins = dateAt('schedule.from', request.schedule.from);
  const [first] = journal.versions;
  return last === undefined ? earlierOf(begins, first?.from ?? begins) : laterOf(addDays(last, 1), begins);
}

function dateAt(path: string, text: string): CivilDate {
  if (isCivilDate(text)) return text;
  throw unprocessable('not-a-date', path, `“${text}” is not a date.`);
}

/** Checks a journal as if it fell due today, so that what it posts later is sound as far as can be known. */
function checkRequest(context: WriteContext, organisation: number, request: RecurringJournalRequest): void {
  const { schedule } = request;
  const problems: Problem[] = scheduleProblems(schedule).map((found) => ({
    ...found,
    path: `schedule.${found.path}`,
  }));
  if (!isPlainText(request.name, 120))
    problems.push(problem('text', 'name', 'A name is up to 120 characters on one line.'));
  const books = { ...booksOf(context, organisation), lockedPeriods: new Set<never>() };
  const amounts = readRecurringAmounts(request, {
    currency: books.baseCurrency,
    accountOf: (number) => books.chart.byNumber.get(number.trim()),
    hasEnd: schedule.until !== undefined || schedule.count !== undefined,
  });
  if (!amounts.ok) problems.push(...amounts.problems);
  if (request.byItself === 'posts' && request.amounts === 'asked') {
    const message = 'Its amount is asked for each time: it can wait or lay a draft.';
    problems.push(problem('amount-asked', 'byItself', message));
  }
  if (request.byItself !== undefined && request.byItself !== 'waits' && request.target?.by === 'count') {
    problems.push(problem('count-asked', 'byItself', 'It waits until it is said what was counted.'));
  }
  const { firstDay } = books.calendar;
  const date = books.today < firstDay ? firstDay : books.today;
  const lines = amounts.ok ? triedLines(context, organisation, request, amounts.value.source) : request.entry.lines;
  const checked = checkEntry({ ...request.entry, lines, date }, books, 'recurring', RECURRING_KINDS);
  if (!checked.ok && amounts.ok) {
    problems.push(...checked.problems.map((found) => ({ ...found, path: `entry.${found.path}` })));
  }
  if (problems.length > 0) throw new Refusal(422, problems);
}

/** The lines of a journal with amounts to check them by, where they are computed. */
function triedLines(
  { db, clock }: WriteContext,
  organisation: number,
  request: RecurringJournalRequest,
  source: string,
): RecurringJournalRequest['entry']['lines'] {
  const record = organisationOf(db, organisation);
  const { lines } = request.entry;
  const tried = formatAmount(TRIED, record.baseCurrency);
  const pair = (debits: string, credits: string) => [
    { ...lines.find(({ account }) => account === debits), account: debits, debit: tried, credit: '' },
    { ...lines.find(({ account }) => account === credits), account: credits, credit: tried, debit: '' },
  ];
  switch (source) {
    case 'share-of-balance':
    case 'spread': {
      const by = withTaxIn(db, record, lines, clock.today(record.timeZone));
      const shared = inProportion(by, TRIED, record.baseCurrency);
      if (shared.length > 0) return shared;
      const message =
        'Write on both sides in which proportion the lines share the amount: 1 and 1, or 50, 30 and 20.';
      throw unprocessable('no-proportion', 'entry.lines', message);
    }
    case 'depreciation': {
      const { expense, accumulated, assetClass } = request.depreciation ?? {};
      if (!assetClass) return pair(expense ?? '', accumulated ?? '');
      const [first] = assetsOf(db, record, assetClass, clock.today(record.timeZone));
      if (first) return pair(first.expense, first.accumulated);
      throw unprocessable(
        'class-empty',
        'depreciation.assetClass',
        `No asset of “${assetClass}” is there to depreciate.`,
      );
    }
    case 'loan': {
      const { account = '', interestAccount = '', paymentAccount = '' } = request.loan ?? {};
      return [...pair(account, paymentAccount), ...pair(interestAccount, paymentAccount)];
    }
    case 'target': {
      const { account = '', against = '' } = request.target ?? {};
      return pair(account, against);
    }
    default:
      return lines;
  }
}
