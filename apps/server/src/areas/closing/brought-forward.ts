import {
  type AccountId,
  BROUGHT_FORWARD,
  broughtForwardClosing,
  type CheckedEntry,
  dayBefore,
  earlierOf,
  minor,
  type PostedEntry,
  problem,
  reversalOf,
  type TemporaryBalance,
} from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { entry, takeOn } from '../../platform/database/schema.js';
import { Refusal } from '../../platform/problems/refusal.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { loadChart } from '../accounts/account-store.js';
import { booksOf } from '../books/books-store.js';
import { loadBreakdowns } from '../breakdowns/breakdown-store.js';
import { EntryAppender } from '../journal/append-entry.js';
import type { BroughtForwardChange } from '../journal/brought-forward-changed.js';
import { isNotReversed, postedEntriesOf } from '../journal/posted-entries.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { temporaryBalances } from './closing-rehearsal.js';

/**
 * Brings temporary accounts of the time before these books to zero, whatever the way in: what was posted there of
 * revenue, expense, drawings and their like stands in equity as the bookkeeper chose, or as each year's closing would
 * take it. Compared with what stands of it already; where they differ, that is reversed and posted anew.
 */
export function settleBroughtForward(context: WriteContext, { organisation, person }: BroughtForwardChange): void {
  const { db } = context;
  const record = organisationOf(db, organisation);
  const status = closingsNotReversed(db, organisation);
  const chart = loadChart(db, organisation);
  const before = dayBefore(record.calendar.firstDay);
  const prepared = broughtForwardClosing(
    {
      chart,
      kind: record.kind,
      breakdowns: loadBreakdowns(db, organisation),
      date: record.changeoverDate ? earlierOf(record.changeoverDate, before) : before,
      balances: without(temporaryBalances(db, record, chart), status),
    },
    chosenAccount(db, organisation),
  );
  // nobody can take it yet: it stays where it is, and the proof of ended years says so
  const wanted = prepared.ok ? prepared.value : undefined;
  if (sumsOf(status) === sumsOf(wanted ? [wanted] : [])) return;
  const books = booksOf(context, organisation);
  if (books.lockedPeriods.has(BROUGHT_FORWARD)) {
    const message = 'What was brought forward is locked. Unlock it first.';
    throw new Refusal(422, [problem('period-locked', '', message)]);
  }
  const appender = new EntryAppender(context, { organisation, person, source: 'closing' }, books);
  for (const postedEntry of status) {
    const reversal = reversalOf(postedEntry, postedEntry.date, books);
    if (!reversal.ok) throw new Refusal(422, reversal.problems);
    appender.append(reversal.value.entry, { reverses: postedEntry.place, stage: reversal.value.stage });
  }
  if (wanted) appender.append(wanted);
}

/** The account that the bookkeeper chose; undefined for the rules by which years are closed. */
function chosenAccount(db: Db, organisation: number): AccountId | undefined {
  const row = db.select().from(takeOn).where(eq(takeOn.organisation, organisation)).get();
  return row && !row.closesByRule && row.closesInto !== null ? row.closesInto : undefined;
}

/** The entries that stand for it: opening entries that come from closing, not reversed. */
function closingsNotReversed(db: Db, organisation: number): PostedEntry[] {
  const rows = db
    .select()
    .from(entry)
    .where(
      and(
        eq(entry.organisation, organisation),
        eq(entry.source, 'closing'),
        eq(entry.kind, 'opening'),
        isNotReversed(organisation),
      ),
    )
    .orderBy(entry.place)
    .all();
  return postedEntriesOf(db, organisation, rows);
}

/** Balances as they would be without some entries. */
function without(balances: readonly TemporaryBalance[], entries: readonly PostedEntry[]): TemporaryBalance[] {
  const sums = new Map(balances.map((balance) => [keyOf(balance), balance]));
  for (const line of entries.flatMap(({ lines }) => lines)) {
    const key = keyOf(line);
    const held = sums.get(key);
    if (held) sums.set(key, { ...held, amount: minor(held.amount - line.amount) });
  }
  return [...sums.values()];
}

/** What entries do, account by account and value by value, as one text. */
function sumsOf(entries: readonly Pick<CheckedEntry, 'lines'>[]): string {
  const sums = new Map<string, number>();
  for (const line of entries.flatMap(({ lines }) => lines)) {
    sums.set(keyOf(line), (sums.get(keyOf(line)) ?? 0) + line.amount);
  }
  return JSON.stringify([...sums].filter(([, amount]) => amount !== 0).sort(([a], [b]) => (a < b ? -1 : 1)));
}

function keyOf({ account, breakdowns }: Pick<TemporaryBalance, 'account' | 'breakdowns'>): string {
  const values = Object.entries(breakdowns ?? {}).sort(([a], [b]) => (a < b ? -1 : 1));
  return JSON.stringify([account, values]);
}
