import {
  accountIn,
  addDays,
  endOfMonth,
  fundAccountOf,
  isTemporary,
  laterOf,
  minor,
  type AccountId,
  type CivilDate,
  type LedgerFlow,
} from '@just-ledger/core';
import { eq } from 'drizzle-orm';
import { loadChart } from '../accounts/account-store.js';
import { loadBreakdowns } from '../breakdowns/breakdown-store.js';
import type { Db } from '../database/connection.js';
import { keptUntilCommit } from '../database/kept-reading.js';
import { oncePerConnection } from '../database/once-per-connection.js';
import { combination } from '../database/schema.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { flowsBetween, periodNumber, type LedgerView } from './flow-store.js';

/**
 * What accounts received in a span, with what closing takes to a fund of its own told apart: beside each temporary
 * account's flow stand two more, of nothing together, that move a fund's part to the fund.
 */
export function flowsByFund(
  db: Db,
  of: Organisation,
  view: LedgerView,
  from: CivilDate,
  to: CivilDate,
): readonly LedgerFlow[] {
  const flows = flowsBetween(db, view, from, to);
  const funds = of.kind === 'non-profit' ? fundsByCombination(db, of.id) : undefined;
  if (!funds || funds.size === 0 || from > to) return flows;
  const chart = loadChart(db, of.id);
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
function fundsByCombination(db: Db, organisation: number): Map<number, AccountId> {
  return keptUntilCommit(db, `funds ${organisation}`, () => {
    const breakdowns = loadBreakdowns(db, organisation);
    const rows = db.select().from(combination).where(eq(combination.organisation, organisation)).all();
    const found = rows.map(({ id, content }): [number, AccountId | undefined] => [
      id,
      fundAccountOf(breakdowns, JSON.parse(content) as Record<string, number>),
    ]);
    return new Map(found.filter((one): one is [number, AccountId] => one[1] !== undefined));
  });
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
  const lastWhole = isEnd ? to : addDays(`${to.slice(0, 8)}01` as CivilDate, -1);
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
