import {
  accountDetail,
  type AccountDetail,
  type AccountId,
  accountIn,
  accountTitle,
  type CivilDate,
  type ControlLedger,
  DETAIL_TRAYS,
  explainedBy,
  type Explanation,
  type DetailTray,
  displayAmount,
  longDate,
  minor,
  type Proof,
  proofOf,
  type RowFact,
  sumByAccount,
  sumOf,
  type TakeOnBooks,
  trayLabel,
  zip,
} from '@just-ledger/core';
import { eq, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { takeOnEntry } from '../../platform/database/schema.js';
import { laterLines, laterSum } from '../account-detail/later-lines.js';
import { loadChart } from '../accounts/account-store.js';
import { flowsBetween } from '../ledger/flow-store.js';
import { controlAccounts } from '../open-items/open-documents.js';
import { openSumsAt } from '../open-items/open-items-at.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { clearingAccount, type LoadedTakeOn, loadTakeOn } from './take-on-store.js';

/** The detail of control accounts against their totals, for as long as the books are kept. */
export function controlProofs(db: Db, organisation: Organisation, asAt: CivilDate): Proof[] {
  return (['receivables', 'payables'] as const).flatMap((ledger) => controlProof(db, organisation, asAt, ledger));
}

/** The detail that was taken on, as entries have gone on with it, against the ledger; and clearing against zero. */
export function takeOnProofs(db: Db, organisation: Organisation, today: CivilDate, asAt: CivilDate): Proof[] {
  const posted = db
    .selectDistinct({ part: takeOnEntry.part })
    .from(takeOnEntry)
    .where(eq(takeOnEntry.organisation, organisation.id))
    .all()
    .map(({ part }) => part);
  if (posted.length === 0) return [];
  const loaded = loadTakeOn(db, organisation.id, today);
  if (asAt < loaded.on.changeover) return [];
  const base: TakeOnProofBase = {
    loaded,
    balances: balancesAt(db, organisation, asAt),
    db,
    asAt,
    organisation: organisation.id,
  };
  const has = (tray: DetailTray): boolean => posted.includes(tray);
  return [
    ...clearingProof(db, organisation, asAt),
    ...(has('banks') ? [bankProof(base)] : []),
    ...(has('assets') ? assetProofs(base) : []),
    ...(has('stock') ? [stockProof(base)] : []),
  ];
}

/** What proofs of detail are drawn of. */
interface TakeOnProofBase {
  readonly loaded: LoadedTakeOn;
  /** What each account stands at. */
  readonly balances: Balances;
  readonly db: Db;
  readonly organisation: number;
  readonly asAt: CivilDate;
}

/** What is open with contacts, document by document, against the totals of the control accounts. */
function controlProof(db: Db, organisation: Organisation, asAt: CivilDate, ledger: ControlLedger): Proof[] {
  const chart = loadChart(db, organisation.id);
  const accounts = controlAccounts(db, organisation.id, ledger);
  const open = openSumsAt(db, { organisation: organisation.id, accounts, asAt });
  const right = sumOver(
    balancesAt(db, organisation, asAt),
    accounts.map(({ id }) => id),
  );
  if (open.size === 0 && right === 0) return [];
  const left = [...open.values()].reduce((sum, amount) => sum + amount, 0);
  return [
    proofOf(ledger === 'receivables' ? 'receivables-control' : 'payables-control', {
      leftLabel: ledger === 'receivables' ? 'Open items of customers' : 'Open items of suppliers',
      left: minor(left),
      rightLabel: accounts.map(({ id }) => accountTitle(accountIn(chart, id))).join(', '),
      right,
      remark: `${count(open.size, 'contact', 'contacts')}, every open document and every payment not yet allocated.`,
    }),
  ];
}

/** What the old trial balance left in clearing against what the trays took from it. */
function clearingProof(db: Db, organisation: Organisation, asAt: CivilDate): Proof[] {
  const clearing = clearingAccount(db, organisation.id);
  if (clearing === undefined) return [];
  const left = db
    .all<{ part: string | null; amount: number }>(
      sql`
    WITH marked AS (
      SELECT document AS part, sum(CASE WHEN e.part = 'trial-balance' THEN l.amount ELSE 0 END) AS old,
        sum(CASE WHEN e.part = 'trial-balance' THEN 0 ELSE l.amount END) AS trays
      FROM line AS l LEFT JOIN take_on_entry AS e ON e.organisation = l.organisation AND e.entry = l.entry
      WHERE l.organisation = ${organisation.id} AND l.account = ${clearing} AND l.date <= ${asAt} GROUP BY document
    )
    SELECT part, old + trays AS amount FROM marked WHERE old + trays <> 0`,
    )
    .map(({ part, amount }) => ({
      name: DETAIL_TRAYS.find((tray) => tray === part),
      amount: minor(Math.abs(amount)),
    }));
  const called = left.map(({ name }) => (name ? trayLabel(name).toLowerCase() : 'what names no tray'));
  const proof = proofOf('take-on-clearing', {
    leftLabel: 'Left in clearing, tray by tray, either side',
    left: sumOf(left.map(({ amount }) => amount)),
    rightLabel: 'Nothing',
    right: minor(0),
    remark: left.length === 0 ? 'Every tray agrees with its accounts.' : `Differing: ${called.join(', ')}.`,
  });
  const { number } = accountIn(loadChart(db, organisation.id), clearing);
  const explanations = zip(left, called).map(([{ amount }, label]) => ({ label, amount, account: number, to: asAt }));
  return [explainedBy(proof, explanations)];
}

/** Until a bank is reconciled, every entry on it since the changeover is an item that its statement does not show yet. */
function bankProof({ loaded: { trays, on }, balances, ...of }: TakeOnProofBase): Proof {
  const { facts } = trays.banks;
  const accounts = [...new Set(facts.map(({ account }) => account))];
  const uncleared = facts.filter((fact) => fact.uncleared).length;
  const since = laterSum(of.db, { ...of, accounts });
  return proofOf('bank-ledger', {
    leftLabel: 'Statements, uncleared items, entries since',
    left: sumOf([...facts.flatMap(({ lines }) => lines), since].map(({ amount }) => amount)),
    rightLabel: numbers(accounts, on),
    right: sumOver(balances, accounts),
    remark: `At the changeover ${count(uncleared, 'item was', 'items were')} not cleared; ${count(since.lines, 'line', 'lines')} since.`,
  });
}

function assetProofs({ loaded: { trays, on }, balances, ...of }: TakeOnProofBase): Proof[] {
  const used = new Set(trays.assets.facts.map((fact) => fact.class));
  const classes = trays['asset-classes'].facts.map((fact) => fact.class).filter(({ name }) => used.has(name));
  const proof = (
    key: 'assets-cost' | 'assets-written-off',
    leftLabel: string,
    accounts: readonly AccountId[],
    sign: 1 | -1,
  ): Proof => {
    const detail = accountDetail(onAccounts(trays.assets.facts, accounts), laterLines(of.db, { ...of, accounts }));
    const drawn = proofOf(key, {
      leftLabel,
      left: minor(sign * sumOf(detail.items.map(({ amount }) => amount))),
      rightLabel: numbers(accounts, on),
      right: minor(sign * sumOver(balances, accounts)),
      remark: detailRemark(detail, on, ['asset', 'assets']),
    });
    return explainedBy(drawn, namingNothing(detail, 'asset', sign === 1 ? -1 : 1));
  };
  const [cost, accumulated] = [
    classes.map((assetClass) => assetClass.cost),
    classes.map((assetClass) => assetClass.accumulated),
  ];
  return [
    proof('assets-cost', 'Cost of each asset', [...new Set(cost)], 1),
    proof(
      'assets-written-off',
      'Accumulated depreciation of each asset',
      [...new Set(accumulated.filter((id) => id !== undefined))],
      -1,
    ),
  ];
}

function stockProof({ loaded: { trays, on }, balances, ...of }: TakeOnProofBase): Proof {
  const { facts } = trays.stock;
  const accounts = [...new Set(facts.flatMap(({ lines }) => lines.map(({ account }) => account)))];
  const detail = accountDetail(facts, laterLines(of.db, { ...of, accounts }));
  const drawn = proofOf('stock-inventory', {
    leftLabel: 'Quantity times cost of each item',
    left: sumOf(detail.items.map(({ amount }) => amount)),
    rightLabel: numbers(accounts, on),
    right: sumOver(balances, accounts),
    remark: detailRemark(detail, on, ['item', 'items']),
  });
  return explainedBy(drawn, namingNothing(detail, 'item', -1));
}

/** The lines that the account has and the detail has not. @param sign what debit is to the difference */
function namingNothing({ unnamed }: AccountDetail, what: string, sign: 1 | -1): Explanation[] {
  return unnamed.map(({ entry, date, amount }) => ({
    label: `of ${longDate(date)}, names no ${what}`,
    amount: minor(sign * amount),
    entry,
  }));
}

/** What the detail holds, or the entries that it does not have. */
function detailRemark({ items, unnamed }: AccountDetail, { books }: TakeOnBooks, words: [string, string]): string {
  const [first] = unnamed;
  if (!first || sumOf(unnamed.map(({ amount }) => amount)) === 0)
    return `${count(items.filter(({ amount }) => amount !== 0).length, ...words)}, with all entries since.`;
  const more = unnamed.length - 1;
  return `${first.entry} of ${longDate(first.date)}, ${displayAmount(first.amount, books.baseCurrency)}, names no ${words[0]}${more === 0 ? '' : `, nor do ${count(more, 'other line', 'other lines')}`}.`;
}

function onAccounts(facts: readonly RowFact[], accounts: readonly AccountId[]): RowFact[] {
  return facts.map((fact) => ({ ...fact, lines: fact.lines.filter(({ account }) => accounts.includes(account)) }));
}

function numbers(accounts: readonly AccountId[], { books }: TakeOnBooks): string {
  return accounts.map((id) => books.chart.byId.get(id)?.number).join(', ');
}

function count(figure: number, singular: string, several: string): string {
  return `${figure} ${figure === 1 ? singular : several}`;
}

type Balances = ReadonlyMap<AccountId, number>;

function balancesAt(db: Db, organisation: Organisation, date: CivilDate): Balances {
  return sumByAccount(
    flowsBetween(db, { organisation: organisation.id, calendar: organisation.calendar }, undefined, date),
  );
}

function sumOver(balances: Balances, accounts: readonly AccountId[]) {
  return minor(accounts.reduce((sum, id) => sum + (balances.get(id) ?? 0), 0));
}
