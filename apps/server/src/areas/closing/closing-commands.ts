import type { ClosingQuery, ClosingResponse } from '@just-ledger/contract';
import {
  addDays,
  balanceProblems,
  BROUGHT_FORWARD,
  entryNumber,
  fiscalMonthOf,
  type FiscalYear,
  horizonOf,
  longDate,
  type Period,
  periodsOf,
  problem,
  reversalOf,
} from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import { yearClosing } from '../../platform/database/schema.js';
import { assertVersion, Refusal } from '../../platform/problems/refusal.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { booksOf } from '../books/books-store.js';
import { EntryAppender } from '../journal/append-entry.js';
import { type Organisation, organisationOf } from '../organisations/organisation-store.js';
import { lock, recordPeriodEvent, unlock, yearFrom } from '../periods/period-commands.js';
import { closedYears, periodsLockedBy } from '../periods/period-store.js';
import { rulesToClose } from '../periods/rules-of-years.js';
import { closingsWithin } from '../ledger/ledger-view.js';
import { type ClosingSpan, closingSpan } from './closing-span.js';
import { closingEntriesOf, openYearsBefore, prepareClosing, versionOfClosing } from './closing-rehearsal.js';

export interface YearPlace {
  readonly organisation: number;
  readonly person: number;
  readonly year: string;
}

/**
 * Posts the closing entries of a year, or of part of it, and locks all its months up to there.
 *
 * @param version of the rehearsal that was looked at; left out, what the books make of it now is posted
 */
export const closeYear = defineCommand(
  'closeYear',
  (
    context: WriteContext,
    {
      organisation,
      person,
      year: label,
      query,
      version,
    }: YearPlace & { query: ClosingQuery; version?: number | undefined },
  ): ClosingResponse => {
    const record = organisationOf(context.db, organisation);
    const prepared = prepareClosing(context.db, record, label, context.clock.today(record.timeZone), query);
    const { year, span, entries, remarks } = prepared;
    if (prepared.closed) throw new Refusal(422, [problem('year-closed', '', `${span.title} is closed already.`)]);
    if (version !== undefined) assertVersion('closing', version, versionOfClosing(prepared));
    const blocking = remarks.filter((remark) => remark.blocks);
    if (blocking.length > 0)
      throw new Refusal(
        422,
        blocking.map(({ code, message }) => problem(code, '', message)),
      );
    if (!span.isWhole && entries.length === 0) {
      const message = `Nothing stands on the accounts that are closed up to ${longDate(span.end)}.`;
      throw new Refusal(422, [problem('nothing-to-close', 'until', message)]);
    }
    const books = booksOf(context, organisation);
    const unbalanced = entries.flatMap((entry) => balanceProblems(entry.lines, books));
    if (unbalanced.length > 0) throw new Refusal(422, unbalanced);
    const appender = new EntryAppender(context, { organisation, person, source: 'closing' }, books);
    const numbers = entries.map((entry) => appender.append(entry).number);
    // years before it that had nothing to close end with it: what is dated in them would move this one
    for (const openYear of openYearsBefore(context.db, record, year)) markClosed(context, record, person, openYear);
    if (span.isWhole) markClosed(context, record, person, year);
    else markPartClosed(context, record, person, span);
    return { year: year.label, entries: numbers };
  },
);

