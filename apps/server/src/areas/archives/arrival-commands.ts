import type { OrganisationResponse } from '@just-ledger/contract';
import { type ArchiveManifest, isKeyOf } from '@just-ledger/core';
import { eq } from 'drizzle-orm';
import { arrival } from '../../platform/database/schema.js';
import { unprocessable } from '../../platform/problems/refusal.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { postingStatements } from '../journal/posting-statements.js';
import { nameOf, openBooks } from './archive-commands.js';
import { type ArchiveBytes, recordsOf } from './archive-records.js';
import { ARCHIVE_TABLES } from './archive-tables.js';
import type { ArchiveTurn } from './archive-turns.js';
import { arrivalOf } from './arrival-store.js';
import type { ArchivedEntry } from './check-archive.js';
import { finishSetUp, headOf, restoreEntries, restoreRows, restoreSetUp } from './restore-archive.js';

/** Begins books that an archive is taken into in turns: their set-up. @returns their id */
export const beginArrival = defineCommand(
  'beginArrival',
  (
    context: WriteContext,
    { owner, name, archive, files }: { owner: number; name: string; archive: string; files: ArchiveBytes },
  ): number => {
    const { organisation, people } = restoreSetUp(context, owner, nameOf(name), files);
    context.db
      .insert(arrival)
      .values({
        organisation,
        owner,
        archive,
        people: [...people],
        file: 'entries',
        begunAt: context.clock.moment(),
      })
      .run();
    return organisation;
  },
  { ownTransaction: true },
);

/** Writes the next records of an archive. */
export const takeArchiveTurn = defineCommand(
  'takeArchiveTurn',
  (context: WriteContext, { organisation, file, records, bytes }: ArchiveTurn & { organisation: number }): void => {
    const { db } = context;
    const before = arrivalOf(db, organisation);
    const begun = { organisation, people: new Map(before.people) };
    if (isKeyOf(ARCHIVE_TABLES, file)) {
      db.$client.pragma('defer_foreign_keys = ON');
      restoreRows(context, begun, file, recordsOf({ [file]: bytes }, file));
    } else restoreEntries(context, begun, recordsOf<ArchivedEntry>({ [file]: bytes }, file));
    db.update(arrival)
      .set({ file, records: (before.file === file ? before.records : 0) + records })
      .where(eq(arrival.organisation, organisation))
      .run();
  },
  { ownTransaction: true },
);

/** Opens the books once all of the archive is in them. */
export const endArrival = defineCommand(
  'endArrival',
  (
    context: WriteContext,
    {
      organisation,
      manifest,
      files,
    }: {
      organisation: number;
      manifest: ArchiveManifest;
      files: Pick<ArchiveBytes, 'organisation' | 'accounts' | 'breakdowns'>;
    },
  ): OrganisationResponse => {
    const { db } = context;
    const { owner } = arrivalOf(db, organisation);
    const end = postingStatements(db).chainEnd(organisation);
    if ((end?.place ?? 0) !== manifest.entries || (end?.seal ?? manifest.lastSeal) !== manifest.lastSeal) {
      throw unprocessable('archive-refused', '', 'The books made of this archive do not end as it does.');
    }
    finishSetUp(context, organisation, files);
    db.delete(arrival).where(eq(arrival.organisation, organisation)).run();
    return openBooks(context, { organisation, owner, manifest, twoPeopleFrom: headOf(files).twoPeopleFrom });
  },
  { ownTransaction: true },
);
