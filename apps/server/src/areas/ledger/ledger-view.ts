import { type CivilDate, dayBefore, isCivilDate, type LedgerFlow, problem } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { Refusal } from '../../platform/problems/refusal.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { yearStart } from '../organisations/report-dates.js';
import { flowsBetween, type LedgerView, placeKnownOn } from './flow-store.js';

/** The books as a report sees them. @throws {Refusal} 422 if `asKnownOn` is neither a date nor a UTC moment */
export function ledgerView(db: Db, organisation: Organisation, asKnownOn: string | undefined): LedgerView {
  const view = { organisation: organisation.id, calendar: organisation.calendar };
  if (!asKnownOn) return view;
  const isMoment =
    /^\d{4}-\d\d-\d\dT\d\d:\d\d(:\d\d(\.\d{1,3})?)?Z$/.test(asKnownOn) && !Number.isNaN(Date.parse(asKnownOn));
  if (!isMoment && !isCivilDate(asKnownOn)) {
    throw new Refusal(422, [
      problem('not-a-moment', 'asKnownOn', `“${asKnownOn}” is neither a date nor a UTC moment.`),
    ]);
  }
  const moment = isMoment ? new Date(asKnownOn).toISOString() : asKnownOn;
  return { ...view, knownTo: placeKnownOn(db, organisation.id, moment) };
}

/** All flows up to a date, cut at the first day of its fiscal year. */
export function flowsAtDate(
  db: Db,
  organisation: Organisation,
  view: LedgerView,
  asAt: CivilDate,
): { earlier: readonly LedgerFlow[]; year: readonly LedgerFlow[] } {
  const start = yearStart(organisation, asAt);
  return {
    earlier: start === undefined ? [] : flowsBetween(db, view, undefined, dayBefore(start)),
    year: flowsBetween(db, view, start, asAt),
  };
}
