import { notFound, unprocessable } from '../../platform/problems/refusal.js';
import type { ArchiveContentsResponse } from '@just-ledger/contract';
import {
  ARCHIVE_FILE_KEYS,
  type ArchiveManifest,
  type CurrencyCode,
  keyedBy,
  MOST_PAPER_BYTES,
  type OrganisationKind,
} from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import { mkdirSync, rmSync } from 'node:fs';
import { clockFor } from '../../platform/database/clock.js';
import type { Db } from '../../platform/database/connection.js';
import { prepareBooks } from '../../platform/database/migrate.js';
import { entry, membership, organisation } from '../../platform/database/schema.js';
import { keepFile } from '../../platform/files/kept-files.js';
import { passingFile } from '../../platform/files/passing-files.js';
import { readParts } from '../../platform/files/zip-parts.js';
import { Progress } from '../../platform/jobs/progress.js';
import { defineFileTask } from '../../platform/threads/task.js';
import { createFirstOwner } from '../../platform/sessions/session-commands.js';
import { begunWith } from '../../platform/threads/thread-data.js';
import { WriteContext } from '../../platform/threads/write-context.js';
import { assertNoEntryFile } from '../journal/entry-file-store.js';
import { takeArchive } from './archive-commands.js';
import { type ArchiveBytes, recordsOf } from './archive-records.js';
import { type ArchiveTurn, takesTurns, turnsOf } from './archive-turns.js';
import { standOf } from './books-stand.js';
import type { ArchivedEntry } from './check-archive.js';
import { archivedPaperHash, readArchive, type ReadArchive } from './read-archive.js';
import { FILES_BEFORE_ENTRIES } from './restore-archive.js';
import { writeArchive, type WrittenArchive } from './write-archive.js';

/** Archives that have been read, by the id of their way in. */
const read = new Map<string, ReadArchive>();

/** Writes an organisation as an archive, as it stands at one moment. */
export const writeBooks = defineFileTask(
  'writeBooks',
  (
    db: Db,
    { organisation: id, writtenAt }: { organisation: number; writtenAt: string },
  ): WrittenArchive & { stand: string } => {
    // a file of entries is in an archive as a whole, or not at all
    assertNoEntryFile(db, id);
    return db.$client.transaction(() => ({
      ...writeArchive(db, id, writtenAt, begunWith().folder),
      stand: standOf(db, id),
    }))();
  },
);

/** Reads an archive and proves it. */
export const openArchive = defineFileTask(
  'openArchive',
  async (
    db: Db,
    { id, path, person, shared }: { id: string; path: string; person: number; shared: SharedArrayBuffer },
  ): Promise<ArchiveContentsResponse> => {
    const progress = new Progress(shared);
    const archive = await readArchive(path, progress.at);
    progress.at(archive.manifest.entries); // given up at its last entry, it is not kept
    read.set(id, archive);
    return contentsOf(db, archive, person);
  },
);

/** What was read of an archive: all of it where it is written in one turn, else what its books begin with. */
export const archiveRead = defineFileTask(
  'archiveRead',
  (
    _: Db,
    { id }: { id: string },
  ): { readonly manifest: ArchiveManifest; readonly files: ArchiveBytes; readonly inTurns: boolean } => {
    const { manifest, files } = found(id);
    if (!takesTurns(files)) return { manifest, files, inTurns: false };
    const begin = keyedBy(ARCHIVE_FILE_KEYS, (file) =>
      FILES_BEFORE_ENTRIES.includes(file) ? files[file] : new Uint8Array(),
    );
    return { manifest, files: begin, inTurns: true };
  },
);

/**
 * Makes books of an archive where nobody's books are, with every check of the database and every proof, and takes them
 * away again: what is written in turns after that does not end in the middle.
 *
 * @throws {Refusal} 422 with what the books would refuse
 */
