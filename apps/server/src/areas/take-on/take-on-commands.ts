import { CLOSING_RULES } from '@just-ledger/contract';
import {
  type Account,
  accountTitle,
  BROUGHT_FORWARD,
  checkDate,
  displayAmount,
  daysOfPeriod,
  formatAmount,
  isPermanentEquity,
  isTrayKey,
  minor,
  type Period,
  periodsBetween,
  POSTED_PARTS,
  type PostedPart,
  problem,
  type Problem,
  reversalOf,
  safeParseAmount,
  signOffBlockers,
  takeOnStatus,
  type TrayKey,
  trayLabel,
  TRAYS,
  versionOf,
} from '@just-ledger/core';
import { and, eq, sql } from 'drizzle-orm';
import { insertRows } from '../../platform/database/insert-rows.js';
import { isRow, nextId } from '../../platform/database/next-id.js';
import { entry, takeOn, takeOnEntry, takeOnEvent, takeOnRow } from '../../platform/database/schema.js';
import { sealed, TAKE_ON_HISTORY } from '../../platform/database/sealed-histories.js';
import { assertVersion, notFound, Refusal, unprocessable } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { addAccounts } from '../accounts/account-commands.js';
import { recordChange } from '../audit-trail/record-change.js';
import { rowsOfTray } from '../account-detail/tray-rows.js';
import { booksOf } from '../books/books-store.js';
import { settleBroughtForward } from '../closing/brought-forward.js';
import { EntryAppender } from '../journal/append-entry.js';
import { broughtForwardChanged } from '../journal/brought-forward-changed.js';
import { postedEntriesOf } from '../journal/posted-entries.js';
import { todayOf } from '../organisations/today-of.js';
import { lock, unlock } from '../periods/period-commands.js';
import { chainEnd, closedYears } from '../periods/period-store.js';
import {
  clearingAccount,
  clearingInLedger,
  entriesOfPart,
  isPostedAsTyped,
  isSignedOff,
  type LoadedTakeOn,
  loadTakeOn,
  versionOfTakeOn,
  versionOfTray,
  wantedEntries,
} from './take-on-store.js';

/** So long a cell may be. */
const LONGEST_CELL = 500;
/** So many rows a tray may have. */
const MOST_ROWS = 50_000;

/** A tray, and who works on it. */
export interface InTray extends Actor {
  readonly tray: string;
}

/** Keeps new rows just as they were typed. @returns their ids, in their order */
export const addTakeOnRows = defineCommand(
  'addTakeOnRows',
  (
    context: WriteContext,
    {
      tray: name,
      rows,
      after,
      ...of
    }: InTray & { rows: { cells: Record<string, string> }[]; after?: number | undefined },
  ): number[] => {
    const tray = trayFrom(context, of.organisation, name);
    for (const [index, { cells }] of rows.entries()) assertCells(cells, `rows.${index}.cells`);
    const { db } = context;
    const { organisation } = of;
    const counted = db
      .select({ count: sql<number>`count(*)`, last: sql<number>`coalesce(max(place), 0)` })
      .from(takeOnRow)
      .where(and(eq(takeOnRow.organisation, organisation), eq(takeOnRow.tray, tray)))
      .get();
    if ((counted?.count ?? 0) + rows.length > MOST_ROWS) {
      throw unprocessable('too-many-rows', 'rows', `A tray takes ${MOST_ROWS.toLocaleString('en')} rows.`);
    }
    let position = (counted?.last ?? 0) + 1;
    if (after !== undefined) {
      position = rowOf(context, organisation, tray, after).place + 1;
      db.update(takeOnRow)
        .set({ place: sql`${takeOnRow.place} + ${rows.length}` })
        .where(
          and(
            eq(takeOnRow.organisation, organisation),
            eq(takeOnRow.tray, tray),
            sql`${takeOnRow.place} >= ${position}`,
          ),
        )
        .run();
    }
    const next = nextId(db, takeOnRow, organisation);
    insertRows(
      db,
      takeOnRow,
      rows.map(({ cells }, index) => ({ organisation, id: next + index, tray, place: position + index, cells })),
    );
    return rows.map((_, index) => next + index);
  },
);

/** Keeps a row as it is typed now. */
export const changeTakeOnRow = defineCommand(
  'changeTakeOnRow',
  (
    context: WriteContext,
    {
      tray: name,
      id,
      cells,
      version,
      ...of
    }: InTray & { id: number; cells: Record<string, string>; version: number },
  ): void => {
    const tray = trayFrom(context, of.organisation, name);
    assertCells(cells, 'cells');
    assertVersion('row', version, versionOf(rowOf(context, of.organisation, tray, id).cells));
    context.db
      .update(takeOnRow)
      .set({ cells })
      .where(isRow(takeOnRow, of.organisation, id))
      .run();
  },
);

