import type { TaxSettlementResponse } from '@just-ledger/contract';
import {
  accountIn,
  type Chart,
  type CivilDate,
  entryNumber,
  formatAmount,
  minor,
  type Minor,
} from '@just-ledger/core';
import { and, asc, eq, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/sqlite-core';
import type { Db } from '../../platform/database/connection.js';
import { entry, line, person, taxSettlement } from '../../platform/database/schema.js';
import type { Organisation } from '../organisations/organisation-store.js';

/** A settlement with its entry. */
export interface Settlement {
  readonly from: CivilDate;
  readonly to: CivilDate;
  /** The place of its entry in the chain. */
  readonly place: number;
  readonly entry: string;
  readonly reversedBy: string | undefined;
  readonly account: (typeof taxSettlement.$inferSelect)['account'];
  /** What was owed; minor units, negative where it is to be got back. */
  readonly amount: Minor;
  readonly postedAt: string;
  readonly postedBy: string;
}

const reversal = alias(entry, 'reversal');

/** The settlements of an organisation in the order of their days, those that were reversed among them. */
export function settlementsOf(db: Db, organisation: number): Settlement[] {
  return db
    .select({
      row: taxSettlement,
      year: entry.year,
      number: entry.number,
      postedAt: entry.postedAt,
      postedBy: person.name,
      reversalYear: reversal.year,
      reversalNumber: reversal.number,
      amount: sql<number>`(SELECT coalesce(sum(${line.amount}), 0) FROM ${line} WHERE ${line.organisation} = ${organisation}
        AND ${line.entry} = ${taxSettlement.entry} AND ${line.account} = ${taxSettlement.account})`,
    })
    .from(taxSettlement)
    .innerJoin(entry, and(eq(entry.organisation, taxSettlement.organisation), eq(entry.place, taxSettlement.entry)))
    .innerJoin(person, eq(person.id, entry.postedBy))
    .leftJoin(
      reversal,
      and(eq(reversal.organisation, taxSettlement.organisation), eq(reversal.reverses, taxSettlement.entry)),
    )
    .where(eq(taxSettlement.organisation, organisation))
    .orderBy(asc(taxSettlement.lastDay), asc(taxSettlement.entry))
    .all()
    .map(({ row, year, number, reversalYear, reversalNumber, amount, postedAt, postedBy }) => ({
      from: row.firstDay,
      to: row.lastDay,
      place: row.entry,
      entry: entryNumber(year, number),
      reversedBy: reversalYear && reversalNumber ? entryNumber(reversalYear, reversalNumber) : undefined,
      account: row.account,
      amount: amount === 0 ? minor(0) : minor(-amount),
      postedAt,
      postedBy,
    }));
}

/** Those that stand. */
export function settledNow(settlements: readonly Settlement[]): Settlement[] {
  return settlements.filter(({ reversedBy }) => reversedBy === undefined);
}

/** A settlement as it goes over the wire. */
export function settlementResponse(
  { from, to, entry: number, reversedBy, account, amount, postedAt, postedBy }: Settlement,
  { baseCurrency }: Pick<Organisation, 'baseCurrency'>,
  chart: Chart,
): TaxSettlementResponse {
  const taxAccount = accountIn(chart, account);
  return {
    from,
    to,
    entry: number,
    reversedBy: reversedBy ?? null,
    account: taxAccount.number,
    accountName: taxAccount.name,
    amount: formatAmount(amount, baseCurrency),
    postedAt,
    postedBy,
  };
}
