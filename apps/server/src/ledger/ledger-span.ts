import {
  dayBefore,
  fiscalYearOf,
  horizonOf,
  isCivilDate,
  problem,
  type CivilDate,
  type LedgerFlow,
} from '@just-ledger/core';
import type { Db } from '../database/connection.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { Refusal } from '../problems/refusal.js';
import { flowsBetween, placeKnownOn, type LedgerView } from './flow-store.js';

/** Reads a date of a query. @throws {Refusal} 422 if it is none, or later than the books take */
export function reportDate(
  text: string | undefined,
  path: string,
  of: Organisation,
  today: CivilDate,
  otherwise: CivilDate,
): CivilDate {
  if (text === undefined || text === '') return otherwise;
  if (!isCivilDate(text)) throw new Refusal(422, [problem('not-a-date', path, `“${text}” is not a date.`)]);
  const horizon = horizonOf(of.calendar, today);
  if (text > horizon)
    throw new Refusal(422, [problem('beyond-horizon', path, `The books take dates up to ${horizon}.`)]);
  return text;
}

/** Reads a span of a query: by default from the first day of the fiscal year of its end, which is by default today. */
export function reportSpan(
  query: { from?: string | undefined; to?: string | undefined },
  of: Organisation,
  today: CivilDate,
): { from: CivilDate; to: CivilDate } {
  const to = reportDate(query.to, 'to', of, today, today);
  const from = reportDate(query.from, 'from', of, today, yearStart(of, to) ?? to);
  if (from > to) throw new Refusal(422, [problem('from-after-to', 'from', 'The span ends before it begins.')]);
  return { from, to };
}

/** The books as a report sees them. @throws {Refusal} 422 if `asKnownOn` is neither a date nor a UTC moment */
export function ledgerView(db: Db, of: Organisation, asKnownOn: string | undefined): LedgerView {
  const view = { organisation: of.id, calendar: of.calendar };
  if (!asKnownOn) return view;
  const isMoment =
    /^\d{4}-\d\d-\d\dT\d\d:\d\d(:\d\d(\.\d{1,3})?)?Z$/.test(asKnownOn) && !Number.isNaN(Date.parse(asKnownOn));
  if (!isMoment && !isCivilDate(asKnownOn)) {
    throw new Refusal(422, [
      problem('not-a-moment', 'asKnownOn', `“${asKnownOn}” is neither a date nor a UTC moment.`),
    ]);
  }
  const moment = isMoment ? new Date(asKnownOn).toISOString() : asKnownOn;
  return { ...view, knownTo: placeKnownOn(db, of.id, moment) };
}

/** The first day of a date's fiscal year; undefined before the books' first day. */
export function yearStart(of: Organisation, date: CivilDate): CivilDate | undefined {
  return date < of.calendar.firstDay ? undefined : fiscalYearOf(of.calendar, date).first;
}

/** All flows up to a date, cut at the first day of its fiscal year. */
export function flowsAtDate(
  db: Db,
  of: Organisation,
  view: LedgerView,
  asAt: CivilDate,
): { earlier: readonly LedgerFlow[]; year: readonly LedgerFlow[] } {
  const start = yearStart(of, asAt);
  return {
    earlier: start === undefined ? [] : flowsBetween(db, view, undefined, dayBefore(start)),
    year: flowsBetween(db, view, start, asAt),
  };
}
