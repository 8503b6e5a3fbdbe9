import {
  type AccountId,
  accountIn,
  type CivilDate,
  type ClosingRules,
  fundByRules,
  isTemporary,
  type LedgerFlow,
  minor,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { loadChart } from '../accounts/account-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { combinationsOf, partsWithin } from './combination-parts.js';
import { flowsBetween, type LedgerView } from './flow-store.js';

/**
 * What accounts received in a span, with what closing takes to a fund of its own told apart: beside each temporary
 * account's flow stand two more, of nothing together, that move a fund's part to the fund.
 *
 * @param rules those of the span's fiscal year
 * @param within the combinations of breakdown values that are looked at; all where left out
 */
export function flowsByFund(
  db: Db,
  organisation: Organisation,
  view: LedgerView,
  from: CivilDate,
  to: CivilDate,
  rules: ClosingRules,
  within?: readonly number[],
): readonly LedgerFlow[] {
  const flows = within ? flowsInCombinations(db, view, from, to, within) : flowsBetween(db, view, from, to);
  if (rules.funds.length === 0 || from > to) return flows;
  const funds = fundsByCombination(db, organisation.id, rules);
  const chart = loadChart(db, organisation.id);
  const parts = partsWithin(
    db,
    view,
    [...funds.keys()].filter((id) => !within || within.includes(id)),
    from,
    to,
  );
  const moved = parts.flatMap(([account, within, stage, amount]): LedgerFlow[] => {
    if (amount === 0 || stage === 'closing' || !isTemporary(accountIn(chart, account))) return [];
    const part = { account, stage: 'ordinary' as const };
    return [
      { ...part, amount: minor(amount), fund: funds.get(within) },
      { ...part, amount: minor(-amount) },
    ];
  });
  return [...flows, ...moved];
}

/** What accounts received in a span within some combinations of breakdown values; movements are not told apart. */
export function flowsInCombinations(
  db: Db,
  view: LedgerView,
  from: CivilDate | undefined,
  to: CivilDate,
  within: readonly number[],
): readonly LedgerFlow[] {
  if (from !== undefined && from > to) return [];
  return partsWithin(db, view, within, from, to).map(([account, , stage, amount]) => {
    return { account, stage, amount: minor(amount) };
  });
}

/** The equity account that each combination of breakdown values names, if it names one. */
export function fundsByCombination(db: Db, organisation: number, rules: ClosingRules): Map<number, AccountId> {
  return new Map(
    combinationsOf(db, organisation).flatMap(({ id, values }) => {
      const fund = fundByRules(rules, values);
      return fund === undefined ? [] : [[id, fund] as const];
    }),
  );
}
