import type { FactsOfDateRequest, ReckoningResponse } from '@just-ledger/contract';
import {
  type Account,
  addDays,
  agedBalances,
  allowanceRows,
  type Checked,
  type CivilDate,
  documentKey,
  type DoubtedDocument,
  formatAmount,
  interestOf,
  isTemporary,
  minor,
  type Minor,
  monthsApart,
  normalBalanceOf,
  type Occurrence,
  onBusinessDay,
  readCount,
  readCountedSum,
  readDoubt,
  reckoned,
  type ReckonedRow,
  type Reckoning,
  resultRow,
  type ShareOfAccount,
  sumByAccount,
  type Target,
} from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { Refusal, unprocessable } from '../../platform/problems/refusal.js';
import { loadChart } from '../accounts/account-store.js';
import { contactNamed } from '../contacts/contact-named.js';
import { flowsBetween } from '../ledger/flow-store.js';
import { ledgerView } from '../ledger/ledger-view.js';
import { controlAccounts } from '../open-items/open-documents.js';
import { openByAge, openItemsAt } from '../open-items/open-items-at.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { yearStart } from '../organisations/report-dates.js';
import { type RecurringJournal, versionOf } from './recurring-store.js';

/** What is known of one date only. */
export type FactsOfDate = Omit<FactsOfDateRequest, 'date'>;

/** What the books are asked at a date of a recurring journal. */
export interface DateAsked {
  readonly db: Db;
  readonly organisation: Organisation;
  readonly journal: RecurringJournal;
  readonly occurrence: Occurrence;
}

/** What stands on an account at a date, or what moved on it since the date before; positive on its normal side. */
export function figureOf(
  { db, organisation, journal, occurrence }: DateAsked,
  { account: number, of }: ShareOfAccount,
): Minor {
  const account = accountNumbered(db, organisation, 'share.account', number);
  const { date, since } = occurrence;
  if (of !== 'movement') return standingOf(db, organisation, account, date);
  const { businessDay = 'as-is' } = versionOf(journal, occurrence).schedule;
  const before = onBusinessDay(since, businessDay, journal.holidays);
  return receivedOn(db, organisation, account, addDays(before, 1), date);
}

/** The interest that what stood on an account since the date before bears. */
export function interestAt(
  { db, organisation, journal, occurrence }: DateAsked,
  { account: number, percent, dayCount }: ShareOfAccount,
): Minor {
  const account = accountNumbered(db, organisation, 'share.account', number);
  const { since: from, nominal: to } = occurrence;
  const sign = normalBalanceOf(account) === 'credit' ? -1 : 1;
  const moved = db
    .all<{ date: CivilDate; amount: number }>(
      sql`SELECT date, sum(amount) AS amount FROM line
        WHERE organisation = ${organisation.id} AND account = ${account.id} AND date > ${from} AND date <= ${to}
        GROUP BY date ORDER BY date`,
    )
    .map(({ date, amount }) => ({ date, amount: minor(sign * amount) }));
  return interestOf(standingOf(db, organisation, account, from), moved, {
    from,
    to,
    rate: percent,
    dayCount,
    months: monthsApart(versionOf(journal, occurrence).schedule),
  });
}

/**
 * How it is found where an account is to stand at a date.
 *
 * @param facts what is known of this date only
 * @returns nothing where something has to be counted first
 * @throws {Refusal} 422 at the field of the facts
 */
export function reckoningAt(asked: DateAsked, target: Target, facts: FactsOfDate): Reckoning | undefined {
  const { db, organisation, occurrence } = asked;
  const account = accountNumbered(db, organisation, 'target.account', target.account);
  const rows = rowsOf(asked, target, account, facts);
  return rows && reckoned(target.by, rows, standingOf(db, organisation, account, occurrence.date));
}

function rowsOf(
  { db, organisation, occurrence }: DateAsked,
  target: Target,
  account: Account,
  facts: FactsOfDate,
): readonly ReckonedRow[] | undefined {
  switch (target.by) {
    case 'count':
      return countedRows(organisation, facts);
    case 'ages': {
      const accounts = controlAccounts(db, organisation.id, 'receivables');
      const ages = openByAge(db, { organisation: organisation.id, accounts, asAt: occurrence.date });
      return allowanceRows(ages, target.percents, doubtedDocuments(db, organisation, occurrence.date, facts));
    }
    case 'result':
      return [resultRow(resultBefore(db, organisation, account, occurrence.date), target.percent)];
    default:
      return target satisfies never;
  }
}

