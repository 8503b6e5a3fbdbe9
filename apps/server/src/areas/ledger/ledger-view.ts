import { addDays, type CivilDate, dayBefore, isCivilDate, problem, type TrialBalanceFlows } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { keptUntilCommit } from '../../platform/database/kept-reading.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import { Refusal } from '../../platform/problems/refusal.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { yearStart } from '../organisations/report-dates.js';
import { flowsBetween, type LedgerView, placeKnownOn } from './flow-store.js';

/** The books as a report sees them. @throws {Refusal} 422 at `path` if the moment is neither a date nor a UTC moment */
export function ledgerView(
  db: Db,
  organisation: Organisation,
  asKnownOn: string | undefined,
  path = 'asKnownOn',
): LedgerView {
  const view = { organisation: organisation.id, calendar: organisation.calendar };
  if (!asKnownOn) return view;
  const isMoment =
    /^\d{4}-\d\d-\d\dT\d\d:\d\d(:\d\d(\.\d{1,3})?)?Z$/.test(asKnownOn) && !Number.isNaN(Date.parse(asKnownOn));
  if (!isMoment && !isCivilDate(asKnownOn)) {
    throw new Refusal(422, [problem('not-a-moment', path, `“${asKnownOn}” is neither a date nor a UTC moment.`)]);
  }
  const moment = isMoment ? new Date(asKnownOn).toISOString() : asKnownOn;
  return { ...view, knownTo: placeKnownOn(db, organisation.id, moment) };
}

/**
 * From which day on a trial balance leaves out adjusting and closing entries: the first of the date's fiscal year, or the
 * day after the year's last closing before the date that stands. Undefined before the books' first day.
 */
export function stageStart(
  db: Db,
  organisation: Organisation,
  view: LedgerView,
  asAt: CivilDate,
): CivilDate | undefined {
  const start = yearStart(organisation, asAt);
  if (start === undefined) return undefined;
  const last = closingsWithin(db, view, start, dayBefore(asAt)).at(-1);
  return last ? addDays(last, 1) : start;
}

/**
 * The days in a span on which closing entries stand that nobody has taken back, in order.
 *
 * @param isPosted only those that were posted by closing here, not those that a file brought
 */
export function closingsWithin(
  db: Db,
  { organisation, knownTo = Number.MAX_SAFE_INTEGER }: LedgerView,
  from: CivilDate,
  to: CivilDate,
  isPosted = false,
): CivilDate[] {
  // columns beside each other ask for many spans: there are few such days, and all are read at once
  const days = keptUntilCommit(db, `closings ${organisation} ${knownTo} ${isPosted}`, () =>
    closingDays(db).all({ organisation, isPosted: isPosted ? 1 : 0, knownTo }),
  );
  return days.filter((day) => day >= from && day <= to);
}

const closingDays = oncePerConnection(({ $client }) =>
  $client
    .prepare<[Readonly<Record<string, string | number>>], CivilDate>(
      `SELECT DISTINCT e.date FROM entry AS e
      WHERE e.organisation = :organisation AND e.kind = 'closing' AND (:isPosted = 0 OR e.source = 'closing')
        AND e.place <= :knownTo AND NOT EXISTS (SELECT 1 FROM entry AS r
          WHERE r.organisation = e.organisation AND r.reverses = e.place AND r.place <= :knownTo) ORDER BY e.date`,
    )
    .pluck(),
);

/** A span within a fiscal year, cut after each of its closings: what was closed by itself is shared out by itself. */
export function cutAtClosings(
  db: Db,
  view: LedgerView,
  from: CivilDate,
  to: CivilDate,
): { readonly first: CivilDate; readonly last: CivilDate }[] {
  const ends = [...closingsWithin(db, view, from, dayBefore(to)), to];
  return ends.map((last, index) => ({ first: index === 0 ? from : addDays(ends[index - 1] ?? from, 1), last }));
}

/** All flows up to a date, cut at the first day of its fiscal year and after the year's last closing. */
export function flowsAtDate(
  db: Db,
  organisation: Organisation,
  view: LedgerView,
  asAt: CivilDate,
): TrialBalanceFlows {
  const start = yearStart(organisation, asAt);
  const from = stageStart(db, organisation, view, asAt);
  return {
    earlier: start === undefined ? [] : flowsBetween(db, view, undefined, dayBefore(start)),
    ...(start !== undefined &&
      from !== undefined &&
      from > start && { closed: flowsBetween(db, view, start, dayBefore(from)) }),
    year: flowsBetween(db, view, from, asAt),
  };
}
