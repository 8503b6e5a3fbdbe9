import type { OrganisationResponse } from '@just-ledger/contract';
import {
  type AccountId,
  ARCHIVE_FILE_KEYS,
  type ArchiveManifest,
  entryOfSealed,
  FIRST_PREVIOUS_SEAL,
  isPlainText,
  problem,
  isKeyOf,
} from '@just-ledger/core';
import Database from 'better-sqlite3';
import { eq, sql } from 'drizzle-orm';
import { insertRows } from '../../platform/database/insert-rows.js';
import { isRow } from '../../platform/database/next-id.js';
import { account, breakdown, membership, organisation, person } from '../../platform/database/schema.js';
import { Refusal, unprocessable } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { recordChange } from '../audit-trail/record-change.js';
import { CombinationIds } from '../journal/combination-ids.js';
import { postingStatements } from '../journal/posting-statements.js';
import { organisationOf, organisationResponse } from '../organisations/organisation-store.js';
import { fullCheck } from '../proofs/chain-check.js';
import { recordProofs } from '../proofs/proof-readings.js';
import { type ArchiveBytes, recordsOf } from './archive-records.js';
import { ARCHIVE_TABLES, archivedColumns, PERSON_FIELDS, type TableFile } from './archive-tables.js';
import { standOf } from './books-stand.js';
import type { ArchivedEntry } from './check-archive.js';

/** So many entries are laid out before they are posted together. */
const BATCH = 10_000;

type Row = Record<string, unknown>;

/**
 * Makes a new organisation of an archive that has been read and proved; all of it, or nothing. Who takes it in owns
 * it; the others stay known by name.
 */
export const takeArchive = defineCommand(
  'takeArchive',
  (
    context: WriteContext,
    {
      person: owner,
      name,
      manifest,
      files,
    }: { person: number; name: string; manifest: ArchiveManifest; files: ArchiveBytes },
  ): OrganisationResponse => {
    if (!isPlainText(name, 120) || name.trim() === '') {
      throw unprocessable('organisation-name', 'name', 'A name is up to 120 characters on one line.');
    }
    try {
      const made = restore(context, owner, name.trim(), files);
      assertSame(context, made, manifest);
      recordChange(context, {
        organisation: made,
        person: owner,
        subject: 'organisation',
        object: made,
        title: name.trim(),
        before: {},
        after: {
          'taken in from the archive of': manifest.writtenAt,
          entries: manifest.entries,
          'last seal': manifest.lastSeal,
        },
      });
      return organisationResponse(organisationOf(context.db, made), 'owner');
    } catch (error) {
      if (!(error instanceof Database.SqliteError) || !error.code.startsWith('SQLITE_CONSTRAINT')) throw error;
      throw unprocessable('archive-refused', '', `The books refuse what is in this archive: ${error.message}.`);
    }
  },
  { ownTransaction: true },
);

/** Puts books away: from now on they are read only. @param stand how the books stood when they were archived */
export const archiveBooks = defineCommand(
  'archiveBooks',
  (context: WriteContext, { archive, stand, ...actor }: Actor & { archive: string; stand: string }): void => {
    const before = organisationOf(context.db, actor.organisation);
    if (standOf(context.db, actor.organisation) !== stand) {
      throw new Refusal(409, [
        problem('changed-since', '', 'Something was written while the archive was made. Archive the books again.'),
      ]);
    }
    setArchived(context, actor.organisation, context.clock.moment());
    recordChange(context, {
      ...actor,
      subject: 'organisation',
      object: actor.organisation,
      title: before.name,
      before: { archived: 'no' },
      after: { archived: 'yes', archive },
    });
  },
);

/** Takes books out again. */
export const restoreBooks = defineCommand(
  'restoreBooks',
  (context: WriteContext, actor: Actor): void => {
    const { name, archivedAt } = organisationOf(context.db, actor.organisation);
    if (!archivedAt) throw unprocessable('not-archived', '', 'These books are not archived.');
    setArchived(context, actor.organisation, null);
    recordChange(context, {
      ...actor,
      subject: 'organisation',
      object: actor.organisation,
      title: name,
      before: { archived: 'yes' },
      after: { archived: 'no' },
    });
  },
  { archivedBooks: 'allowed' },
);

function setArchived(context: WriteContext, id: number, archivedAt: string | null): void {
  context.db
    .update(organisation)
    .set({ archivedAt, version: sql`${organisation.version} + 1` })
    .where(eq(organisation.id, id))
    .run();
  context.setUpChanged(id);
}

