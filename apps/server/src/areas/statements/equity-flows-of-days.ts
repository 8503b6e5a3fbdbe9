import {
  type CivilDate,
  dayBefore,
  earlierOf,
  type EquityFlows,
  type FiscalYear,
  fiscalYearOf,
  laterOf,
  type LedgerFlow,
  nextFiscalYear,
  type YearFlows,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { flowsBetween, type LedgerView } from '../ledger/flow-store.js';
import { flowsByFund } from '../ledger/fund-flows.js';
import { cutAtClosings } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { yearStart } from '../organisations/report-dates.js';
import { rulesOfSpan, sharersIn } from '../periods/rules-of-years.js';

/** Everything up to the end of a span, cut where fiscal years and the span begin. */
export function equityFlows(
  db: Db,
  organisation: Organisation,
  view: LedgerView,
  from: CivilDate,
  to: CivilDate,
): EquityFlows {
  const { calendar } = organisation;
  const firstStart = yearStart(organisation, from);
  const before = dayBefore(from);
  if (firstStart === undefined) return flowsFromBeforeBooks(db, organisation, view, from, to);
  const base = flowsBetween(db, view, undefined, dayBefore(firstStart));
  const years: YearFlows[] = [];
  for (let year = fiscalYearOf(calendar, from); year.first <= to; year = nextFiscalYear(calendar, year)) {
    for (const { first, last } of cutAtClosings(db, view, year.first, earlierOf(year.last, to))) {
      const rules = rulesOfSpan(db, organisation, first);
      const flows = (begin: CivilDate, end: CivilDate): readonly LedgerFlow[] =>
        begin > end ? [] : flowsByFund(db, organisation, view, begin, end, rules);
      years.push({
        rules,
        sharers: sharersIn(organisation, rules, { first, before: earlierOf(before, last), last }),
        lead: flows(first, earlierOf(before, last)),
        span: flows(laterOf(first, from), last),
      });
    }
  }
  return { base, years };
}

/** A span that begins before the books do: what was brought forward is a year of its own. */
function flowsFromBeforeBooks(
  db: Db,
  organisation: Organisation,
  view: LedgerView,
  from: CivilDate,
  to: CivilDate,
): EquityFlows {
  const { firstDay } = organisation.calendar;
  const years: YearFlows[] = [
    {
      isBroughtForward: true,
      lead: flowsBetween(db, view, undefined, dayBefore(from)),
      span: flowsBetween(db, view, from, earlierOf(dayBefore(firstDay), to)),
    },
  ];
  for (
    let year: FiscalYear = fiscalYearOf(organisation.calendar, firstDay);
    year.first <= to;
    year = nextFiscalYear(organisation.calendar, year)
  ) {
    for (const { first, last } of cutAtClosings(db, view, year.first, earlierOf(year.last, to))) {
      const rules = rulesOfSpan(db, organisation, first);
      const sharers = sharersIn(organisation, rules, { first, before: dayBefore(first), last });
      years.push({ rules, sharers, lead: [], span: flowsByFund(db, organisation, view, first, last, rules) });
    }
  }
  return { base: [], years };
}
