import { CLOSING_RULES } from '@just-ledger/contract';
import {
  accountId,
  type AccountId,
  type Books,
  canonicalJson,
  changeoverOf,
  type CheckedEntry,
  type CivilDate,
  entryNumber,
  type PostedPart,
  readTrays,
  type ReadTrays,
  type TakeOnBooks,
  takeOnEntries,
  type TakeOnRow,
  type TrayKey,
  TRAYS,
  keyedBy,
  keysOf,
  versionOf,
  zip,
} from '@just-ledger/core';
import { and, eq, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { account, entry, takeOn, takeOnEntry, takeOnRow } from '../../platform/database/schema.js';
import { loadBooks } from '../books/books-store.js';
import { rateHeldOn } from '../currencies/currency-store.js';
import { isNotReversed, postedEntriesOf } from '../journal/posted-entries.js';

/** A take-on as it is typed, read against the books. */
export interface LoadedTakeOn {
  readonly rows: Readonly<Record<TrayKey, readonly TakeOnRow[]>>;
  readonly on: TakeOnBooks;
  readonly trays: ReadTrays;
  /** The take-on clearing account, once there is one. */
  readonly clearing: AccountId | undefined;
  /** Where revenue and expense of the old year go: an account, the rules of each closing, or nobody has said. */
  readonly closesInto: AccountId | typeof CLOSING_RULES | undefined;
}

/** Reads a take-on. @param books the organisation's, if they are at hand */
export function loadTakeOn(db: Db, organisation: number, today: CivilDate, books?: Books): LoadedTakeOn {
  const within = books ?? loadBooks(db, organisation, today);
  const changeover = changeoverOf(within);
  const on: TakeOnBooks = {
    books: within,
    changeover,
    rateOf: (currency) => rateHeldOn(db, organisation, currency, changeover)?.quote,
  };
  const rows = keyedBy(keysOf(TRAYS), (): TakeOnRow[] => []);
  const typed = db
    .select({ id: takeOnRow.id, tray: takeOnRow.tray, cells: takeOnRow.cells })
    .from(takeOnRow)
    .where(eq(takeOnRow.organisation, organisation))
    .orderBy(takeOnRow.tray, takeOnRow.place, takeOnRow.id)
    .all();
  for (const { id, tray, cells } of typed) rows[tray].push({ id, cells });
  const settled = db.select().from(takeOn).where(eq(takeOn.organisation, organisation)).get();
  return {
    rows,
    on,
    trays: readTrays(rows, on),
    clearing: clearingAccount(db, organisation),
    closesInto: settled?.closesByRule ? CLOSING_RULES : (settled?.closesInto ?? undefined),
  };
}

/** The version of the rows of a tray. */
export function versionOfTray(rows: readonly TakeOnRow[]): number {
  return versionOf(rows.map(({ id, cells }) => ({ id, cells: { ...cells } })));
}

/** The version of all that is typed for a take-on, and of where the result of the old year goes. */
export function versionOfTakeOn({ rows, closesInto }: LoadedTakeOn): number {
  return versionOf({ closesInto, trays: keysOf(TRAYS).map((tray) => versionOfTray(rows[tray])) });
}

/** The account that must end at zero, if the chart has one. */
export function clearingAccount(db: Db, organisation: number): AccountId | undefined {
  return db
    .select({ id: account.id })
    .from(account)
    .where(and(eq(account.organisation, organisation), eq(account.role, 'take-on-clearing')))
    .get()?.id;
}

/** Whether a take-on is signed off. */
export function isSignedOff(db: Db, organisation: number): boolean {
  const row = db.select({ at: takeOn.signedOffAt }).from(takeOn).where(eq(takeOn.organisation, organisation)).get();
  return (row?.at ?? null) !== null;
}

/** The entries that stand for a part, as they were posted; one that somebody has reversed stands no more. */
export function entriesOfPart(
  db: Db,
  organisation: number,
  part: PostedPart,
): { readonly place: number; readonly number: string; readonly date: CivilDate }[] {
  return db
    .select({ place: entry.place, year: entry.year, number: entry.number, date: entry.date })
    .from(takeOnEntry)
    .innerJoin(entry, and(eq(entry.organisation, takeOnEntry.organisation), eq(entry.place, takeOnEntry.entry)))
    .where(and(eq(takeOnEntry.organisation, organisation), eq(takeOnEntry.part, part), isNotReversed(organisation)))
    .orderBy(entry.place)
    .all()
    .map((row) => ({ place: row.place, number: entryNumber(row.year, row.number), date: row.date }));
}

/** Stands for the clearing account that the first posting adds, as long as there is none. */
const CLEARING_TO_COME = accountId(0);

/** What a part would post now. */
export function wantedEntries(part: PostedPart, { trays, on, clearing }: LoadedTakeOn): CheckedEntry[] {
  return takeOnEntries(part, trays, on, clearing ?? CLEARING_TO_COME);
}

/** Whether what stands for a part is just what it would post now. */
export function isPostedAsTyped(
  db: Db,
  organisation: number,
  part: PostedPart,
  wanted: readonly CheckedEntry[],
): boolean {
  const places = entriesOfPart(db, organisation, part).map(({ place }) => place);
  if (places.length !== wanted.length) return false;
  const rows = db
    .select()
    .from(entry)
    .where(
      and(
        eq(entry.organisation, organisation),
        sql`${entry.place} IN (SELECT value FROM json_each(${JSON.stringify(places)}))`,
      ),
    )
    .orderBy(entry.place)
    .all();
  const posted = postedEntriesOf(db, organisation, rows);
  return zip(posted, wanted).every(([entry, want]) => linesText(entry) === linesText(want));
}

function linesText({ date, lines }: Pick<CheckedEntry, 'date' | 'lines'>): string {
  return canonicalJson({
    date,
    lines: lines.map(({ foreign, ...line }) => ({
      ...line,
      foreign: foreign && { currency: foreign.currency, amount: foreign.amount, ...foreign.quote },
    })),
  } as never);
}

/** What stands in clearing for each part, in minor units, debit positive. */
export function clearingInLedger(db: Db, organisation: number, clearing: AccountId | undefined): Map<string, number> {
  if (clearing === undefined) return new Map();
  const rows = db.all<{ part: string | null; amount: number }>(
    sql`SELECT document AS part, sum(amount) AS amount FROM line WHERE organisation = ${organisation} AND account = ${clearing} GROUP BY document`,
  );
  return new Map(rows.map(({ part, amount }) => [part ?? '', amount]));
}
