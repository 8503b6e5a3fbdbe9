import type {
  DraftOccurrenceRequest,
  LookedAt,
  PostDueQuery,
  PostDueResponse,
  PostOccurrenceRequest,
  RecurringJournalResponse,
  SkipOccurrenceRequest,
  ToldRequest,
} from '@just-ledger/contract';
import {
  checkDate,
  checkEntry,
  type CivilDate,
  earlierOf,
  fiscalYearOf,
  formatAmount,
  isCivilDate,
  isPlainText,
  longDate,
  type Occurrence,
  type Reckoning,
  problem,
  yearName,
} from '@just-ledger/core';
import { and, eq, isNull, lte } from 'drizzle-orm';
import { occurrence } from '../../platform/database/schema.js';
import { assertVersion, Refusal, unprocessable } from '../../platform/problems/refusal.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { booksFor } from '../books/books-store.js';
import { EntryAppender } from '../journal/append-entry.js';
import { keepDraft } from '../journal/draft-commands.js';
import { recordPlan } from '../journal/reversal-plans.js';
import { reverseIfDue } from '../journal/reverse-entry.js';
import { withRealised } from '../open-items/realised-lines.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { todayOf } from '../organisations/today-of.js';
import type { FactsOfDate } from './occurrence-figures.js';
import { type OtherAmounts, type ProposedPosting, proposedPosting } from './proposed-entry.js';
import { type JournalPlace, RECURRING_KINDS, recurringResponse } from './recurring-commands.js';
import {
  dueOccurrences,
  type RecurringJournal,
  recurringJournalOf,
  recurringJournalsOf,
  settledOf,
  termsOfVersion,
  versionOf,
} from './recurring-store.js';

/** Who settles a date: a person, or the server in the name of one. */
export interface Settling {
  readonly organisation: number;
  readonly person: number;
  readonly isByItself?: boolean;
}

/** What became of a date: an entry’s number, the id of a draft, or neither where it came to nothing. */
export interface SettledAs {
  readonly entry?: string;
  readonly draft?: number;
}

/** Posts one date that is due; the earliest comes first. */
export const postOccurrence = defineCommand(
  'postOccurrence',
  (
    context: WriteContext,
    { request, ...place }: JournalPlace & { request: PostOccurrenceRequest },
  ): RecurringJournalResponse => {
    const { organisation, person, id } = place;
    const journal = lookedAtJournal(context, place, request);
    const occurrence = dueAt(context, journal, request.date);
    assertNext(context, journal, occurrence, person);
    settlePosted(context, place, journal, occurrence, request);
    return recurringResponse(context, organisation, id);
  },
);

/** Lays one date that is due as a draft. */
export const draftOccurrence = defineCommand(
  'draftOccurrence',
  (
    context: WriteContext,
    { request, ...place }: JournalPlace & { request: DraftOccurrenceRequest },
  ): RecurringJournalResponse => {
    const { organisation, id } = place;
    const journal = lookedAtJournal(context, place, request);
    settleDrafted(context, place, journal, dueAt(context, journal, request.date), request);
    return recurringResponse(context, organisation, id);
  },
);

/** Leaves out one date that is due, or one whose draft was discarded, for a reason. */
export const skipOccurrence = defineCommand(
  'skipOccurrence',
  (
    context: WriteContext,
    { request, ...place }: JournalPlace & { request: SkipOccurrenceRequest },
  ): RecurringJournalResponse => {
    const { organisation, id, person } = place;
    const reason = request.reason.trim();
    if (reason === '' || !isPlainText(reason, 200)) throw unprocessable('text', 'reason', 'Say why, on one line.');
    const journal = lookedAtJournal(context, place, request);
    const drafted = [...settledOf(context.db, journal.row)].find(
      ([nominal, settled]) => nominal === request.date && settled.state === 'drafted' && settled.isDiscarded,
    );
    if (drafted) {
      context.db
        .update(occurrence)
        .set({ state: 'skipped', reason, settledAt: context.clock.moment(), settledBy: person })
        .where(isOccurrence(journal, drafted[0]))
        .run();
    } else {
      const occurrence = dueAt(context, journal, request.date);
      assertNext(context, journal, occurrence, person);
      settle(context, place, journal, occurrence, { state: 'skipped', reason });
    }
    return recurringResponse(context, organisation, id);
  },
);

/** The journal that somebody looked at. @throws {Refusal} 409 if it is another by now */
function lookedAtJournal(
  { db }: WriteContext,
  { organisation, id }: Omit<JournalPlace, 'person'>,
  { version }: LookedAt,
): RecurringJournal {
  const journal = recurringJournalOf(db, organisation, id);
  assertVersion('recurring journal', version, journal.row.version);
  return journal;
}

/**
 * Posts everything that is due and can be posted, in the order of the dates; all of that, or nothing. What lies in a
 * locked month or a closed year, and what asks for its amount, stays due and is told.
 */