/** Writes everything into a new organisation. @returns its id */
function restore(context: WriteContext, owner: number, name: string, files: ArchiveBytes): number {
  const { db } = context;
  // accounts name each other, and tax codes name accounts that name tax codes
  db.$client.pragma('defer_foreign_keys = ON');
  const [head] = recordsOf<Omit<typeof organisation.$inferInsert, 'id' | 'name'>>(files, 'organisation');
  if (!head) throw unprocessable('archive-refused', '', 'The archive has no organisation.');
  const { id } = db
    .insert(organisation)
    .values({
      ...head,
      twoPeopleFrom: null, // what was posted before it was asked for stays as it was posted
      id: sql`(SELECT coalesce(max(id), 0) + 1 FROM organisation)`,
      name,
    })
    .returning({ id: organisation.id })
    .get();
  db.insert(membership)
    .values({ organisation: id, person: owner, role: 'owner', since: context.clock.moment() })
    .run();
  const people = restorePeople(context, owner, files);
  const beforeEntries = ARCHIVE_FILE_KEYS.slice(0, ARCHIVE_FILE_KEYS.indexOf('entries'));
  for (const file of beforeEntries) if (isKeyOf(ARCHIVE_TABLES, file)) restoreTable(context, id, file, files, people);
  restoreEntries(context, id, files, people);
  finishAccounts(context, id, files);
  for (const { id: account, usualValue } of recordsOf<{ id: number; usualValue?: number }>(files, 'breakdowns')) {
    if (usualValue === undefined) continue;
    db.update(breakdown)
      .set({ usualValue })
      .where(isRow(breakdown, id, account))
      .run();
  }
  for (const file of ARCHIVE_FILE_KEYS.slice(beforeEntries.length)) {
    if (isKeyOf(ARCHIVE_TABLES, file)) restoreTable(context, id, file, files, people);
  }
  db.update(organisation)
    .set({ twoPeopleFrom: head.twoPeopleFrom ?? null })
    .where(eq(organisation.id, id))
    .run();
  context.setUpChanged(id);
  return id;
}

/** People by their id in the archive: the owner is known by the address, the others by name only. */
function restorePeople(context: WriteContext, owner: number, files: ArchiveBytes): Map<number, number> {
  const address = context.db.select().from(person).where(eq(person.id, owner)).get()?.email?.toLowerCase();
  const createdAt = new Date().toISOString();
  return new Map(
    [...recordsOf<{ id: number; name: string; email?: string }>(files, 'people')].map(({ id, name, email }) => {
      if (email && email.toLowerCase() === address) return [id, owner];
      return [id, context.db.insert(person).values({ name, createdAt }).returning({ id: person.id }).get().id];
    }),
  );
}

function restoreTable(
  context: WriteContext,
  id: number,
  file: TableFile,
  files: ArchiveBytes,
  people: ReadonlyMap<number, number>,
): void {
  const fields = Object.keys(archivedColumns(file));
  const rows = [...recordsOf<Row>(files, file)].map((record) => {
    const row: Row = {
      organisation: id,
      ...Object.fromEntries(fields.map((field) => [field, record[field] ?? null])),
    };
    for (const field of PERSON_FIELDS) if (field in row) row[field] = people.get(Number(row[field])) ?? null;
    return { ...row, ...atFirst(file, row, id, people) };
  });
  insertRows(context.db, ARCHIVE_TABLES[file], ordered(file, rows) as never);
}

/** What a row says differently until the entries are there, or because its organisation and people are others now. */
function atFirst(file: TableFile, row: Row, id: number, people: ReadonlyMap<number, number>): Row {
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

/** Posts every entry as it was sealed. */
function restoreEntries(
  context: WriteContext,
  id: number,
  files: ArchiveBytes,
  people: ReadonlyMap<number, number>,
): void {
  const statements = postingStatements(context.db);
  const combinations = new CombinationIds(context.db, id);
  let [first, last, previousSeal] = [1, 0, FIRST_PREVIOUS_SEAL];
  const post = (): void => {
    if (last >= first) statements.post(id, first, last);
    first = last + 1;
  };
  for (const { sealed, seal, postedBy } of recordsOf<ArchivedEntry>(files, 'entries')) {
    const entry = entryOfSealed(sealed);
    statements.stageEntry({ entry, person: people.get(postedBy) as number, previousSeal, seal });
    entry.lines.forEach((line, index) => statements.stageLine(entry.place, index + 1, line, combinations.of(line)));
    [last, previousSeal] = [entry.place, seal];
    if (last - first + 1 === BATCH) post();
  }
  post();
}

/** Retired accounts, and those that take no typed entries, become so after their entries. */
function finishAccounts({ db }: WriteContext, id: number, files: ArchiveBytes): void {
  for (const record of recordsOf<{ id: AccountId; active: boolean; typedEntries: boolean }>(files, 'accounts')) {
    if (record.active && record.typedEntries) continue;
    db.update(account)
      .set({ active: record.active, typedEntries: record.typedEntries })
      .where(isRow(account, id, record.id))
      .run();
  }
}

/** The new books verify to the same last seal. */
function assertSame({ db }: WriteContext, id: number, manifest: ArchiveManifest): void {
  const check = fullCheck(db, id);
  const isSame = check.checkedTo === manifest.entries && check.lastSeal === manifest.lastSeal;
  const proofs = [...check.proofs, ...recordProofs(db, id, [])];
  if (isSame && proofs.every((proof) => proof.holds)) return;
  throw unprocessable('archive-refused', '', 'The books made of this archive do not verify. Nothing has been kept.');
}