/** Takes a row away; all of a tray's if none is named. */
export const removeTakeOnRows = defineCommand(
  'removeTakeOnRows',
  (
    context: WriteContext,
    { tray: name, id, version, ...of }: InTray & { id?: number | undefined; version: number },
  ): void => {
    const tray = trayFrom(context, of.organisation, name);
    if (id === undefined)
      assertVersion('tray', version, versionOfTray(rowsOfTray(context.db, of.organisation, tray)));
    else assertVersion('row', version, versionOf(rowOf(context, of.organisation, tray, id).cells));
    context.db
      .delete(takeOnRow)
      .where(
        and(
          eq(takeOnRow.organisation, of.organisation),
          eq(takeOnRow.tray, tray),
          id === undefined ? undefined : eq(takeOnRow.id, id),
        ),
      )
      .run();
  },
);

/** Settles where revenue and expense of the old year go. */
export const changeTakeOn = defineCommand(
  'changeTakeOn',
  (
    context: WriteContext,
    { closesInto, version, ...actor }: Actor & { closesInto: string | null; version: number },
  ): void => {
    assertOpen(context, actor.organisation);
    assertVersion('take-on', version, versionOfTakeOn(load(context, actor.organisation)));
    const closesByRule = closesInto === CLOSING_RULES;
    const account = closesInto === null || closesByRule ? undefined : lastingEquity(context, actor, closesInto);
    settle(context, actor.organisation, { closesInto: account?.id ?? null, closesByRule: closesByRule || null });
    context.tell(broughtForwardChanged, { organisation: actor.organisation, person: actor.person });
  },
);

/** Posts a tray, or the old trial balance, as it is typed now; what it had posted before is reversed. */
export const postTray = defineCommand(
  'postTray',
  (context: WriteContext, act: InTray & { version: number }): void => {
    const { tray: name, version, ...of } = act;
    const part = partFrom(context, of.organisation, name);
    assertVersion('tray', version, versionOfTray(rowsOfTray(context.db, of.organisation, part)));
    ensureClearing(context, of);
    const loaded = load(context, of.organisation);
    assertReadable(loaded, [part]);
    postPart(context, of, part, loaded);
    redoOldBalance(context, of, part, loaded);
  },
);

/** Takes back what a tray has posted. */
export const takeTrayBack = defineCommand(
  'takeTrayBack',
  (context: WriteContext, { tray: name, ...of }: InTray): void => {
    const part = partFrom(context, of.organisation, name);
    const loaded = load(context, of.organisation);
    reversePart(context, of, part, loaded);
  },
);

/** Takes the difference of the old trial balance as equity, on an account that somebody chose, having seen the figure. */
export const acceptEquity = defineCommand(
  'acceptEquity',
  (
    context: WriteContext,
    { account: number, amount, ...actor }: Actor & { account: string; amount: string },
  ): void => {
    assertOpen(context, actor.organisation);
    const { on, trays } = load(context, actor.organisation);
    const { chart, baseCurrency } = on.books;
    const account = chart.byNumber.get(number);
    if (account?.element !== 'equity')
      throw unprocessable('not-equity', 'account', `${number} is no equity account.`);
    const { outBy } = takeOnStatus(trays, on);
    const seen = safeParseAmount(amount, baseCurrency);
    if (!seen.ok || seen.amount !== outBy || outBy === 0) {
      const now = displayAmount(minor(Math.abs(outBy)), baseCurrency);
      throw new Refusal(409, [problem('changed-since', 'amount', `The difference is ${now} now. Look at it again.`)]);
    }
    const side = outBy > 0 ? 'credit' : 'debit';
    addTakeOnRows(context, {
      ...actor,
      tray: 'trial-balance',
      rows: [
        {
          cells: {
            account: number,
            [side]: formatAmount(minor(Math.abs(outBy)), baseCurrency),
            note: 'accepted as the difference',
          },
        },
      ],
    });
    recordChange(context, {
      ...actor,
      subject: 'organisation',
      object: actor.organisation,
      title: 'Take-on',
      before: {},
      after: {
        'difference accepted as equity': `${displayAmount(minor(Math.abs(outBy)), baseCurrency)} on ${accountTitle(account)}`,
      },
    });
  },
);

