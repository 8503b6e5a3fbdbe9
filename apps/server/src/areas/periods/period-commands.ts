import {
  type BooksCalendar,
  BROUGHT_FORWARD,
  daysOfPeriod,
  findFiscalYear,
  findPeriod,
  type FiscalYear,
  fiscalYearOf,
  fiscalYears,
  type Period,
  periodName,
  periodsOf,
  problem,
} from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import { periodClosing, periodEvent, periodLock } from '../../platform/database/schema.js';
import { PERIOD_HISTORY, sealed } from '../../platform/database/sealed-histories.js';
import { notFound, Refusal } from '../../platform/problems/refusal.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { recordChange } from '../audit-trail/record-change.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { todayOf } from '../organisations/today-of.js';
import { chainEnd, closedYears } from './period-store.js';

export interface PeriodPlace {
  readonly organisation: number;
  readonly person: number;
  readonly period: string;
}

/**
 * Locks a month, or what was brought forward: nothing can be posted into it. Locking twice does nothing.
 *
 * @param several whether all that is open before it is locked too, in one go
 */
export const lockPeriod = defineCommand(
  'lockPeriod',
  (context: WriteContext, { organisation, person, period, several = false }: PeriodPlace & Several): void => {
    const last = periodFrom(context, organisation, period);
    for (const period of several ? periodsUpTo(context, organisation, last) : [last])
      lock(context, organisation, person, period);
  },
);

/** Unlocks a month with a reason, which is kept. A closed year must be reopened instead. */
export const unlockPeriod = defineCommand(
  'unlockPeriod',
  (
    context: WriteContext,
    { organisation, person, period, reason, several = false }: PeriodPlace & Several & { reason: string },
  ): void => {
    const found = periodFrom(context, organisation, period);
    const { calendar } = organisationOf(context.db, organisation);
    const year = yearOfPeriod(calendar, found);
    if (closedYears(context.db, organisation).has(year.label)) {
      const message = `${periodName(calendar, found)} lies in ${year.label}, which is closed. Reopen the year first.`;
      throw new Refusal(422, [problem('year-closed', '', message)]);
    }
    const from = several ? periodsFrom(context, organisation, found) : [found];
    for (const period of from) unlock(context, organisation, person, period, reason);
  },
);

/** Says that a month is being closed: who posts into it from now on is a setting. Twice does nothing. @throws {Refusal} 422 if it is locked */
export const beginClosing = defineCommand(
  'beginClosing',
  (context: WriteContext, { organisation, person, period }: PeriodPlace): void => {
    const found = periodFrom(context, organisation, period);
    const { calendar } = organisationOf(context.db, organisation);
    const { db, clock } = context;
    const lockOf = and(eq(periodLock.organisation, organisation), eq(periodLock.period, found));
    if (db.select({ period: periodLock.period }).from(periodLock).where(lockOf).get()) {
      const message = `${periodName(calendar, found)} is locked already.`;
      throw new Refusal(422, [problem('period-locked', '', message)]);
    }
    const row = { organisation, period: found, begunAt: clock.moment(), begunBy: person };
    if (db.insert(periodClosing).values(row).onConflictDoNothing().run().changes === 0) return;
    recordClosing(context, { organisation, person }, found, true);
  },
);

/** Says that a month is not being closed any more. */
export const endClosing = defineCommand(
  'endClosing',
  (context: WriteContext, { organisation, person, period }: PeriodPlace): void => {
    const found = periodFrom(context, organisation, period);
    if (takeOffClosing(context, organisation, found)) recordClosing(context, { organisation, person }, found, false);
  },
);

function takeOffClosing({ db }: WriteContext, organisation: number, period: Period): boolean {
  const where = and(eq(periodClosing.organisation, organisation), eq(periodClosing.period, period));
  return db.delete(periodClosing).where(where).run().changes > 0;
}

function recordClosing(context: WriteContext, actor: Actor, period: Period, isBegun: boolean): void {
  const { calendar } = organisationOf(context.db, actor.organisation);
  recordChange(context, {
    ...actor,
    subject: 'month',
    object: 0,
    title: periodName(calendar, period),
    before: { 'being closed': !isBegun },
    after: { 'being closed': isBegun },
  });
  context.setUpChanged(actor.organisation);
}

