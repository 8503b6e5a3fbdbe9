import {
  dayBefore,
  earlierOf,
  equityStatement,
  flowsInOldBooks,
  flowsOfBalances,
  laterOf,
  longDate,
  positionInOldBooks,
  type Chart,
  type CivilDate,
  type EquityStatement,
  type LedgerFlow,
} from '@just-ledger/core';
import type { Db } from '../database/connection.js';
import { flowsByFund } from '../ledger/fund-flows.js';
import { flowsBetween, type LedgerView } from '../ledger/flow-store.js';
import { yearStart } from '../ledger/ledger-span.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { oldBooksOf } from '../take-on/old-books.js';

/** What a statement is drawn of, or nothing, with what its reader has to know of where it comes from. */
export interface Figures<Of> {
  readonly of: Of | undefined;
  readonly note: string | null;
}

/** What a balance sheet is drawn of. */
export interface Position {
  readonly flows: readonly LedgerFlow[];
  readonly equity: EquityStatement;
}

/** All flows up to a date, and the equity statement of its fiscal year up to it. */
export function positionAt(db: Db, of: Organisation, view: LedgerView, chart: Chart, asAt: CivilDate): Position {
  const start = yearStart(of, asAt);
  const base = start === undefined ? [] : flowsBetween(db, view, undefined, dayBefore(start));
  const span = start === undefined ? flowsBetween(db, view, start, asAt) : flowsByFund(db, of, view, start, asAt);
  const equity = equityStatement(chart, of.kind, { base, years: [{ lead: [], span }] });
  return { flows: [...base, ...span], equity };
}

/** The position at a date: of these books, or before the changeover of what was brought in of the old ones. */
export function positionFigures(
  db: Db,
  of: Organisation,
  view: LedgerView,
  chart: Chart,
  asAt: CivilDate,
): Figures<Position> {
  const { changeover, balances } = oldBooksOf(db, of);
  if (asAt >= changeover) return { of: positionAt(db, of, view, chart, asAt), note: null };
  const old = positionInOldBooks(balances, asAt);
  if (!old) return { of: undefined, note: beforeTheseBooks(changeover, asAt) };
  const [base, span] = [flowsOfBalances(old, chart, false), flowsOfBalances(old, chart, true)];
  const equity = equityStatement(chart, of.kind, { base, years: [{ lead: [], span }] });
  return { of: { flows: [...base, ...span], equity }, note: 'From the old books.' };
}

/** What revenue and expense received in a span: in these books, and before they take over in the old ones. */
export function resultFigures(
  db: Db,
  of: Organisation,
  view: LedgerView,
  chart: Chart,
  from: CivilDate,
  to: CivilDate,
): Figures<readonly LedgerFlow[]> {
  const { changeover, flowsFrom, balances } = oldBooksOf(db, of);
  const here = (): readonly LedgerFlow[] => flowsBetween(db, view, laterOf(from, flowsFrom), to);
  if (from >= flowsFrom) return { of: here(), note: null };
  const old = flowsInOldBooks(balances, chart, of.calendar, from, earlierOf(to, dayBefore(flowsFrom)));
  if (old.missing !== undefined) return { of: undefined, note: beforeTheseBooks(changeover, old.missing) };
  return {
    of: [...old.flows, ...here()],
    note: to < flowsFrom ? 'From the old books.' : `Up to ${longDate(dayBefore(flowsFrom))} from the old books.`,
  };
}

/** Why there is nothing to show of a date. */
export function beforeTheseBooks(changeover: CivilDate, date: CivilDate): string {
  return `Before these books begin: they hold balances from ${longDate(changeover)}. Those of ${longDate(date)} can be brought in under Take on, Earlier years.`;
}
