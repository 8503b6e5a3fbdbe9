import {
  minor,
  openItems,
  proofOf,
  sumByAccount,
  trayLabel,
  type AccountId,
  type CivilDate,
  type ControlLedger,
  type DetailTray,
  type Proof,
} from '@just-ledger/core';
import { eq, sql } from 'drizzle-orm';
import { loadChart } from '../accounts/account-store.js';
import type { Db } from '../database/connection.js';
import { takeOnEntry } from '../database/schema.js';
import { flowsBetween } from '../ledger/flow-store.js';
import { controlLines } from '../open-items/control-lines.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { clearingAccount, loadTakeOn, type LoadedTakeOn } from './take-on-store.js';

/** The detail of control accounts against their totals, for as long as the books are kept. */
export function controlProofs(db: Db, of: Organisation, asAt: CivilDate): Proof[] {
  return (['receivables', 'payables'] as const).flatMap((ledger) => controlProof(db, of, asAt, ledger));
}

/** What the trays of a take-on posted against the ledger at the changeover date, and clearing against zero. */
export function takeOnProofs(db: Db, of: Organisation, today: CivilDate, asAt: CivilDate): Proof[] {
  const posted = db
    .selectDistinct({ part: takeOnEntry.part })
    .from(takeOnEntry)
    .where(eq(takeOnEntry.organisation, of.id))
    .all()
    .map(({ part }) => part);
  if (posted.length === 0) return [];
  const loaded = loadTakeOn(db, of.id, today);
  if (asAt < loaded.on.changeover) return [];
  const balances = balancesAt(db, of, loaded.on.changeover);
  const has = (tray: DetailTray): boolean => posted.includes(tray);
  return [
    ...clearingProof(db, of, asAt),
    ...(has('banks') ? [bankProof(loaded, balances)] : []),
    ...(has('assets') ? assetProofs(loaded, balances) : []),
    ...(has('stock') ? [stockProof(loaded, balances)] : []),
  ];
}

/** Open documents, read line by line and netted by contact and number, against the account's total. */
function controlProof(db: Db, of: Organisation, asAt: CivilDate, ledger: ControlLedger): Proof[] {
  const accounts = loadChart(db, of.id).accounts.filter((account) => account.control === ledger);
  const lines = controlLines(
    db,
    of.id,
    accounts.map(({ id }) => id),
    asAt,
  );
  if (lines.length === 0) return [];
  const balances = balancesAt(db, of, asAt);
  const open = openItems(lines);
  const contacts = new Set(open.map(({ contact }) => contact)).size;
  return [
    proofOf(ledger === 'receivables' ? 'receivables-control' : 'payables-control', {
      leftLabel: ledger === 'receivables' ? 'Open items of customers' : 'Open items of suppliers',
      left: minor(open.reduce((sum, item) => sum + item.open, 0)),
      rightLabel: accounts.map(({ number, name }) => `${number} ${name}`).join(', '),
      right: sumOver(
        balances,
        accounts.map(({ id }) => id),
      ),
      remark: `${open.length} open ${open.length === 1 ? 'document' : 'documents'} of ${contacts} ${contacts === 1 ? 'contact' : 'contacts'}, read line by line.`,
    }),
  ];
}

/** What the old trial balance left in clearing against what the trays took from it. */
function clearingProof(db: Db, of: Organisation, asAt: CivilDate): Proof[] {
  const clearing = clearingAccount(db, of.id);
  if (clearing === undefined) return [];
  const sums = db.get<{ old: number; trays: number; differing: string | null }>(sql`
    WITH marked AS (
      SELECT document AS part, sum(CASE WHEN e.part = 'trial-balance' THEN l.amount ELSE 0 END) AS old,
        sum(CASE WHEN e.part = 'trial-balance' THEN 0 ELSE l.amount END) AS trays
      FROM line AS l LEFT JOIN take_on_entry AS e ON e.organisation = l.organisation AND e.entry = l.entry
      WHERE l.organisation = ${of.id} AND l.account = ${clearing} AND l.date <= ${asAt} GROUP BY document
    )
    SELECT coalesce(sum(old), 0) AS old, coalesce(-sum(trays), 0) AS trays,
      group_concat(CASE WHEN old + trays <> 0 THEN part END) AS differing FROM marked`);
  const differing = (sums.differing ?? '').split(',').filter((part) => part !== '');
  return [
    proofOf('take-on-clearing', {
      leftLabel: 'Left there by the old trial balance',
      left: minor(sums.old),
      rightLabel: 'Taken from there by the trays',
      right: minor(sums.trays),
      remark:
        differing.length === 0
          ? 'Every tray agrees with its accounts.'
          : `Apart: ${differing.map((part) => trayLabel(part as DetailTray).toLowerCase()).join(', ')}.`,
    }),
  ];
}

