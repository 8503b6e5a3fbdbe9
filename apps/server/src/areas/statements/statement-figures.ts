import {
  type Chart,
  type CivilDate,
  dayBefore,
  earlierOf,
  equityStatement,
  type EquityStatement,
  flowsInOldBooks,
  laterOf,
  type LedgerFlow,
  longDate,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { type Figures, howToBringIn, oldBooksOf, oldPosition } from '../earlier-years/old-books.js';
import { flowsBetween, type LedgerView } from '../ledger/flow-store.js';
import { flowsByFund, flowsInCombinations } from '../ledger/fund-flows.js';
import { cutAtClosings } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { yearStart } from '../organisations/report-dates.js';
import { rulesOfSpan, rulesOfToday, sharersIn } from '../periods/rules-of-years.js';

/** The old books are brought in by account alone. */
const NOT_BY_VALUE = 'The old books are not here by value.';

/** What a balance sheet is drawn of. */
export interface Position {
  readonly flows: readonly LedgerFlow[];
  readonly equity: EquityStatement;
}

/**
 * All flows up to a date, and the equity statement of its fiscal year up to it.
 *
 * @param within the combinations of breakdown values that are looked at; all where left out
 */
export function positionAt(
  db: Db,
  organisation: Organisation,
  view: LedgerView,
  chart: Chart,
  asAt: CivilDate,
  within?: readonly number[],
): Position {
  const start = yearStart(organisation, asAt);
  const before = start === undefined ? asAt : dayBefore(start);
  const base = within
    ? flowsInCombinations(db, view, undefined, before, within)
    : flowsBetween(db, view, undefined, before);
  const years =
    start === undefined
      ? [{ lead: [], span: [], rules: rulesOfToday(db, organisation) }]
      : cutAtClosings(db, view, start, asAt).map(({ first, last }) => {
          const rules = rulesOfSpan(db, organisation, first);
          const span = flowsByFund(db, organisation, view, first, last, rules, within);
          const sharers = sharersIn(organisation, rules, { first, before: dayBefore(first), last });
          return { lead: [], span, rules, sharers };
        });
  const equity = equityStatement(chart, organisation.kind, { base, years });
  return { flows: base.concat(...years.map(({ span }) => span)), equity };
}

/** The position at a date: of these books, or before the changeover of what was brought in of the old ones. */
export function positionFigures(
  db: Db,
  organisation: Organisation,
  view: LedgerView,
  chart: Chart,
  asAt: CivilDate,
  within?: readonly number[],
): Figures<Position> {
  if (asAt >= oldBooksOf(db, organisation).changeover)
    return { of: positionAt(db, organisation, view, chart, asAt, within), note: null };
  if (within) return { of: undefined, note: NOT_BY_VALUE };
  const { of: old, note } = oldPosition(db, organisation, asAt);
  if (!old) return { of: undefined, note };
  const equity = equityStatement(chart, organisation.kind, {
    base: old.earlier,
    years: [{ lead: [], span: old.year }],
  });
  return { of: { flows: [...old.earlier, ...old.year], equity }, note };
}

/**
 * What revenue and expense received in a span: in these books, and before they take over in the old ones.
 *
 * @param isWhole whether nothing is better than a part, where the old books have nothing for the beginning of the span
 */
export function resultFigures(
  db: Db,
  organisation: Organisation,
  view: LedgerView,
  chart: Chart,
  { from, to, isWhole, within }: { from: CivilDate; to: CivilDate; isWhole: boolean; within?: readonly number[] },
): Figures<readonly LedgerFlow[]> {
  const { flowsFrom, balances } = oldBooksOf(db, organisation);
  const here = (): readonly LedgerFlow[] => {
    const first = laterOf(from, flowsFrom);
    return within ? flowsInCombinations(db, view, first, to, within) : flowsBetween(db, view, first, to);
  };
  if (from >= flowsFrom) return { of: here(), note: null };
  if (within) return to < flowsFrom ? { of: undefined, note: NOT_BY_VALUE } : { of: here(), note: NOT_BY_VALUE };
  const old = flowsInOldBooks(balances, chart, organisation.calendar, from, earlierOf(to, dayBefore(flowsFrom)));
  if (old.missing !== undefined) {
    const why = `Before these books begin: revenue and expense are here from ${longDate(flowsFrom)}. ${howToBringIn(old.missing)}`;
    if (isWhole || to < flowsFrom) return { of: undefined, note: why };
    return { of: here(), note: `Only from ${longDate(flowsFrom)} on. ${why}` };
  }
  return {
    of: [...old.flows, ...here()],
    note: to < flowsFrom ? 'From the old books.' : `Up to ${longDate(dayBefore(flowsFrom))} from the old books.`,
  };
}
