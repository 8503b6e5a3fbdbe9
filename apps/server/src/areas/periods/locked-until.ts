import { BROUGHT_FORWARD, type CivilDate, periodsBetween } from '@just-ledger/core';
import { and, eq, inArray, max } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { periodEvent, periodLock } from '../../platform/database/schema.js';
import { currentEpoch } from '../../platform/derived/epoch.js';
import type { Organisation } from '../organisations/organisation-store.js';

/**
 * What stays the same as long as nothing that is dated up to a day can change: all of it is locked, nobody has unlocked
 * anything since, and nobody else has written to the file.
 *
 * @returns undefined where a period up to the day is open
 */
export function lockedUntil(db: Db, { id, calendar }: Organisation, day: CivilDate): string | undefined {
  const periods = [
    BROUGHT_FORWARD,
    ...(day < calendar.firstDay ? [] : periodsBetween(calendar, calendar.firstDay, day)),
  ];
  const locked = db
    .select({ period: periodLock.period })
    .from(periodLock)
    .where(and(eq(periodLock.organisation, id), inArray(periodLock.period, periods)))
    .all();
  if (locked.length < periods.length) return undefined;
  const last = db
    .select({ event: max(periodEvent.id) })
    .from(periodEvent)
    .where(eq(periodEvent.organisation, id))
    .get();
  return `${last?.event ?? 0} ${currentEpoch()}`;
}
