import type { ClosingRehearsalResponse, FormerClosingResponse } from '@just-ledger/contract';
import {
  accountIn,
  type Chart,
  closingChanges,
  entryNumber,
  type EntryLine,
  fiscalMonthOf,
  formatAmount,
  isTemporary,
  type Minor,
  minor,
  normalBalanceOf,
} from '@just-ledger/core';
import { and, asc, between, eq, gt, inArray, lte, ne } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { entry, periodEvent, person } from '../../platform/database/schema.js';
import { postedEntriesOf } from '../journal/posted-entries.js';
import type { Organisation } from '../organisations/organisation-store.js';
import type { ClosingSpan } from './closing-span.js';

/** So many entries posted since a reopening are named at most. */
const MOST_NAMED = 50;

/** A year, or a part of it, was closed or reopened; `entries` were posted until then. */
export type ClosingEvent = ReturnType<typeof closingEvents>[number];

/** What became of the closing of a year, or of a part of one, in order. */
export function closingEvents(db: Db, { id, calendar }: Organisation, { year, end, isWhole }: ClosingSpan) {
  return db
    .select({
      event: periodEvent.event,
      at: periodEvent.at,
      by: person.name,
      reason: periodEvent.reason,
      entries: periodEvent.entries,
    })
    .from(periodEvent)
    .leftJoin(person, eq(person.id, periodEvent.by))
    .where(
      and(
        eq(periodEvent.organisation, id),
        eq(periodEvent.period, isWhole ? year.label : fiscalMonthOf(calendar, end)),
        inArray(periodEvent.event, ['closed', 'reopened']),
      ),
    )
    .orderBy(asc(periodEvent.id))
    .all();
}

/** The events as they go over the wire. */
export function closingHistory(events: readonly ClosingEvent[]): ClosingRehearsalResponse['history'] {
  return events.map(({ event, at, by, reason }) => ({
    event: event === 'closed' ? 'closed' : 'reopened',
    at,
    by: by ?? '',
    reason,
  }));
}

/**
 * How closing entries differ from those that were taken back last.
 *
 * @param now the lines of those that stand, or would be posted
 */
export function formerClosing(
  db: Db,
  organisation: Organisation,
  { year, end }: ClosingSpan,
  chart: Chart,
  events: readonly ClosingEvent[],
  now: readonly EntryLine[],
): FormerClosingResponse | null {
  const reopening = events.findLastIndex(({ event }) => event === 'reopened');
  const [before, closed, reopened, again] = [-2, -1, 0, 1].map((by) => events[reopening + by]);
  if (reopening < 1 || !closed || !reopened) return null;
  const taken = db
    .select()
    .from(entry)
    .where(
      and(
        eq(entry.organisation, organisation.id),
        eq(entry.kind, 'closing'),
        eq(entry.date, end),
        gt(entry.place, before?.entries ?? 0),
        lte(entry.place, closed.entries),
      ),
    )
    .orderBy(asc(entry.place))
    .all();
  const then = postedEntriesOf(db, organisation.id, taken).flatMap(({ lines }) => lines);
  const since = db
    .select({ year: entry.year, number: entry.number })
    .from(entry)
    .where(
      and(
        eq(entry.organisation, organisation.id),
        gt(entry.place, reopened.entries),
        again && lte(entry.place, again.entries),
        between(entry.date, year.first, end),
        ne(entry.source, 'closing'),
      ),
    )
    .orderBy(asc(entry.place))
    .limit(MOST_NAMED)
    .all();
  const write = (amount: Minor): string => formatAmount(amount, organisation.baseCurrency);
  return {
    closedAt: closed.at,
    reopenedAt: reopened.at,
    reopenedBy: reopened.by ?? '',
    reason: reopened.reason,
    entries: since.map((entry) => entryNumber(entry.year, entry.number)),
    rows: closingChanges(chart, then, now).map((change) => {
      const account = accountIn(chart, change.account);
      const isOnNormalSide = (normalBalanceOf(account) === 'debit') !== isTemporary(account);
      const sided = (amount: number): string => write(minor(isOnNormalSide ? amount : -amount));
      return {
        account: account.number,
        name: account.name,
        then: sided(change.then),
        now: sided(change.now),
        change: sided(change.now - change.then),
      };
    }),
  };
}
