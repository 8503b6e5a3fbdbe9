import { type Account, accountTitle, type Chart, EXCHANGE_ACCOUNT_KEYS } from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { breakdownValue, currencyKept, note, taxCode, taxPart } from '../../platform/database/schema.js';

/** What of the set-up writes to an account, in a sentence; undefined if nothing does. */
export function userOfAccount(db: Db, organisation: number, chart: Chart, account: Account): string | undefined {
  const title = accountTitle(account);
  const referring = chart.accounts.find((other) => other.parent === account.id || other.closesTo === account.id);
  if (referring) return `${accountTitle(referring)} refers to ${title}.`;
  const values = db.select().from(breakdownValue).where(eq(breakdownValue.organisation, organisation)).all();
  const fund = values.find((value) => value.account === account.id);
  if (fund) return `The fund ${fund.name} keeps its balance on ${title}.`;
  const noted = db
    .select({ title: note.title })
    .from(note)
    .where(and(eq(note.organisation, organisation), eq(note.account, account.id)))
    .get();
  if (noted) return `The note “${noted.title}” is on ${title}.`;
  return postingUsers(db, organisation).get(account.id)?.replace('…', title);
}

/** Tax codes and currencies that write to accounts, in a sentence by the account's id, with … in the place of its title. */
export function postingUsers(db: Db, organisation: number): Map<number, string> {
  const users = new Map<number, string>();
  const codes = db.select().from(taxCode).where(eq(taxCode.organisation, organisation)).all();
  for (const part of db.select().from(taxPart).where(eq(taxPart.organisation, organisation)).all()) {
    const code = codes.find((code) => code.id === part.taxCode);
    if (part.account !== null) users.set(part.account, `The tax code ${code?.code} writes to ….`);
  }
  for (const kept of db.select().from(currencyKept).where(eq(currencyKept.organisation, organisation)).all()) {
    for (const key of EXCHANGE_ACCOUNT_KEYS) {
      const id = kept[key];
      if (id !== null) users.set(id, `Gains and losses on ${kept.currency} go to ….`);
    }
  }
  return users;
}
