import type { ClosingRequest, ClosingResponse } from '@just-ledger/contract';
import {
  balanceProblems,
  BROUGHT_FORWARD,
  entryNumber,
  type FiscalYear,
  monthOf,
  type Period,
  periodsOf,
  problem,
  reversalOf,
  yearName,
} from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import { periodEvent, yearClosing } from '../../platform/database/schema.js';
import { Refusal } from '../../platform/problems/refusal.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { booksOf } from '../books/books-store.js';
import { EntryAppender } from '../journal/append-entry.js';
import { type Organisation, organisationOf } from '../organisations/organisation-store.js';
import { lock, unlock, yearFrom } from '../periods/period-commands.js';
import { chainEnd, closedYears, periodsLockedBy } from '../periods/period-store.js';
import { rulesOfToday } from '../periods/rules-of-years.js';
import { closingEntriesOf, openYearsBefore, prepareClosing } from './closing-rehearsal.js';

export interface YearPlace {
  readonly organisation: number;
  readonly person: number;
  readonly year: string;
}

/** Posts a year's closing entries and locks all its months. */
export const closeYear = defineCommand(
  'closeYear',
  (
    context: WriteContext,
    { organisation, person, year: label, request }: YearPlace & { request: ClosingRequest },
  ): ClosingResponse => {
    const of = organisationOf(context.db, organisation);
    const prepared = prepareClosing(context.db, of, label, context.clock.today(of.timeZone), request.form);
    const { year, entries, remarks } = prepared;
    if (prepared.closed) throw new Refusal(422, [problem('year-closed', '', `${yearName(year)} is closed already.`)]);
    const blocking = remarks.filter((remark) => remark.blocks);
    if (blocking.length > 0)
      throw new Refusal(
        422,
        blocking.map(({ code, message }) => problem(code, '', message)),
      );
    const books = booksOf(context, organisation);
    const unbalanced = entries.flatMap((entry) => balanceProblems(entry.lines, books));
    if (unbalanced.length > 0) throw new Refusal(422, unbalanced);
    const appender = new EntryAppender(context, { organisation, person, source: 'closing' }, books);
    const numbers = entries.map((entry) => appender.append(entry).number);
    // years before it that had nothing to close end with it: what is dated in them would move this one
    for (const one of [...openYearsBefore(context.db, of, year), year]) markClosed(context, of, person, one);
    return { year: year.label, entries: numbers };
  },
);

/** Takes a year's closing entries back by reversing them and gives back the locks as they were before, on the record. */
export const reopenYear = defineCommand(
  'reopenYear',
  (
    context: WriteContext,
    { organisation, person, year: label, reason }: YearPlace & { reason: string },
  ): ClosingResponse => {
    const year = yearFrom(context, organisation, label);
    const closed = closedYears(context.db, organisation);
    if (!closed.has(year.label))
      throw new Refusal(422, [problem('year-open', '', `${yearName(year)} is not closed.`)]);
    const later = [...closed].find((other) => other > year.label);
    if (later) throw new Refusal(422, [problem('later-year-closed', '', `${later} is closed too; reopen it first.`)]);
    for (const period of periodsLockedBy(context.db, organisation, year.label))
      unlock(context, organisation, person, period, reason);
    // the closing entries are taken back on the last day
    unlock(context, organisation, person, monthOf(year.last), reason);
    const books = booksOf(context, organisation);
    const appender = new EntryAppender(context, { organisation, person, source: 'closing' }, books);
    const status = closingEntriesOf(context.db, organisation, year).reverse();
    const numbers = status.map((posted) => {
      const explanation = `Reopening of ${yearName(year)}: reversal of ${entryNumber(posted.year, posted.number)}`;
      const reversal = reversalOf(posted, year.last, books, { reopening: true, explanation });
      if (!reversal.ok) throw new Refusal(422, reversal.problems);
      return appender.append(reversal.value.entry, { reverses: posted.place, stage: reversal.value.stage }).number;
    });
    context.db
      .delete(yearClosing)
      .where(and(eq(yearClosing.organisation, organisation), eq(yearClosing.year, year.label)))
      .run();
    context.setUpChanged(organisation);
    const event = {
      organisation,
      period: year.label,
      event: 'reopened' as const,
      at: context.clock.moment(),
      by: person,
      reason,
    };
    context.db
      .insert(periodEvent)
      .values({ ...event, ...chainEnd(context.db, organisation) })
      .run();
    return { year: year.label, entries: numbers };
  },
);

/** Marks a year as closed by the rules that hold now, and locks all of it. */
function markClosed(context: WriteContext, organisation: Organisation, person: number, year: FiscalYear): void {
  const { db } = context;
  const at = context.clock.moment();
  const place = { organisation: organisation.id, year: year.label };
  db.insert(yearClosing)
    .values({ ...place, closedAt: at, closedBy: person, rules: rulesOfToday(db, organisation) })
    .run();
  db.insert(periodEvent)
    .values({
      organisation: organisation.id,
      period: year.label,
      event: 'closed',
      at,
      by: person,
      ...chainEnd(db, organisation.id),
    })
    .run();
  for (const period of closedPeriods(organisation.calendar.firstDay === year.first, periodsOf(year)))
    lock(context, organisation.id, person, period, year.label);
  context.setUpChanged(organisation.id);
}

/** The first year locks what was brought forward too. */
function closedPeriods(isFirst: boolean, periods: readonly Period[]): Period[] {
  return isFirst ? [BROUGHT_FORWARD, ...periods] : [...periods];
}