function bankProof({ trays, on }: LoadedTakeOn, balances: Balances): Proof {
  const { facts } = trays.banks;
  const accounts = [...new Set(facts.map(({ account }) => account))];
  const uncleared = facts.filter((fact) => fact.uncleared).length;
  return proofOf('bank-ledger', {
    leftLabel: 'Statements and uncleared items',
    left: minor(facts.reduce((sum, { lines }) => sum + lines.reduce((all, line) => all + line.amount, 0), 0)),
    rightLabel: accounts.map((id) => on.books.chart.byId.get(id)?.number).join(', '),
    right: sumOver(balances, accounts),
    remark: `At the changeover date; ${uncleared} ${uncleared === 1 ? 'item was' : 'items were'} not cleared.`,
  });
}

function assetProofs({ trays, on }: LoadedTakeOn, balances: Balances): Proof[] {
  const used = new Set(trays.assets.facts.map((fact) => fact.class));
  const classes = trays['asset-classes'].facts.map((fact) => fact.class).filter(({ name }) => used.has(name));
  const accounts = (which: 'cost' | 'accumulated'): AccountId[] => [
    ...new Set(classes.flatMap((one) => (one[which] === undefined ? [] : [one[which]]))),
  ];
  const titles = (ids: readonly AccountId[]): string =>
    ids.map((id) => on.books.chart.byId.get(id)?.number).join(', ');
  const register = (of: (fact: (typeof trays.assets.facts)[number]) => number) =>
    minor(trays.assets.facts.reduce((sum, fact) => sum + of(fact), 0));
  const [cost, accumulated] = [accounts('cost'), accounts('accumulated')];
  return [
    proofOf('assets-cost', {
      leftLabel: 'Cost of each asset',
      left: register((fact) => fact.asset.cost),
      rightLabel: titles(cost),
      right: sumOver(balances, cost),
      remark: 'At the changeover date.',
    }),
    proofOf('assets-written-off', {
      leftLabel: 'Written off of each asset',
      left: register((fact) => fact.accumulated),
      rightLabel: titles(accumulated),
      right: minor(-sumOver(balances, accumulated)),
      remark: 'At the changeover date.',
    }),
  ];
}

function stockProof({ trays, on }: LoadedTakeOn, balances: Balances): Proof {
  const lines = trays.stock.facts.flatMap((fact) => fact.lines);
  const accounts = [...new Set(lines.map(({ account }) => account))];
  return proofOf('stock-inventory', {
    leftLabel: 'Quantity times cost of each item',
    left: minor(lines.reduce((sum, line) => sum + line.amount, 0)),
    rightLabel: accounts.map((id) => on.books.chart.byId.get(id)?.number).join(', '),
    right: sumOver(balances, accounts),
    remark: 'At the changeover date.',
  });
}

type Balances = ReadonlyMap<AccountId, number>;

function balancesAt(db: Db, of: Organisation, date: CivilDate): Balances {
  return sumByAccount(flowsBetween(db, { organisation: of.id, calendar: of.calendar }, undefined, date));
}

function sumOver(balances: Balances, accounts: readonly AccountId[]) {
  return minor(accounts.reduce((sum, id) => sum + (balances.get(id) ?? 0), 0));
}