interface Several {
  readonly several?: boolean;
}

/** Every period up to one, in order. */
function periodsUpTo(context: WriteContext, organisation: number, last: Period): Period[] {
  const all = allPeriods(context, organisation);
  return all.slice(0, all.indexOf(last) + 1);
}

/** Every period from one on, in order, those of closed years left as they are. */
function periodsFrom(context: WriteContext, organisation: number, first: Period): Period[] {
  const { calendar } = organisationOf(context.db, organisation);
  const closed = closedYears(context.db, organisation);
  const all = allPeriods(context, organisation);
  return all
    .slice(all.indexOf(first))
    .filter((period) => period === BROUGHT_FORWARD || !closed.has(yearOfPeriod(calendar, period).label));
}

/** The fiscal year in which a period lies; what was brought forward goes with the first. */
function yearOfPeriod(calendar: BooksCalendar, period: Period): FiscalYear {
  return fiscalYearOf(calendar, period === BROUGHT_FORWARD ? calendar.firstDay : daysOfPeriod(calendar, period).to);
}

function allPeriods(context: WriteContext, organisation: number): Period[] {
  const { calendar } = organisationOf(context.db, organisation);
  const years = fiscalYears(calendar, todayOf(context, organisation));
  return [BROUGHT_FORWARD, ...years.flatMap((year) => periodsOf(calendar, year))];
}

/**
 * Locks a period, keeping how far the chain had come.
 *
 * @param closing the year whose closing locks it, if one does: reopening the year gives it back
 */
export function lock(
  context: WriteContext,
  organisation: number,
  person: number,
  period: Period,
  closing: string | null = null,
): void {
  const where = and(eq(periodLock.organisation, organisation), eq(periodLock.period, period));
  if (context.db.select({ period: periodLock.period }).from(periodLock).where(where).get()) return;
  takeOffClosing(context, organisation, period);
  const moment = context.clock.moment();
  const end = chainEnd(context.db, organisation);
  context.db
    .insert(periodLock)
    .values({ organisation, period, lockedAt: moment, lockedBy: person, closing, ...end })
    .run();
  recordPeriodEvent(context, { organisation, person, period, event: 'locked', at: moment });
  context.setUpChanged(organisation);
}

/** Unlocks a period, keeping who did it and why. */
export function unlock(
  context: WriteContext,
  organisation: number,
  person: number,
  period: Period,
  reason: string,
): void {
  const where = and(eq(periodLock.organisation, organisation), eq(periodLock.period, period));
  if (context.db.delete(periodLock).where(where).run().changes === 0) return;
  recordPeriodEvent(context, { organisation, person, period, event: 'unlocked', reason });
  context.setUpChanged(organisation);
}

/** Something that happened to a period or a year. */
export interface PeriodHappening extends Actor {
  readonly period: string;
  readonly event: 'locked' | 'unlocked' | 'closed' | 'reopened';
  readonly reason?: string;
  /** UTC moment; now unless another is given. */
  readonly at?: string;
}

/** Puts on record what happened to a period or a year, and how far the chain had come. */
export function recordPeriodEvent(
  context: WriteContext,
  { organisation, person, period, event, reason, at = context.clock.moment() }: PeriodHappening,
): void {
  const { db } = context;
  const end = chainEnd(db, organisation);
  const happened = { organisation, period, event, at, by: person, reason: reason ?? null, ...end };
  db.insert(periodEvent)
    .values(sealed(db, PERIOD_HISTORY, organisation, [happened]))
    .run();
  context.chainMoved(organisation);
  context.setUpChanged(organisation);
}

/** A period of the books. @throws {Refusal} 404 */
function periodFrom(context: WriteContext, organisation: number, text: string): Period {
  const { calendar } = organisationOf(context.db, organisation);
  const period = findPeriod(calendar, text, todayOf(context, organisation));
  if (!period) throw notFound('period');
  return period;
}

/** A fiscal year of the books. @throws {Refusal} 404 */
export function yearFrom(context: { db: WriteContext['db'] }, organisation: number, label: string) {
  const { calendar } = organisationOf(context.db, organisation);
  const year = findFiscalYear(calendar, label);
  if (!year) throw notFound('fiscal year');
  return year;
}