export const postDue = defineCommand(
  'postDue',
  (
    context: WriteContext,
    { organisation, person, query = {} }: { organisation: number; person: number; query?: PostDueQuery },
  ): PostDueResponse => {
    const today = todayOf(context, organisation);
    const until = query.until === undefined ? today : dayUntil(query.until, today);
    const due = recurringJournalsOf(context.db, organisation)
      .flatMap((journal) =>
        dueOccurrences(context.db, journal, until).map((dueOccurrence) => ({ journal, one: dueOccurrence })),
      )
      .filter(({ journal, one }) => query.kind === undefined || versionOf(journal, one).entry.kind === query.kind)
      .sort((a, b) =>
        a.one.date === b.one.date ? a.journal.row.id - b.journal.row.id : a.one.date < b.one.date ? -1 : 1,
      );
    const answer: PostDueResponse = { posted: [], left: [] };
    for (const { journal, one } of due) {
      const said = { journal: journal.row.name, date: one.date };
      const why = whyNot(context, journal, one, person);
      if (why !== undefined) answer.left.push({ ...said, message: why });
      else {
        const { entry } = settlePosted(context, { organisation, person }, journal, one);
        if (entry !== undefined) answer.posted.push({ ...said, entry });
      }
    }
    return answer;
  },
);

/** The last day of what is posted: never one to come. @throws {Refusal} 422 */
function dayUntil(text: string, today: CivilDate): CivilDate {
  if (!isCivilDate(text)) throw unprocessable('not-a-date', 'until', `“${text}” is not a date.`);
  return earlierOf(text, today);
}

/** What the server did by itself up to a moment has been read. */
export const noteTold = defineCommand(
  'noteTold',
  (context: WriteContext, { organisation, request }: { organisation: number; request: ToldRequest }): void => {
    context.db
      .update(occurrence)
      .set({ toldAt: context.clock.moment() })
      .where(
        and(
          eq(occurrence.organisation, organisation),
          eq(occurrence.isByItself, true),
          isNull(occurrence.toldAt),
          lte(occurrence.settledAt, request.until),
        ),
      )
      .run();
  },
  { besideEntryFile: 'allowed' },
);

/** Posts one date; one that comes to nothing is settled without an entry. @throws {Refusal} 422 */
export function settlePosted(
  context: WriteContext,
  settling: Settling,
  journal: RecurringJournal,
  occurrence: Occurrence,
  other: OtherAmounts = {},
): SettledAs {
  const { organisation, person } = settling;
  const { amounts } = termsOfVersion(context.db, versionOf(journal, occurrence));
  if (amounts === 'asked' && other.amount === undefined && other.lines === undefined) {
    throw unprocessable(
      'amount-asked',
      'amount',
      `${journal.row.name}: say what ${longDate(occurrence.date)} comes to.`,
    );
  }
  const proposed = proposedPosting(context.db, organisationOf(context.db, organisation), journal, occurrence, other);
  const { entry, reckoning } = proposed;
  assertCounted(journal, occurrence, proposed);
  assertAsShown(context, journal, reckoning, other.change);
  if (entry.lines.length === 0) return settleAsNothing(context, settling, journal, occurrence, reckoning);
  const books = booksFor(context, settling);
  const checked = checkEntry(entry, books, 'recurring', RECURRING_KINDS);
  if (!checked.ok) {
    const title = `${journal.row.name}, ${longDate(occurrence.date)}`;
    throw new Refusal(
      422,
      checked.problems.map((found) => ({ ...found, message: `${title}: ${found.message}` })),
    );
  }
  const whole = withRealised(context.db, organisation, books, checked.value);
  const appender = new EntryAppender(context, { organisation, person, source: 'recurring' }, books);
  const { place, number } = appender.append(whole);
  settle(context, settling, journal, occurrence, { state: 'posted', entry: place, reckoning });
  if (whole.reversesOn) {
    recordPlan(context, { organisation, entry: place, person }, { date: whole.reversesOn });
    reverseIfDue(context, { organisation, entry: place, person });
  }
  return { entry: number };
}

/** Lays one date as a draft; one that comes to nothing is settled without. */
export function settleDrafted(
  context: WriteContext,
  settling: Settling,
  journal: RecurringJournal,
  occurrence: Occurrence,
  facts: FactsOfDate = {},
): SettledAs {
  const { organisation, person } = settling;
  const proposed = proposedPosting(context.db, organisationOf(context.db, organisation), journal, occurrence, facts);
  const { entry, reckoning } = proposed;
  assertCounted(journal, occurrence, proposed);
  if (entry.lines.length === 0) return settleAsNothing(context, settling, journal, occurrence, reckoning);
  const { id } = keepDraft(context, { organisation, person, request: { ...entry, lines: [...entry.lines] } });
  settle(context, settling, journal, occurrence, { state: 'drafted', draft: id, reckoning });
  return { draft: id };
}

