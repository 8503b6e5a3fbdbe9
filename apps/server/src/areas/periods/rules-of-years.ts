import {
  type CivilDate,
  closingRules,
  type ClosingRules,
  fiscalYearOf,
  sharersOf,
  type YearFlows,
} from '@just-ledger/core';
import { eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { yearClosing } from '../../platform/database/schema.js';
import { loadChart } from '../accounts/account-store.js';
import { keptWithChart } from '../accounts/chart-version.js';
import { loadBreakdowns } from '../breakdowns/breakdown-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { agreedRules } from './profit-sharings.js';

/**
 * The rules of a span within a fiscal year: for a closed year those it was closed by, else those of today's set-up and
 * of what partners agreed for it.
 */
export function rulesOfSpan(db: Db, organisation: Organisation, first: CivilDate): ClosingRules {
  const { closed } = rulesOf(db, organisation);
  return closed.get(fiscalYearOf(organisation.calendar, first).label) ?? rulesToClose(db, organisation, first);
}

/** The rules by which a span would be closed now. */
export function rulesToClose(db: Db, organisation: Organisation, first: CivilDate): ClosingRules {
  const { today } = rulesOf(db, organisation);
  const resultTo = agreedRules(db, organisation, first);
  return resultTo ? { ...today, resultTo } : today;
}

/** Who takes the result of a span, and of what went before it: what a year gives first is given by days. */
export function sharersIn(
  { calendar }: Organisation,
  rules: ClosingRules,
  { first, before, last }: { readonly first: CivilDate; readonly before: CivilDate; readonly last: CivilDate },
): NonNullable<YearFlows['sharers']> {
  const { last: end } = fiscalYearOf(calendar, first);
  return { lead: sharersOf(rules, { first, last: before }, end), whole: sharersOf(rules, { first, last }, end) };
}

/** The rules of today's set-up: who takes what when a year is closed now. */
export function rulesOfToday(db: Db, organisation: Organisation): ClosingRules {
  return rulesOf(db, organisation).today;
}

interface RulesOfYears {
  readonly today: ClosingRules;
  /** By the label of the year. */
  readonly closed: ReadonlyMap<string, ClosingRules>;
}

function rulesOf(db: Db, organisation: Organisation): RulesOfYears {
  return keptWithChart(db, organisation.id, `closing rules of a ${organisation.kind}`, () => {
    const rows = db
      .select({ year: yearClosing.year, rules: yearClosing.rules })
      .from(yearClosing)
      .where(eq(yearClosing.organisation, organisation.id))
      .all();
    return {
      today: closingRules(loadChart(db, organisation.id), organisation.kind, loadBreakdowns(db, organisation.id)),
      closed: new Map(rows.flatMap(({ year, rules }) => (rules === null ? [] : [[year, rules] as const]))),
    };
  });
}
