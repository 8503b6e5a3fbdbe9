import {
  type AccountId,
  ARCHIVE_FILE_KEYS,
  type ArchiveFile,
  entryOfSealed,
  FIRST_PREVIOUS_SEAL,
  isKeyOf,
} from '@just-ledger/core';
import { eq, sql } from 'drizzle-orm';
import type { SQLiteTable } from 'drizzle-orm/sqlite-core';
import { insertRows } from '../../platform/database/insert-rows.js';
import { isRow } from '../../platform/database/next-id.js';
import { account, breakdown, membership, organisation, person } from '../../platform/database/schema.js';
import { unprocessable } from '../../platform/problems/refusal.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { CombinationIds } from '../journal/combination-ids.js';
import { postingStatements } from '../journal/posting-statements.js';
import { type ArchiveBytes, recordsOf } from './archive-records.js';
import { ARCHIVE_TABLES, archivedColumns, PERSON_FIELDS, type TableFile } from './archive-tables.js';
import type { ArchivedEntry } from './check-archive.js';

/** So many entries are laid out before they are posted together. */
const BATCH = 10_000;

type Row = Record<string, unknown>;
type Head = Omit<typeof organisation.$inferInsert, 'id' | 'name'>;

/** People of these books by their id in the archive. */
export type PeopleByArchived = ReadonlyMap<number, number>;

/** Files whose records are written before the entries, which name them, and after. */
const SPLIT = ARCHIVE_FILE_KEYS.indexOf('entries');
export const FILES_BEFORE_ENTRIES: readonly ArchiveFile[] = ARCHIVE_FILE_KEYS.slice(0, SPLIT);
export const TABLES_AFTER_ENTRIES: readonly TableFile[] = ARCHIVE_FILE_KEYS.slice(SPLIT).filter((file) =>
  isKeyOf(ARCHIVE_TABLES, file),
);

/** Books that are being made of an archive, and whom its people are here. */
export interface BooksBegun {
  readonly organisation: number;
  readonly people: PeopleByArchived;
}

/** Begins the books: what entries need to be posted. Nobody is their member yet. */
export function restoreSetUp(context: WriteContext, owner: number, name: string, files: ArchiveBytes): BooksBegun {
  const { db } = context;
  // accounts name each other, and tax codes name accounts that name tax codes
  db.$client.pragma('defer_foreign_keys = ON');
  const { id } = db
    .insert(organisation)
    .values({
      ...headOf(files),
      twoPeopleFrom: null, // what was posted before it was asked for stays as it was posted
      id: sql`(SELECT coalesce(max(id), 0) + 1 FROM organisation)`,
      name,
    })
    .returning({ id: organisation.id })
    .get();
  const begun = { organisation: id, people: restorePeople(context, owner, files) };
  for (const file of FILES_BEFORE_ENTRIES) {
    if (isKeyOf(ARCHIVE_TABLES, file)) restoreRows(context, begun, file, recordsOf(files, file));
  }
  return begun;
}

/** What entries were in the way of: retired accounts, and those that take no typed entries; usual values. */
export function finishSetUp(
  context: WriteContext,
  id: number,
  files: Pick<ArchiveBytes, 'accounts' | 'breakdowns'>,
): void {
  const { db } = context;
  for (const record of recordsOf<{ id: AccountId; active: boolean; typedEntries: boolean }>(files, 'accounts')) {
    if (record.active && record.typedEntries) continue;
    db.update(account)
      .set({ active: record.active, typedEntries: record.typedEntries })
      .where(isRow(account, id, record.id))
      .run();
  }
  for (const { id: object, usualValue } of recordsOf<{ id: number; usualValue?: number }>(files, 'breakdowns')) {
    if (usualValue === undefined) continue;
    db.update(breakdown)
      .set({ usualValue })
      .where(isRow(breakdown, id, object))
      .run();
  }
}

/** Gives the books their owner, and the rule of two people, which what was posted before did not need to keep. */
export function openRestored(
  context: WriteContext,
  {
    organisation: id,
    owner,
    twoPeopleFrom,
  }: { organisation: number; owner: number; twoPeopleFrom: Head['twoPeopleFrom'] },
): void {
  const { db } = context;
  db.insert(membership)
    .values({ organisation: id, person: owner, role: 'owner', since: context.clock.moment() })
    .run();
  db.update(organisation)
    .set({ twoPeopleFrom: twoPeopleFrom ?? null })
    .where(eq(organisation.id, id))
    .run();
  context.setUpChanged(id);
}