function countedRows({ baseCurrency }: Organisation, { counted, countedSum }: FactsOfDate) {
  if (counted !== undefined && counted.length > 0) return found(readCount(counted, baseCurrency), 'counted');
  return countedSum === undefined ? undefined : found(readCountedSum(countedSum, baseCurrency), 'countedSum');
}

function found<T>(read: Checked<T>, path: string): T {
  if (read.ok) return read.value;
  throw new Refusal(
    422,
    read.problems.map((problem) => ({ ...problem, path: problem.path === '' ? path : `${path}.${problem.path}` })),
  );
}

/** The documents that were looked at one by one, as they stand open. */
function doubtedDocuments(
  db: Db,
  organisation: Organisation,
  asAt: CivilDate,
  { doubted = [] }: FactsOfDate,
): DoubtedDocument[] {
  const accounts = controlAccounts(db, organisation.id, 'receivables');
  const said = new Set<string>();
  return doubted.map(({ contact: named, document, percent }, index) => {
    const contact = contactNamed(db, organisation.id, named);
    const items = openItemsAt(db, { organisation: organisation.id, accounts, asAt, contacts: [contact.id] });
    const item = agedBalances(items, asAt)
      .flatMap((agedBalance) => agedBalance.items)
      .find((agedItem) => documentKey(agedItem.document ?? '') === documentKey(document) && agedItem.open > 0);
    const path = `doubted.${index}`;
    if (!item) {
      throw unprocessable('document-not-open', `${path}.document`, `${document} of ${contact.name} is not open.`);
    }
    const key = `${contact.id} ${documentKey(document)}`;
    if (said.has(key)) throw unprocessable('document-twice', `${path}.document`, `${document} is said twice.`);
    said.add(key);
    const what = `${contact.name}, ${item.document ?? document}`;
    return { what, age: item.age, open: item.open, percent: found(readDoubt(percent, ''), `${path}.percent`) };
  });
}

/** What revenue is more than expense since the fiscal year began, one account and all closings left out. */
function resultBefore(db: Db, organisation: Organisation, tax: Account, date: CivilDate): Minor {
  const { accounts } = loadChart(db, organisation.id);
  const flows = flowsBetween(db, ledgerView(db, organisation, undefined), yearStart(organisation, date), date);
  const sums = sumByAccount(flows, ({ stage }) => stage !== 'closing');
  const counted = accounts.filter(
    ({ id, element }) => id !== tax.id && (element === 'revenue' || element === 'expense'),
  );
  return minor(-counted.reduce((sum, { id }) => sum + (sums.get(id) ?? 0), 0));
}

/**
 * What stands on an account at the end of a day, positive on its normal side. Revenue and expense stand as they do since
 * the fiscal year began; closings are left out.
 */
function standingOf(db: Db, organisation: Organisation, account: Account, date: CivilDate): Minor {
  const from = isTemporary(account) ? yearStart(organisation, date) : undefined;
  return receivedOn(db, organisation, account, from, date);
}

function receivedOn(
  db: Db,
  organisation: Organisation,
  account: Account,
  from: CivilDate | undefined,
  date: CivilDate,
): Minor {
  const flows = flowsBetween(db, ledgerView(db, organisation, undefined), from, date, account.id);
  const sum = flows
    .filter(({ stage }) => stage !== 'closing' || !isTemporary(account))
    .reduce((total, { amount }) => total + amount, 0);
  return minor(normalBalanceOf(account) === 'credit' ? -sum : sum);
}

function accountNumbered(db: Db, { id }: Organisation, path: string, number: string): Account {
  const account = loadChart(db, id).byNumber.get(number);
  if (!account) throw unprocessable('account-unknown', path, `There is no account ${number}.`);
  return account;
}

/** A reckoning as it goes over the wire. */
export function reckoningAnswer(
  { baseCurrency }: Organisation,
  { by, rows, target, standing, change }: Reckoning,
): ReckoningResponse {
  const write = (amount: Minor): string => formatAmount(amount, baseCurrency);
  return {
    by,
    rows: rows.map(({ what, quantity, cost, of, percent, amount }) => ({
      what,
      quantity: quantity ?? null,
      cost: cost ?? null,
      of: of === undefined ? null : write(of),
      percent: percent ?? null,
      amount: write(amount),
    })),
    target: write(target),
    standing: write(standing),
    change: write(change),
  };
}
