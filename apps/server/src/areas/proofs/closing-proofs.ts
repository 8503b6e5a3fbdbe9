import {
  type Account,
  type AccountId,
  accountTitle,
  addDays,
  type Breakdown,
  type CivilDate,
  dayBefore,
  displayAmount,
  entryNumber,
  explainedBy,
  type Explanation,
  findFiscalYear,
  isTemporary,
  laterOf,
  longDate,
  minor,
  type Proof,
  proofOf,
  sumOf,
  trialBalance,
} from '@just-ledger/core';
import { max, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { keptWhile } from '../../platform/database/kept-reading.js';
import { setUpChange } from '../../platform/database/schema.js';
import { loadChart } from '../accounts/account-store.js';
import { loadBreakdowns } from '../breakdowns/breakdown-store.js';
import { combinationsOf, partsWithin } from '../ledger/combination-parts.js';
import { closingsWithin, flowsAtDate } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { lockedUntil } from '../periods/locked-until.js';
import { closedYears } from '../periods/period-store.js';
import { rawSumsUntil } from './raw-sums.js';

/**
 * What the last closing up to a day left behind, of a year or part of it or of the time before these books: nothing on
 * temporary accounts, and what comes after begins with the post-closing trial balance. Years that have ended and are not
 * closed yet do not count.
 */
export function closingProofs(db: Db, books: Organisation, asAt: CivilDate): Proof[] {
  const end = lastClosing(db, books, asAt);
  if (end > asAt) return [];
  const locked = lockedUntil(db, books, end);
  const read = (): Proof[] => proofsOfClosing(db, books, end);
  if (locked === undefined) return read();
  // what was proved stays proved: nothing dated up to then can come, and names are those of now
  const setUp = db
    .select({ change: max(setUpChange.id) })
    .from(setUpChange)
    .get();
  return keptWhile(db, `closing proofs ${books.id} ${end}`, `${locked} ${setUp?.change ?? 0}`, read);
}

function proofsOfClosing(db: Db, books: Organisation, end: CivilDate): Proof[] {
  const accounts = loadChart(db, books.id).accounts;
  const raw = new Map<AccountId, number>();
  for (const { account, debit, credit } of rawSumsUntil(db, books, end))
    raw.set(account, (raw.get(account) ?? 0) + debit - credit);
  const temporary = accounts.filter((account) => isTemporary(account) && raw.has(account.id));
  if (temporary.length === 0) return [];
  return [endedYears(db, books, end, temporary, raw), ...opening(db, books, end, raw)];
}

/** The last day up to which something is closed; the day before the first if nothing is. */
function lastClosing(db: Db, books: Organisation, asAt: CivilDate): CivilDate {
  const closed = [...closedYears(db, books.id)]
    .map((label) => findFiscalYear(books.calendar, label)?.last ?? asAt)
    .filter((last) => last <= asAt);
  const view = { organisation: books.id, calendar: books.calendar };
  const parts = closingsWithin(db, view, books.calendar.firstDay, asAt, true);
  return [...closed, ...parts.slice(-1)].reduce(
    (latest, last) => laterOf(latest, last),
    dayBefore(books.calendar.firstDay),
  );
}

/** What raw lines left on revenue, expense, drawings and their like, within each value of a self-balancing breakdown too. */
function endedYears(
  db: Db,
  books: Organisation,
  end: CivilDate,
  temporary: readonly Account[],
  raw: ReadonlyMap<AccountId, number>,
): Proof {
  const breakdowns = loadBreakdowns(db, books.id).filter(({ selfBalancing }) => selfBalancing);
  const within = breakdowns.map((breakdown) => leftWithin(db, books, end, breakdown));
  const open = temporary.flatMap((account) => {
    const amount = raw.get(account.id) ?? 0;
    // what stands within the values, and what names none
    const byBreakdown = within.map((left) => {
      const parts = left.get(account.id) ?? [];
      const named = parts.reduce((sum, part) => sum + part, 0);
      return parts.reduce((sum, part) => sum + Math.abs(part), 0) + Math.abs(amount - named);
    });
    const left = Math.max(Math.abs(amount), ...byBreakdown);
    return left === 0 ? [] : [{ account, title: accountTitle(account), left: minor(left) }];
  });
  const names = open.map(({ title }) => title);
  const eachValue = breakdowns.map(({ name }) => `, within each value of ${name}`).join('');
  const proof = proofOf('ended-years', {
    leftLabel: `On temporary accounts at ${longDate(end)}, either side${eachValue}`,
    left: sumOf(open.map(({ left }) => left)),
    rightLabel: 'Nothing',
    right: minor(0),
    remark:
      open.length === 0
        ? 'All that ended years brought stands in equity.'
        : `Still open: ${names.slice(0, 5).join(', ')}${names.length > 5 ? ' and others' : ''}.`,
  });
  const ids = open.map(({ account }) => account.id);
  const later = proof.holds ? [] : postedAfterClosing(db, books, end, ids);
  const accounts = open.map(({ account, title, left }) => ({
    label: `${title} is still open`,
    amount: left,
    account: account.number,
    to: end,
  }));
  return explainedBy(proof, later.length > 0 ? later : accounts);
}

/** Entries on some accounts that were dated into what was closed after it was. */
function postedAfterClosing(
  db: Db,
  books: Organisation,
  end: CivilDate,
  accounts: readonly AccountId[],
): Explanation[] {
  const found = db.all<{ year: string; number: number; date: CivilDate; amount: number }>(sql`
    SELECT e.year AS year, e.number AS number, e.date AS date, sum(l.amount) AS amount
    FROM line AS l JOIN entry AS e ON e.organisation = l.organisation AND e.place = l.entry
    WHERE l.organisation = ${books.id} AND l.date <= ${end}
      AND l.account IN (SELECT value FROM json_each(${JSON.stringify(accounts)}))
      AND l.entry > (SELECT max(entry) FROM line WHERE organisation = ${books.id} AND date = ${end} AND stage = 'closing')
    GROUP BY l.entry HAVING sum(l.amount) <> 0`);
  return found.map(({ year, number, date, amount }) => ({
    label: `of ${longDate(date)}, posted after the closing`,
    amount: minor(Math.abs(amount)),
    entry: entryNumber(year, number),
  }));
}

/** What each account holds at the end of a day within the values of a breakdown; minor units, debit positive. */
function leftWithin(
  db: Db,
  books: Organisation,
  end: CivilDate,
  { id }: Breakdown,
): ReadonlyMap<AccountId, readonly number[]> {
  const valueOf = new Map(
    combinationsOf(db, books.id).flatMap(({ id: combination, values }) => {
      const value = values[String(id)];
      return value === undefined ? [] : [[combination, value] as const];
    }),
  );
  const sums = new Map<AccountId, Map<number, number>>();
  const view = { organisation: books.id, calendar: books.calendar };
  for (const [account, combination, , amount] of partsWithin(db, view, [...valueOf.keys()], undefined, end)) {
    const value = valueOf.get(combination) ?? 0;
    const ofAccount = sums.get(account) ?? new Map<number, number>();
    ofAccount.set(value, (ofAccount.get(value) ?? 0) + amount);
    sums.set(account, ofAccount);
  }
  return new Map([...sums].map(([account, byValue]) => [account, [...byValue.values()]]));
}

/** What the day after begins with, from raw lines, against the post-closing trial balance from totals, account by account. */
function opening(db: Db, books: Organisation, end: CivilDate, raw: ReadonlyMap<AccountId, number>): Proof[] {
  if (end < books.calendar.firstDay) return [];
  const chart = loadChart(db, books.id);
  const view = { organisation: books.id, calendar: books.calendar };
  const { rows, totalDebit } = trialBalance(chart, flowsAtDate(db, books, view, end), 'post-closing');
  const ended = new Map(rows.map(({ account, debit, credit }) => [account.id, debit - credit]));
  const otherwise = chart.accounts.flatMap((account) => {
    // temporary accounts begin at zero, whatever was left on them
    const begins = isTemporary(account) ? 0 : (raw.get(account.id) ?? 0);
    const difference = begins - (ended.get(account.id) ?? 0);
    return difference === 0
      ? []
      : [{ account, title: accountTitle(account), difference: minor(Math.abs(difference)) }];
  });
  const begun = longDate(addDays(end, 1));
  const proof = proofOf('opening-balances', {
    leftLabel: `Begins ${begun} otherwise than it ended, either side`,
    left: sumOf(otherwise.map(({ difference }) => difference)),
    rightLabel: 'Nothing',
    right: minor(0),
    remark:
      otherwise.length === 0
        ? `${begun} begins with the post-closing trial balance: ${rows.length} accounts, ${displayAmount(totalDebit, books.baseCurrency)} on each side.`
        : `Begin otherwise: ${otherwise
            .slice(0, 5)
            .map(({ title }) => title)
            .join(', ')}${otherwise.length > 5 ? ' and others' : ''}.`,
  });
  const explanations = otherwise.map(({ account, title, difference }) => ({
    label: `${title} begins otherwise than it ended`,
    amount: difference,
    account: account.number,
    to: end,
  }));
  return [explainedBy(proof, explanations)];
}
