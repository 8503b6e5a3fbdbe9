import type { AccountResponse } from '@just-ledger/contract';
import {
  type Account,
  ACCOUNT_DETAILS,
  type AccountHistory,
  type AccountId,
  type Chart,
  type ChartNames,
  chartOf,
  type CivilDate,
  type CurrencyCode,
  entryNumber,
  formatAmount,
  minor,
  type Minor,
  normalBalanceOf,
  textsOf,
  textsOr,
} from '@just-ledger/core';
import { and, eq, inArray, isNull, lte, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { keptUntilCommit } from '../../platform/database/kept-reading.js';
import { account, accountBreakdown, entry, line } from '../../platform/database/schema.js';
import { keptWithChart } from './chart-version.js';

type AccountRow = typeof account.$inferSelect;

/** An organisation's chart of accounts. */
export function loadChart(db: Db, organisation: number): Chart {
  return keptWithChart(db, organisation, 'chart', () => readChart(db, organisation));
}

function readChart(db: Db, organisation: number): Chart {
  const required = new Map<number, number[]>();
  const rows = db.select().from(accountBreakdown).where(eq(accountBreakdown.organisation, organisation)).all();
  for (const row of rows) required.set(row.account, [...(required.get(row.account) ?? []), row.breakdown]);
  const accounts = db.select().from(account).where(eq(account.organisation, organisation)).all();
  return chartOf(accounts.map((row) => accountOf(row, required.get(row.id))));
}

/** What stands on an account, for changes that history may forbid. */
export function accountHistory(db: Db, organisation: number, id: AccountId, lines: number): AccountHistory {
  if (lines === 0) return { lines, withoutContact: 0, entries: [] };
  const mine = and(eq(line.organisation, organisation), eq(line.account, id));
  const bare = db
    .select({ count: sql<number>`count(*)` })
    .from(line)
    .where(and(mine, isNull(line.contact)))
    .get();
  const entries = db
    .selectDistinct({ year: entry.year, number: entry.number, date: line.date })
    .from(line)
    .innerJoin(entry, and(eq(entry.organisation, line.organisation), eq(entry.place, line.entry)))
    .where(mine)
    .orderBy(line.date)
    .limit(3)
    .all();
  return {
    lines,
    withoutContact: bare?.count ?? 0,
    entries: entries.map(({ year, number }) => entryNumber(year, number)),
  };
}

/** What accounts kept in another currency hold there at the end of a day; minor units of that currency, debit positive. */
export function foreignBalances(
  db: Db,
  organisation: number,
  accounts: readonly AccountId[],
  asAt: CivilDate,
): ReadonlyMap<number, number> {
  if (accounts.length === 0) return new Map();
  return keptUntilCommit(db, `foreign ${organisation} ${asAt} ${accounts.join(' ')}`, () => {
    const rows = db
      .select({ account: line.account, amount: sql<number>`coalesce(sum(${line.foreignAmount}), 0)` })
      .from(line)
      .where(and(eq(line.organisation, organisation), inArray(line.account, [...accounts]), lte(line.date, asAt)))
      .groupBy(line.account)
      .all();
    return new Map(rows.map(({ account: id, amount }) => [id, amount]));
  });
}

/** The version of each account, for changes that must not undo somebody else's. */
export function accountVersions(db: Db, organisation: number): Map<number, number> {
  const rows = db
    .select({ id: account.id, version: account.version })
    .from(account)
    .where(eq(account.organisation, organisation))
    .all();
  return new Map(rows.map((row) => [row.id, row.version]));
}

/** An account as it goes over the wire. */
export function accountResponse(
  account: Account,
  chart: Chart,
  currency: CurrencyCode,
  facts: { lines: number; balance: Minor; foreign?: number | undefined; version: number; names: ChartNames },
): AccountResponse {
  const numberOf = (id: AccountId | undefined): string | null =>
    id === undefined ? null : (chart.byId.get(id)?.number ?? null);
  return {
    id: account.id,
    number: account.number,
    name: account.name,
    element: account.element,
    classification: account.classification,
    normalBalance: normalBalanceOf(account),
    contra: account.contra,
    parent: numberOf(account.parent),
    heading: chart.headings.has(account.id),
    control: account.control ?? null,
    currency: account.currency ?? null,
    typedEntries: account.typedEntries,
    active: account.active,
    role: account.role ?? null,
    closesTo: numberOf(account.closesTo),
    share: account.share ?? null,
    settles: account.settles ?? false,
    breakdowns: (account.requiredBreakdowns ?? []).flatMap((id) => facts.names.breakdowns.get(id) ?? []),
    taxCode: account.taxCode === undefined ? null : (facts.names.taxCodes.get(account.taxCode) ?? null),
    cashFlow: account.cashFlow ?? null,
    ...textsOr(ACCOUNT_DETAILS, account, null),
    lines: facts.lines,
    balance: formatAmount(minor(facts.balance), currency),
    foreignBalance:
      account.currency && account.currency !== currency
        ? formatAmount(minor(facts.foreign ?? 0), account.currency)
        : null,
    version: facts.version,
  };
}

function accountOf(row: AccountRow, requiredBreakdowns: readonly number[] | undefined): Account {
  return {
    id: row.id,
    number: row.number,
    name: row.name,
    element: row.element,
    classification: row.classification,
    contra: row.contra,
    typedEntries: row.typedEntries,
    active: row.active,
    ...(row.parent !== null && { parent: row.parent }),
    ...(row.currency !== null && { currency: row.currency }),
    ...(row.control !== null && { control: row.control }),
    ...(row.role !== null && { role: row.role }),
    ...(row.closesTo !== null && { closesTo: row.closesTo }),
    ...(row.share !== null && { share: row.share }),
    ...(row.settles && { settles: true }),
    ...(row.taxCode !== null && { taxCode: row.taxCode }),
    ...(row.cashFlow !== null && { cashFlow: row.cashFlow }),
    ...textsOf(ACCOUNT_DETAILS, row),
    ...(requiredBreakdowns && { requiredBreakdowns }),
  };
}
