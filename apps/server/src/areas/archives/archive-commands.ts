import type { OrganisationResponse } from '@just-ledger/contract';
import { type ArchiveManifest, isPlainText, problem } from '@just-ledger/core';
import Database from 'better-sqlite3';
import { eq, sql } from 'drizzle-orm';
import { organisation } from '../../platform/database/schema.js';
import { Refusal, unprocessable } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { recordChange } from '../audit-trail/record-change.js';
import { organisationOf, organisationResponse } from '../organisations/organisation-store.js';
import { fullCheck } from '../proofs/chain-check.js';
import { recordProofs } from '../proofs/proof-readings.js';
import { type ArchiveBytes, recordsOf } from './archive-records.js';
import { standOf } from './books-stand.js';
import type { ArchivedEntry } from './check-archive.js';
import {
  finishSetUp,
  headOf,
  openRestored,
  restoreEntries,
  restoreRows,
  restoreSetUp,
  TABLES_AFTER_ENTRIES,
} from './restore-archive.js';

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
    try {
      const begun = restoreSetUp(context, owner, nameOf(name), files);
      restoreEntries(context, begun, recordsOf<ArchivedEntry>(files, 'entries'));
      finishSetUp(context, begun.organisation, files);
      for (const file of TABLES_AFTER_ENTRIES) restoreRows(context, begun, file, recordsOf(files, file));
      assertSame(context, begun.organisation, manifest);
      return openBooks(context, { ...begun, owner, twoPeopleFrom: headOf(files).twoPeopleFrom, manifest });
    } catch (error) {
      throw inWords(error);
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

/** A name that books can have, without spaces around it. @throws {Refusal} 422 */
export function nameOf(name: string): string {
  if (isPlainText(name, 120) && name.trim() !== '') return name.trim();
  throw unprocessable('organisation-name', 'name', 'A name is up to 120 characters on one line.');
}

/** Why the books refuse an archive, in words; any other error as it is. */
export function inWords(error: unknown): unknown {
  if (!(error instanceof Database.SqliteError) || !error.code.startsWith('SQLITE_CONSTRAINT')) return error;
  return unprocessable('archive-refused', '', `The books refuse what is in this archive: ${error.message}.`);
}

/** Gives the books to whoever took them in, and keeps in their trail where they come from. */
export function openBooks(
  context: WriteContext,
  {
    organisation: id,
    owner,
    manifest,
    twoPeopleFrom,
  }: {
    organisation: number;
    owner: number;
    twoPeopleFrom: Parameters<typeof openRestored>[1]['twoPeopleFrom'];
    manifest: Pick<ArchiveManifest, 'writtenAt' | 'entries' | 'lastSeal'>;
  },
): OrganisationResponse {
  openRestored(context, { organisation: id, owner, twoPeopleFrom });
  const made = organisationOf(context.db, id);
  recordChange(context, {
    organisation: id,
    person: owner,
    subject: 'organisation',
    object: id,
    title: made.name,
    before: {},
    after: {
      'taken in from the archive of': manifest.writtenAt,
      entries: manifest.entries,
      'last seal': manifest.lastSeal,
    },
  });
  return organisationResponse(made, 'owner');
}

/** The new books verify to the same last seal. */
function assertSame({ db }: WriteContext, id: number, manifest: ArchiveManifest): void {
  const check = fullCheck(db, id);
  const isSame = check.checkedTo === manifest.entries && check.lastSeal === manifest.lastSeal;
  const proofs = [...check.proofs, ...recordProofs(db, id, [])];
  if (isSame && proofs.every((proof) => proof.holds)) return;
  throw unprocessable('archive-refused', '', 'The books made of this archive do not verify. Nothing has been kept.');
}