/** Posts what is not posted yet, sees that nothing is left, and locks what lies up to the changeover date. */
export const signOff = defineCommand('signOff', (context: WriteContext, act: Actor & { version: number }): void => {
  const { version, ...actor } = act;
  assertOpen(context, actor.organisation);
  assertVersion('take-on', version, versionOfTakeOn(load(context, actor.organisation)));
  ensureClearing(context, actor);
  const loaded = load(context, actor.organisation);
  const wrong = signOffBlockers(loaded.trays, loaded.on, loaded.closesInto !== undefined);
  if (wrong.length > 0)
    throw new Refusal(
      422,
      wrong.map((sentence) => problem('not-at-zero', '', sentence)),
    );
  for (const part of POSTED_PARTS) postPart(context, actor, part, loaded);
  settleBroughtForward(context, actor);
  const left = [...clearingInLedger(context.db, actor.organisation, loaded.clearing)].filter(
    ([, amount]) => amount !== 0,
  );
  if (left.length > 0) throw new Error(`take-on clearing is not zero after sign-off: ${JSON.stringify(left)}`);
  settle(context, actor.organisation, { signedOffAt: context.clock.moment(), signedOffBy: actor.person });
  record(context, actor, 'signed-off', null);
  for (const period of periodsUpToChangeover(loaded)) lock(context, actor.organisation, actor.person, period);
});

/** Opens a take-on again that was signed off; the reason is kept. */
export const reopenTakeOn = defineCommand(
  'reopenTakeOn',
  (context: WriteContext, { reason, ...actor }: Actor & { reason: string }): void => {
    if (!isSignedOff(context.db, actor.organisation))
      throw unprocessable('not-signed-off', '', 'This take-on is not signed off.');
    if (reason.trim() === '') throw unprocessable('reason-missing', 'reason', 'Say why.');
    const [closed] = closedYears(context.db, actor.organisation);
    if (closed !== undefined) {
      throw unprocessable(
        'year-closed',
        '',
        `The year ${closed} is closed by what was taken on. Reopen the year first.`,
      );
    }
    settle(context, actor.organisation, { signedOffAt: null, signedOffBy: null });
    record(context, actor, 'reopened', reason.trim());
    const loaded = load(context, actor.organisation);
    for (const period of periodsUpToChangeover(loaded))
      unlock(context, actor.organisation, actor.person, period, reason.trim());
  },
);

/** Posts a part unless just that stands already; what stood before is reversed first. */
function postPart(context: WriteContext, actor: Actor, part: PostedPart, loaded: LoadedTakeOn): void {
  const wanted = wantedEntries(part, loaded);
  if (isPostedAsTyped(context.db, actor.organisation, part, wanted)) return;
  reversePart(context, actor, part, loaded);
  const { books } = loaded.on;
  const appender = new EntryAppender(context, { ...actor, source: 'take-on' }, books);
  for (const checked of wanted) {
    const date = checkDate(checked.date, 'opening', books);
    if (!date.ok) throw new Refusal(422, date.problems);
    const { place } = appender.append(checked);
    context.db.insert(takeOnEntry).values({ organisation: actor.organisation, entry: place, part }).run();
  }
}

function reversePart(context: WriteContext, actor: Actor, part: PostedPart, { on }: LoadedTakeOn): void {
  const { db } = context;
  const { organisation } = actor;
  const status = entriesOfPart(db, organisation, part);
  db.delete(takeOnEntry)
    .where(and(eq(takeOnEntry.organisation, organisation), eq(takeOnEntry.part, part)))
    .run();
  for (const { place, date } of status) {
    const row = db
      .select()
      .from(entry)
      .where(and(eq(entry.organisation, organisation), eq(entry.place, place)))
      .get();
    const [original] = row ? postedEntriesOf(db, organisation, [row]) : [];
    if (!original) throw notFound('entry');
    const checked = reversalOf(original, date, on.books);
    if (!checked.ok) throw new Refusal(422, checked.problems);
    const appender = new EntryAppender(context, { ...actor, source: 'take-on' }, on.books);
    appender.append(checked.value.entry, { reverses: place, stage: checked.value.stage });
  }
}

/** Where a tray details other accounts than before, the old trial balance, if posted, posts them elsewhere now. */
function redoOldBalance(context: WriteContext, actor: Actor, part: PostedPart, loaded: LoadedTakeOn): void {
  if (part === 'trial-balance' || entriesOfPart(context.db, actor.organisation, 'trial-balance').length === 0) return;
  assertReadable(loaded, ['trial-balance']);
  postPart(context, actor, 'trial-balance', loaded);
}

