import {
  type CivilDate,
  fiscalYearOf,
  horizonOf,
  isCivilDate,
  longDate,
  longMoment,
  problem,
} from '@just-ledger/core';
import { Refusal } from '../../platform/problems/refusal.js';
import type { Organisation } from './organisation-store.js';

/** A day that a query names, if it names one. @throws {Refusal} 422 if it is none */
export function dayAsked(text: string | undefined, path: string): CivilDate | undefined {
  if (text === undefined || text === '') return undefined;
  if (!isCivilDate(text)) throw new Refusal(422, [problem('not-a-date', path, `“${text}” is not a date.`)]);
  return text;
}

/** Reads a date of a query. @throws {Refusal} 422 if it is none, or later than the books take */
export function reportDate(
  text: string | undefined,
  path: string,
  organisation: Organisation,
  today: CivilDate,
  otherwise: CivilDate,
): CivilDate {
  const day = dayAsked(text, path);
  if (day === undefined) return otherwise;
  const horizon = horizonOf(organisation.calendar, today);
  if (day > horizon)
    throw new Refusal(422, [problem('beyond-horizon', path, `The books take dates up to ${longDate(horizon)}.`)]);
  return day;
}

/** Reads a day of a query that is only looked at. @throws {Refusal} 422 if it is none, or too far off */
export function dayWithin(
  text: string | undefined,
  path: string,
  otherwise: CivilDate,
  latest: CivilDate,
): CivilDate {
  const day = dayAsked(text, path);
  if (day === undefined) return otherwise;
  if (day <= latest) return day;
  throw new Refusal(422, [problem('beyond-horizon', path, `Dates are shown up to ${longDate(latest)}.`)]);
}

/** Reads a span of a query: by default from the first day of the fiscal year of its end, which is by default today. */
export function reportSpan(
  query: { from?: string | undefined; to?: string | undefined },
  organisation: Organisation,
  today: CivilDate,
): { from: CivilDate; to: CivilDate } {
  const to = reportDate(query.to, 'to', organisation, today, today);
  const from = reportDate(query.from, 'from', organisation, today, yearStart(organisation, to) ?? to);
  if (from > to) throw new Refusal(422, [problem('from-after-to', 'from', 'The span ends before it begins.')]);
  return { from, to };
}

/** By which day's or moment's knowledge a report is drawn, as it says so. @example asKnown('2026-12-31') // → 'as known on 31 December 2026' */
export function asKnown(text: string): string {
  return `as known on ${isCivilDate(text) ? longDate(text) : longMoment(text)}`;
}

/** The first day of a date's fiscal year; undefined before the books' first day. */
export function yearStart(organisation: Organisation, date: CivilDate): CivilDate | undefined {
  return date < organisation.calendar.firstDay ? undefined : fiscalYearOf(organisation.calendar, date).first;
}
