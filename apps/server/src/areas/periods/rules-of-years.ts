import { type CivilDate, closingRules, type ClosingRules, fiscalYearOf } from '@just-ledger/core';
import { eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { keptUntilCommit } from '../../platform/database/kept-reading.js';
import { yearClosing } from '../../platform/database/schema.js';
import { loadChart } from '../accounts/account-store.js';
import { loadBreakdowns } from '../breakdowns/breakdown-store.js';
import type { Organisation } from '../organisations/organisation-store.js';

/** The rules of a fiscal year: for a closed one those it was closed by, else those of today's set-up. */
export function rulesOfYear(db: Db, organisation: Organisation, date: CivilDate): ClosingRules {
  const { closed, today } = rulesOf(db, organisation);
  return closed.get(fiscalYearOf(organisation.calendar, date).label) ?? today;
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
  return keptUntilCommit(db, `closing rules ${organisation.id}`, () => {
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