/** An account that can take what closing brings. @throws {Refusal} 422 */
function lastingEquity(context: WriteContext, { organisation }: Actor, number: string): Account {
  const { chart } = booksOf(context, organisation);
  const account = chart.byNumber.get(number);
  if (!account || !isPermanentEquity(account) || account.role === 'take-on-clearing') {
    throw unprocessable('not-equity', 'closesInto', `${number} is no lasting account of equity.`);
  }
  if (!account.active || chart.headings.has(account.id)) {
    throw unprocessable('account-unusable', 'closesInto', `${accountTitle(account)} takes no entries.`);
  }
  return account;
}

/** The clearing account, made if the chart has none. */
function ensureClearing(context: WriteContext, actor: Actor): void {
  if (clearingAccount(context.db, actor.organisation) !== undefined) return;
  const { chart } = booksOf(context, actor.organisation);
  const number =
    ['3990', '3995', '3999', '39990', '39995'].find((typedNumber) => !chart.byNumber.has(typedNumber)) ?? '399990';
  addAccounts(context, actor, [
    { number, name: 'Take-on clearing', element: 'equity', classification: 'equity', role: 'take-on-clearing' },
  ]);
}

function load(context: WriteContext, organisation: number): LoadedTakeOn {
  return loadTakeOn(context.db, organisation, todayOf(context, organisation), booksOf(context, organisation));
}

/** Every row of these parts can be read. @throws {Refusal} 422 with each problem at its tray, row and column */
function assertReadable({ trays }: LoadedTakeOn, parts: readonly PostedPart[]): void {
  const needed: readonly TrayKey[] = parts.includes('assets') ? ['asset-classes', ...parts] : parts;
  const problems = needed.flatMap((tray) =>
    [...trays[tray].problems].flatMap(([row, found]) =>
      found.map(({ code, path, message }): Problem => ({
        code,
        path: `${tray}.${row}.${path}`,
        message: `${trayLabel(tray)}: ${message}`,
      })),
    ),
  );
  if (problems.length > 0) throw new Refusal(422, problems.slice(0, 500));
}

function assertOpen(context: WriteContext, organisation: number): void {
  if (!isSignedOff(context.db, organisation)) return;
  throw new Refusal(409, [problem('signed-off', '', 'The take-on is signed off. An owner can reopen it.')]);
}

function trayFrom(context: WriteContext, organisation: number, name: string): TrayKey {
  if (!isTrayKey(name)) throw notFound('tray');
  assertOpen(context, organisation);
  return name;
}

function partFrom(context: WriteContext, organisation: number, name: string): PostedPart {
  const tray = trayFrom(context, organisation, name);
  const part = POSTED_PARTS.find((postedPart) => postedPart === tray);
  if (!part) throw unprocessable('posts-nothing', '', `${TRAYS[tray].label} posts nothing by itself.`);
  return part;
}

function rowOf(context: WriteContext, organisation: number, tray: TrayKey, id: number) {
  const where = and(isRow(takeOnRow, organisation, id), eq(takeOnRow.tray, tray));
  const row = context.db
    .select({ place: takeOnRow.place, cells: takeOnRow.cells })
    .from(takeOnRow)
    .where(where)
    .get();
  if (!row) throw notFound('row');
  return row;
}

function assertCells(cells: Record<string, string>, path: string): void {
  for (const [key, text] of Object.entries(cells)) {
    if (typeof text !== 'string' || text.length > LONGEST_CELL || key.length > 100) {
      throw unprocessable(
        'cell',
        `${path}.${key.slice(0, 100)}`,
        `A cell is a text of up to ${LONGEST_CELL} characters.`,
      );
    }
  }
}

function settle(context: WriteContext, organisation: number, set: Partial<typeof takeOn.$inferInsert>): void {
  context.db
    .insert(takeOn)
    .values({ organisation, ...set })
    .onConflictDoUpdate({ target: takeOn.organisation, set })
    .run();
}

function record(context: WriteContext, actor: Actor, event: 'signed-off' | 'reopened', reason: string | null): void {
  const { organisation, person } = actor;
  const { db, clock } = context;
  const happened = { organisation, event, at: clock.moment(), by: person, reason, ...chainEnd(db, organisation) };
  db.insert(takeOnEvent)
    .values(sealed(db, TAKE_ON_HISTORY, organisation, [happened]))
    .run();
  context.chainMoved(organisation);
}

/** What was brought forward, and every month that is over at the changeover date. */
function periodsUpToChangeover({ on: { books, changeover } }: LoadedTakeOn): Period[] {
  if (changeover < books.calendar.firstDay) return [BROUGHT_FORWARD];
  const { calendar } = books;
  const months = periodsBetween(calendar, calendar.firstDay, changeover);
  return [BROUGHT_FORWARD, ...months.filter((month) => daysOfPeriod(calendar, month).to <= changeover)];
}
