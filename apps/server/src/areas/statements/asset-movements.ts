import {
  type AccountId,
  type AssetMovement,
  type Chart,
  type CivilDate,
  dayBefore,
  minor,
  normalBalanceOf,
  sumByAccount,
  ZERO,
} from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { flowsBetween, type LedgerView } from '../ledger/flow-store.js';

/**
 * What each account of non-current assets held at the beginning of some days, and by how much it grew and shrank in them.
 * Opening entries count as held at the beginning. A reversal takes back what it reverses: it is no disposal.
 */
export function assetMovements(
  db: Db,
  view: LedgerView,
  chart: Chart,
  { from, to }: { readonly from: CivilDate; readonly to: CivilDate },
): AssetMovement[] {
  const accounts = chart.accounts.filter(
    ({ id, classification }) => classification === 'non-current-assets' && !chart.headings.has(id),
  );
  const held = sumByAccount([
    ...flowsBetween(db, view, undefined, dayBefore(from)),
    ...flowsBetween(db, view, from, to).filter(({ stage }) => stage === 'opening'),
  ]);
  const moved = new Map(
    movedRows(
      db,
      view,
      accounts.map(({ id }) => id),
      from,
      to,
    ).map((row) => [row.account, row]),
  );
  return accounts.map((account): AssetMovement => {
    const sign = normalBalanceOf(account) === 'debit' ? 1 : -1;
    const { debit = 0, credit = 0 } = moved.get(account.id) ?? {};
    const [increase, decrease] = sign === 1 ? [debit, credit] : [credit, debit];
    const opening = minor(sign * (held.get(account.id) ?? ZERO) || 0);
    return { account: account.id, opening, increase: minor(increase), decrease: minor(decrease) };
  });
}

/** What accounts were debited and credited, reversals taken off the side that they reverse; minor units. */
function movedRows(
  db: Db,
  { organisation, knownTo }: LedgerView,
  accounts: readonly AccountId[],
  from: CivilDate,
  to: CivilDate,
): { account: AccountId; debit: number; credit: number }[] {
  const known = knownTo === undefined ? sql`` : sql`AND line.entry <= ${knownTo}`;
  return db.all(sql`
    SELECT line.account AS account,
      sum(CASE WHEN (line.amount > 0) = (entry.reverses IS NULL) THEN line.amount ELSE 0 END) AS debit,
      sum(CASE WHEN (line.amount > 0) = (entry.reverses IS NULL) THEN 0 ELSE -line.amount END) AS credit
    FROM line JOIN entry ON entry.organisation = line.organisation AND entry.place = line.entry
    WHERE line.organisation = ${organisation} AND line.stage <> 'opening' ${known}
      AND line.account IN (SELECT value FROM json_each(${JSON.stringify(accounts)}))
      AND line.date BETWEEN ${from} AND ${to}
    GROUP BY line.account`);
}