/** Takes closing entries back by reversing them and gives back the locks as they were before, on the record. */
export const reopenYear = defineCommand(
  'reopenYear',
  (
    context: WriteContext,
    { organisation, person, year: label, until, reason }: YearPlace & { until?: string | undefined; reason: string },
  ): ClosingResponse => {
    const year = yearFrom(context, organisation, label);
    const record = organisationOf(context.db, organisation);
    const span = closingSpan(record, label, until, context.clock.today(record.timeZone));
    mayReopen(context, record, span);
    const { end, isWhole } = span;
    for (const period of periodsLockedBy(context.db, organisation, isWhole ? year.label : end))
      unlock(context, organisation, person, period, reason);
    // the closing entries are taken back on the last day
    unlock(context, organisation, person, fiscalMonthOf(record.calendar, end), reason);
    const books = booksOf(context, organisation);
    const appender = new EntryAppender(context, { organisation, person, source: 'closing' }, books);
    const status = closingEntriesOf(context.db, organisation, end).reverse();
    const numbers = status.map((posted) => {
      const explanation = `Reopening of ${span.title}: reversal of ${entryNumber(posted.year, posted.number)}`;
      const reversal = reversalOf(posted, end, books, { reopening: true, explanation });
      if (!reversal.ok) throw new Refusal(422, reversal.problems);
      return appender.append(reversal.value.entry, { reverses: posted.place, stage: reversal.value.stage }).number;
    });
    if (isWhole)
      context.db
        .delete(yearClosing)
        .where(and(eq(yearClosing.organisation, organisation), eq(yearClosing.year, year.label)))
        .run();
    context.setUpChanged(organisation);
    const period = isWhole ? year.label : (span.periods.at(-1) ?? '');
    recordPeriodEvent(context, { organisation, person, period, event: 'reopened', reason });
    return { year: year.label, entries: numbers };
  },
);

/** @throws {Refusal} 422 if it is not closed, or what was closed after it is closed still */
function mayReopen(
  context: WriteContext,
  organisation: Organisation,
  { year, end, isWhole, title }: ClosingSpan,
): void {
  const { db } = context;
  const closed = closedYears(db, organisation.id);
  const view = { organisation: organisation.id, calendar: organisation.calendar };
  const isClosed = isWhole ? closed.has(year.label) : closingsWithin(db, view, end, end).length > 0;
  if (!isClosed) throw new Refusal(422, [problem('year-open', '', `${title} is not closed.`)]);
  const laterYear = [...closed].find((other) => other > year.label || (!isWhole && other === year.label));
  if (laterYear)
    throw new Refusal(422, [problem('later-year-closed', '', `${laterYear} is closed too; reopen it first.`)]);
  const [later] = closingsWithin(
    db,
    view,
    addDays(end, 1),
    horizonOf(organisation.calendar, context.clock.today(organisation.timeZone)),
  );
  if (later)
    throw new Refusal(422, [
      problem('later-closing', '', `What was closed up to ${longDate(later)} is closed still; reopen it first.`),
    ]);
}

/** Locks what was closed of a year, on the record. */
function markPartClosed(
  context: WriteContext,
  organisation: Organisation,
  person: number,
  { year, end, periods }: ClosingSpan,
): void {
  recordPeriodEvent(context, {
    organisation: organisation.id,
    person,
    period: periods.at(-1) ?? '',
    event: 'closed',
  });
  for (const period of closedPeriods(organisation.calendar.firstDay === year.first, periods))
    lock(context, organisation.id, person, period, end);
  context.setUpChanged(organisation.id);
}

/** Marks a year as closed by the rules that hold now, and locks all of it. */
function markClosed(context: WriteContext, organisation: Organisation, person: number, year: FiscalYear): void {
  const { db } = context;
  const ofYear = { organisation: organisation.id, year: year.label };
  db.insert(yearClosing)
    .values({
      ...ofYear,
      closedAt: context.clock.moment(),
      closedBy: person,
      rules: rulesToClose(db, organisation, year.first),
    })
    .run();
  recordPeriodEvent(context, { ...ofYear, person, period: year.label, event: 'closed' });
  for (const period of closedPeriods(
    organisation.calendar.firstDay === year.first,
    periodsOf(organisation.calendar, year),
  ))
    lock(context, organisation.id, person, period, year.label);
  context.setUpChanged(organisation.id);
}

/** The first year locks what was brought forward too. */
function closedPeriods(isFirst: boolean, periods: readonly Period[]): Period[] {
  return isFirst ? [BROUGHT_FORWARD, ...periods] : [...periods];
}