/** Why somebody cannot post a date without being asked about, and what to do; undefined where it can be. */
export function whyNot(
  context: WriteContext,
  journal: RecurringJournal,
  occurrence: Occurrence,
  person: number,
): string | undefined {
  const shut = whyShut(context, journal, occurrence, person);
  if (shut !== undefined) return shut;
  const { amounts, target } = termsOfVersion(context.db, versionOf(journal, occurrence));
  const said = `${journal.row.name}, ${longDate(occurrence.date)}`;
  if (amounts === 'target' && target?.by === 'count') return `${said}: say what was counted.`;
  return amounts === 'asked' ? `${said}: say what it comes to.` : undefined;
}

/** @throws {Refusal} 409 if the books make something else of it than what was shown */
function assertAsShown(
  { db }: WriteContext,
  { row }: RecurringJournal,
  reckoning: Reckoning | undefined,
  shown: string | undefined,
): void {
  if (shown === undefined || !reckoning) return;
  const change = formatAmount(reckoning.change, organisationOf(db, row.organisation).baseCurrency);
  if (change === shown) return;
  const message = `Entries came since it was shown: it brings ${change} by now, not ${shown}. Look at it again.`;
  throw new Refusal(409, [problem('changed-since', 'change', message)]);
}

function assertCounted(journal: RecurringJournal, occurrence: Occurrence, { isToBeCounted }: ProposedPosting): void {
  if (!isToBeCounted) return;
  const message = `${journal.row.name}: say what was counted on ${longDate(occurrence.date)}.`;
  throw unprocessable('count-missing', 'counted', message);
}

/** Why somebody cannot post a date on its day, and what to do; undefined where its month is open to them. */
export function whyShut(
  context: WriteContext,
  { row: { organisation, name } }: RecurringJournal,
  { date }: Occurrence,
  person: number,
): string | undefined {
  const books = booksFor(context, { organisation, person });
  const checked = checkDate(date, 'ordinary', books);
  if (checked.ok) return undefined;
  const { calendar, closedYears } = books;
  const year = fiscalYearOf(calendar, date);
  const isClosed = date >= calendar.firstDay && closedYears?.has(year.label);
  const how = isClosed
    ? `${yearName(year)} is closed. Skip this date with a reason, or reopen the year.`
    : `${checked.problems[0]?.message ?? ''} Or skip this date with a reason.`;
  return `${name}, ${longDate(date)}: ${how}`;
}

/** The date of a journal that is due and named by its nominal date, or by the day it was moved to. @throws {Refusal} 422 */
function dueAt(context: WriteContext, journal: RecurringJournal, date: string): Occurrence {
  const due = dueOccurrences(context.db, journal, todayOf(context, journal.row.organisation));
  const found = due.find(({ nominal }) => nominal === date) ?? due.find((occurrence) => occurrence.date === date);
  if (found) return found;
  const on = isCivilDate(date) ? longDate(date) : date;
  throw unprocessable('not-due', 'date', `${journal.row.name} is not due on ${on}.`);
}

/**
 * The earliest date comes first. One that lies in a locked month or a closed year holds nothing up: it can be skipped,
 * and what is due later can be posted.
 */
function assertNext(context: WriteContext, journal: RecurringJournal, occurrence: Occurrence, person: number): void {
  const due = dueOccurrences(context.db, journal, todayOf(context, journal.row.organisation));
  const before = due.find(
    ({ nominal, ...rest }) =>
      nominal < occurrence.nominal && whyShut(context, journal, { nominal, ...rest }, person) === undefined,
  );
  const shut = whyShut(context, journal, occurrence, person);
  if (shut !== undefined || before === undefined) return;
  const message = `${journal.row.name} is also due on ${longDate(before.date)}; post or skip that date first.`;
  throw new Refusal(422, [problem('not-due', 'date', message)]);
}

function settleAsNothing(
  context: WriteContext,
  settling: Settling,
  journal: RecurringJournal,
  occurrence: Occurrence,
  reckoning: Reckoning | undefined,
): SettledAs {
  settle(context, settling, journal, occurrence, { state: 'skipped', reason: 'it came to nothing', reckoning });
  return {};
}

/** Writes down what became of a date. The database takes each date once. */
function settle(
  { db, clock }: WriteContext,
  { organisation, person, isByItself = false }: Settling,
  { row }: RecurringJournal,
  { nominal }: Occurrence,
  as: Pick<typeof occurrence.$inferInsert, 'state' | 'entry' | 'draft' | 'reason' | 'reckoning'>,
): void {
  const settled = { settledAt: clock.moment(), settledBy: person, isByItself };
  db.insert(occurrence)
    .values({ organisation, journal: row.id, date: nominal, ...settled, ...as })
    .run();
}

function isOccurrence({ row }: RecurringJournal, nominal: CivilDate) {
  return and(
    eq(occurrence.organisation, row.organisation),
    eq(occurrence.journal, row.id),
    eq(occurrence.date, nominal),
  );
}
