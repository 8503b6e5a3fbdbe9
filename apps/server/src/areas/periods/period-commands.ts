import {
  findFiscalYear,
  findPeriod,
  fiscalYearOf,
  parseCivilDate,
  type Period,
  periodName,
  problem,
} from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import { periodEvent, periodLock } from '../../platform/database/schema.js';
import { notFound, Refusal } from '../../platform/problems/refusal.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { todayOf } from '../organisations/today-of.js';
import { chainEnd, closedYears } from './period-store.js';

export interface PeriodPlace {
  readonly organisation: number;
  readonly person: number;
  readonly period: string;
}

/** Locks a month, or what was brought forward: nothing can be posted into it. Locking twice does nothing. */
export const lockPeriod = defineCommand(
  'lockPeriod',
  (context: WriteContext, { organisation, person, period }: PeriodPlace): void => {
    lock(context, organisation, person, periodFrom(context, organisation, period));
  },
);

/** Unlocks a month with a reason, which is kept. A closed year must be reopened instead. */
export const unlockPeriod = defineCommand(
  'unlockPeriod',
  (context: WriteContext, { organisation, person, period, reason }: PeriodPlace & { reason: string }): void => {
    const found = periodFrom(context, organisation, period);
    const { calendar } = organisationOf(context.db, organisation);
    const inYear = found === 'brought-forward' ? calendar.firstDay : parseCivilDate(`${found}-28`);
    const year = fiscalYearOf(calendar, inYear);
    if (closedYears(context.db, organisation).has(year.label)) {
      const message = `${periodName(found)} lies in ${year.label}, which is closed. Reopen the year first.`;
      throw new Refusal(422, [problem('year-closed', '', message)]);
    }
    unlock(context, organisation, person, found, reason);
  },
);

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
  const at = context.clock.moment();
  const end = chainEnd(context.db, organisation);
  context.db
    .insert(periodLock)
    .values({ organisation, period, lockedAt: at, lockedBy: person, closing, ...end })
    .run();
  context.db
    .insert(periodEvent)
    .values({ organisation, period, event: 'locked', at, by: person, ...end })
    .run();
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
  const end = chainEnd(context.db, organisation);
  const at = context.clock.moment();
  context.db
    .insert(periodEvent)
    .values({ organisation, period, event: 'unlocked', at, by: person, reason, ...end })
    .run();
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
