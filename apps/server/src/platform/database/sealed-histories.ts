import {
  changeContent,
  eventContent,
  FIRST_PREVIOUS_SEAL,
  type SealedChange,
  type SealedEvent,
} from '@just-ledger/core';
import { asc, desc, eq } from 'drizzle-orm';
import type { Db } from './connection.js';
import { organisation, periodEvent, setUpChange, takeOnEvent } from './schema.js';
import { sealAfter } from './seal-after.js';

/** A table of what happened, each record of an organisation sealed after the one before. */
export interface SealedHistory<Row> {
  readonly table: typeof periodEvent | typeof takeOnEvent | typeof setUpChange;
  readonly contentOf: (row: Row) => string;
}

/** Locks, unlockings, closings and reopenings. */
export const PERIOD_HISTORY: SealedHistory<SealedEvent> = { table: periodEvent, contentOf: eventContent };

/** Sign-offs of what was taken on, and reopenings. */
export const TAKE_ON_HISTORY: SealedHistory<SealedEvent> = { table: takeOnEvent, contentOf: eventContent };

/** Changes of the set-up. */
export const SET_UP_HISTORY: SealedHistory<SealedChange> = { table: setUpChange, contentOf: changeContent };

/** The histories of an organisation. */
export const SEALED_HISTORIES = { periods: PERIOD_HISTORY, takeOn: TAKE_ON_HISTORY, setUp: SET_UP_HISTORY } as const;

/** A key of {@link SEALED_HISTORIES}. */
export type HistoryName = keyof typeof SEALED_HISTORIES;

/** Records to be added to the history of an organisation, in their order, each with its seal. */
export function sealed<Row>(
  db: Db,
  { table, contentOf }: SealedHistory<Row>,
  organisationId: number,
  rows: readonly Row[],
): (Row & { readonly recordSeal: string })[] {
  const last = db
    .select({ seal: table.recordSeal })
    .from(table)
    .where(eq(table.organisation, organisationId))
    .orderBy(desc(table.id))
    .limit(1)
    .get();
  let previous = last?.seal ?? FIRST_PREVIOUS_SEAL;
  return rows.map((row) => {
    previous = sealAfter(previous, contentOf(row));
    return { ...row, recordSeal: previous };
  });
}

/** What reading a history found. */
export interface HistoryCheck {
  readonly records: number;
  /** How many stand before the first that is not what was sealed. */
  readonly intact: number;
  /** The moment of the first that is not. */
  readonly brokenAt?: string;
}

/** Follows the seals of a history from its first record. */
export function checkHistory<Row>(db: Db, history: SealedHistory<Row>, organisationId: number): HistoryCheck {
  let [records, intact] = [0, 0];
  let brokenAt: string | undefined;
  for (const { at, recordSeal, shouldBe } of withSealsAgain(db, history, organisationId)) {
    records += 1;
    if (recordSeal !== shouldBe) brokenAt ??= at;
    if (brokenAt === undefined) intact += 1;
  }
  return { records, intact, ...(brokenAt !== undefined && { brokenAt }) };
}

/** Seals what was recorded by a program that did not seal its histories yet. The guarantees must not stand meanwhile. */
export function sealOlderHistories(db: Db): void {
  for (const { id } of db.select({ id: organisation.id }).from(organisation).all()) {
    sealOlder(db, PERIOD_HISTORY, id);
    sealOlder(db, TAKE_ON_HISTORY, id);
    sealOlder(db, SET_UP_HISTORY, id);
  }
}

function sealOlder<Row>(db: Db, history: SealedHistory<Row>, organisationId: number): void {
  const { table, contentOf } = history;
  let previous = FIRST_PREVIOUS_SEAL;
  for (const row of rowsOf(db, history, organisationId)) {
    previous = sealAfter(previous, contentOf(row));
    db.update(table).set({ recordSeal: previous }).where(eq(table.id, row.id)).run();
  }
}

/** Each record with the seal that it has, and the one that follows from it and from the seal before it. */
function withSealsAgain<Row>(db: Db, history: SealedHistory<Row>, organisationId: number) {
  let previous = FIRST_PREVIOUS_SEAL;
  return rowsOf(db, history, organisationId).map((row) => {
    const shouldBe = sealAfter(previous, history.contentOf(row));
    previous = row.recordSeal;
    return { at: row.at, recordSeal: row.recordSeal, shouldBe };
  });
}

function rowsOf<Row>(db: Db, { table }: SealedHistory<Row>, organisationId: number) {
  const rows = db.select().from(table).where(eq(table.organisation, organisationId)).orderBy(asc(table.id)).all();
  // what a history is of, its table has
  return rows as ((typeof rows)[number] & Row)[];
}