/** What an archive says of its organisation. @throws {Refusal} 422 */
export function headOf(files: Pick<ArchiveBytes, 'organisation'>): Head {
  const [head] = recordsOf<Head>(files, 'organisation');
  if (!head) throw unprocessable('archive-refused', '', 'The archive has no organisation.');
  return head;
}

/** People by their id in the archive: the owner is known by the address, the others by name only. */
function restorePeople(context: WriteContext, owner: number, files: ArchiveBytes): PeopleByArchived {
  const address = context.db.select().from(person).where(eq(person.id, owner)).get()?.email?.toLowerCase();
  const createdAt = new Date().toISOString();
  return new Map(
    [...recordsOf<{ id: number; name: string; email?: string }>(files, 'people')].map(({ id, name, email }) => {
      if (email && email.toLowerCase() === address) return [id, owner];
      return [id, context.db.insert(person).values({ name, createdAt }).returning({ id: person.id }).get().id];
    }),
  );
}

/** Writes records of a file as rows of its table. */
export function restoreRows(
  context: WriteContext,
  { organisation: id, people }: BooksBegun,
  file: TableFile,
  records: Iterable<Row>,
): void {
  const fields = Object.keys(archivedColumns(file));
  const rows = Array.from(records, (record) => {
    const row: Row = {
      organisation: id,
      ...Object.fromEntries(fields.map((field) => [field, record[field] ?? null])),
    };
    for (const field of PERSON_FIELDS) if (field in row) row[field] = people.get(Number(row[field])) ?? null;
    return { ...row, ...atFirst(file, row, id, people) };
  });
  const table: SQLiteTable = ARCHIVE_TABLES[file];
  insertRows(context.db, table, ordered(file, rows));
}

/** What a row says differently until the entries are there, or because its organisation and people are others now. */
function atFirst(file: TableFile, row: Row, id: number, people: PeopleByArchived): Row {
  switch (file) {
    case 'accounts':
      return { active: true, typedEntries: true };
    case 'breakdowns':
      return { usualValue: null };
    case 'set-up-changes': {
      if (row['subject'] === 'organisation') return { object: id };
      return row['subject'] === 'person' ? { object: people.get(Number(row['object'])) ?? row['object'] } : {};
    }
    default:
      return {};
  }
}

/** Values stand under others that are there already. */
function ordered(file: TableFile, rows: Row[]): Row[] {
  if (file !== 'breakdown-values') return rows;
  const key = (breakdownId: unknown, value: unknown): string => `${String(breakdownId)} ${String(value)}`;
  const done = new Set<string>();
  const waiting = [...rows];
  const inOrder: Row[] = [];
  while (waiting.length > 0) {
    const ready = waiting.filter((row) => row['parent'] === null || done.has(key(row['breakdown'], row['parent'])));
    if (ready.length === 0) throw unprocessable('archive-refused', '', 'A value stands under one that is not there.');
    for (const row of ready) {
      done.add(key(row['breakdown'], row['id']));
      inOrder.push(row);
      waiting.splice(waiting.indexOf(row), 1);
    }
  }
  return inOrder;
}

/** Posts entries as they were sealed, after those that are there already. */
export function restoreEntries(
  context: WriteContext,
  { organisation: id, people }: BooksBegun,
  entries: Iterable<ArchivedEntry>,
): void {
  const statements = postingStatements(context.db);
  const combinations = new CombinationIds(context.db, id);
  const end = statements.chainEnd(id) ?? { place: 0, seal: FIRST_PREVIOUS_SEAL };
  let [first, last, previousSeal] = [end.place + 1, end.place, end.seal];
  const post = (): void => {
    if (last >= first) statements.post(id, first, last);
    first = last + 1;
  };
  for (const { sealed, seal, postedBy } of entries) {
    const entry = entryOfSealed(sealed);
    const person = people.get(postedBy);
    if (person === undefined) throw unprocessable('archive-refused', '', 'An entry does not say who posted it.');
    statements.stageEntry({ entry, person, previousSeal, seal });
    entry.lines.forEach((line, index) => statements.stageLine(entry.place, index + 1, line, combinations.of(line)));
    [last, previousSeal] = [entry.place, seal];
    if (last - first + 1 === BATCH) post();
  }
  post();
}