export const rehearseArchive = defineFileTask(
  'rehearseArchive',
  async (_: Db, { id, name }: { id: string; name: string }): Promise<void> => {
    const { manifest, files } = found(id);
    const folder = passingFile(begunWith().folder);
    mkdirSync(folder, { mode: 0o700 });
    try {
      await prepareBooks(folder);
      const context = new WriteContext(folder, clockFor(begunWith().today));
      try {
        context.transact(() => {
          const owner = createFirstOwner(context, { email: 'nobody', name: 'Nobody', passwordHash: '-' });
          takeArchive(context, { person: owner, name, manifest, files });
        });
      } finally {
        context.db.$client.close();
      }
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  },
);

/** What archives are written in, by their ids. */
const turns = new Map<string, Generator<ArchiveTurn, undefined>>();

/** The next turn of an archive, from where its books are with the first; nothing after the last. */
export const nextArchiveTurn = defineFileTask(
  'nextArchiveTurn',
  (_: Db, { id, from }: { id: string; from: { file: string; records: number } }): ArchiveTurn | undefined => {
    const waiting = turns.get(id) ?? turnsOf(found(id).files, from);
    turns.set(id, waiting);
    return waiting.next().value;
  },
);

function found(id: string): ReadArchive {
  const archive = read.get(id);
  if (!archive) throw notFound('archive');
  return archive;
}

/** Puts the papers of an archive beside the books, before these name them. */
export const keepArchivedPapers = defineFileTask(
  'keepArchivedPapers',
  async (_: Db, { id }: { id: string }): Promise<void> => {
    const { folder } = begunWith();
    const archive = read.get(id);
    if (!archive) return;
    await readParts(archive.path, (name) => {
      const sha256 = archivedPaperHash(name);
      if (sha256 === undefined) return undefined;
      return (part) =>
        keepFile(folder, part, MOST_PAPER_BYTES, (kept) => {
          if (kept.sha256 !== sha256) throw new Error(`${name} is not what was read before.`);
        });
    });
  },
);

/** Forgets an archive. */
export const forgetArchive = defineFileTask('forgetArchive', (_: Db, { id }: { id: string }): void => {
  read.delete(id);
  turns.delete(id);
});

function contentsOf(db: Db, { manifest, files }: ReadArchive, person: number): ArchiveContentsResponse {
  const [head] = recordsOf<{ kind: OrganisationKind; baseCurrency: CurrencyCode; firstDay: string }>(
    files,
    'organisation',
  );
  if (!head) throw unprocessable('archive-refused', '', 'The archive has no organisation.');
  let [firstDate, lastDate, firstSeal]: [string | null, string | null, string | null] = [null, null, null];
  for (const { sealed, seal } of recordsOf<ArchivedEntry>(files, 'entries')) {
    firstSeal ??= seal;
    if (firstDate === null || sealed.date < firstDate) firstDate = sealed.date;
    if (lastDate === null || sealed.date > lastDate) lastDate = sealed.date;
  }
  const { organisation: name, writtenAt, entries, lastSeal, files: said } = manifest;
  return {
    organisation: name,
    kind: head.kind,
    baseCurrency: head.baseCurrency,
    firstDay: head.firstDay,
    writtenAt,
    accounts: said.accounts.records,
    contacts: said.contacts.records,
    entries,
    firstDate,
    lastDate,
    drafts: said.drafts.records,
    lastSeal,
    alreadyHere: firstSeal === null ? null : (booksBeginningWith(db, firstSeal, person) ?? null),
  };
}

/** Books of a person whose first entry has this seal. */
function booksBeginningWith(db: Db, seal: string, person: number): { id: number; name: string } | undefined {
  return db
    .select({ id: organisation.id, name: organisation.name })
    .from(entry)
    .innerJoin(organisation, eq(organisation.id, entry.organisation))
    .innerJoin(membership, eq(membership.organisation, entry.organisation))
    .where(and(eq(entry.place, 1), eq(entry.seal, seal), eq(membership.person, person)))
    .orderBy(organisation.id)
    .get();
}
