import { breakdownsOf } from '../breakdowns/breakdown-store.js';
import {
  type AccountId,
  accountIn,
  addDays,
  type CivilDate,
  type ClosingRules,
  dayBefore,
  endOfMonth,
  firstOfMonth,
  fundByRules,
  isTemporary,
  laterOf,
  type LedgerFlow,
  minor,
} from '@just-ledger/core';
import { eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { keptUntilCommit } from '../../platform/database/kept-reading.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import { combination } from '../../platform/database/schema.js';
import { loadChart } from '../accounts/account-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { flowsBetween, type LedgerView, periodNumber } from './flow-store.js';

/**
 * What accounts received in a span, with what closing takes to a fund of its own told apart: beside each temporary
 * account's flow stand two more, of nothing together, that move a fund's part to the fund.
 *
 * @param rules those of the span's fiscal year
 */
export function flowsByFund(
  db: Db,
  organisation: Organisation,
  view: LedgerView,
  from: CivilDate,
  to: CivilDate,
  rules: ClosingRules,
): readonly LedgerFlow[] {
  const flows = flowsBetween(db, view, from, to);
  if (rules.funds.length === 0 || from > to) return flows;
  const funds = fundsByCombination(db, organisation.id, rules);
  const chart = loadChart(db, organisation.id);
  const moved = partsIn(db, view, [...funds.keys()], from, to).flatMap(([account, within, amount]): LedgerFlow[] => {
    if (amount === 0 || !isTemporary(accountIn(chart, account))) return [];
    const part = { account, stage: 'ordinary' as const };
    return [
      { ...part, amount: minor(amount), fund: funds.get(within) },
      { ...part, amount: minor(-amount) },
    ];
  });
  return [...flows, ...moved];
}

/** The equity account that each combination of breakdown values names, if it names one. */
function fundsByCombination(db: Db, organisation: number, rules: ClosingRules): Map<number, AccountId> {
  return new Map(
    combinationsOf(db, organisation).flatMap(({ id, values }) => {
      const fund = fundByRules(rules, values);
      return fund === undefined ? [] : [[id, fund] as const];
    }),
  );
}

function combinationsOf(db: Db, organisation: number): { id: number; values: Record<string, number> }[] {
  return keptUntilCommit(db, `combinations ${organisation}`, () =>
    db
      .select()
      .from(combination)
      .where(eq(combination.organisation, organisation))
      .all()
      .map(({ id, content }) => ({ id, values: breakdownsOf(content) })),
  );
}

type Part = readonly [account: AccountId, combination: number, amount: number];

/** What accounts received within combinations, closing entries left out: whole months from totals, the rest from lines. */
function partsIn(db: Db, view: LedgerView, combinations: readonly number[], from: CivilDate, to: CivilDate): Part[] {
  const { months, days, since } = statements(db);
  const { organisation, calendar } = view;
  const asked = { organisation, combinations: JSON.stringify(combinations) };
  const isStart = from === calendar.firstDay || from.endsWith('-01');
  const firstWhole = isStart ? from : addDays(endOfMonth(from), 1);
  const isEnd = endOfMonth(to) === to;
  const lastWhole = isEnd ? to : dayBefore(firstOfMonth(to));
  const period = (date: CivilDate): number => periodNumber(calendar, date);
  const parts: Part[] = [];
  if (firstWhole > lastWhole) parts.push(...days.all({ ...asked, from, to }));
  else {
    parts.push(...months.all({ ...asked, first: period(firstWhole), last: period(lastWhole) }));
    if (!isStart) parts.push(...days.all({ ...asked, from, to: endOfMonth(from) }));
    if (!isEnd) parts.push(...days.all({ ...asked, from: laterOf(from, addDays(lastWhole, 1)), to }));
  }
  if (view.knownTo === undefined) return parts;
  const later = since.all({ ...asked, from, to, place: view.knownTo });
  return [...parts, ...later.map(([account, within, amount]): Part => [account, within, -amount])];
}

const statements = oncePerConnection(({ $client }) => {
  const of = (condition: string, table: string) =>
    $client
      .prepare<[object], Part>(
        `SELECT account, combination, sum(amount) FROM ${table} WHERE organisation = @organisation AND stage <> 'closing'
          AND combination IN (SELECT value FROM json_each(@combinations)) AND ${condition} GROUP BY account, combination`,
      )
      .raw();
  return {
    months: of('period BETWEEN @first AND @last', 'total'),
    days: of('date BETWEEN @from AND @to', 'line'),
    since: of('date BETWEEN @from AND @to AND entry > @place', 'line'),
  };
});
