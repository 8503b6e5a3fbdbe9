import { unprocessable } from '../../platform/problems/refusal.js';
import type { ArchiveContentsResponse } from '@just-ledger/contract';
import { type ArchiveManifest, type CurrencyCode, MOST_PAPER_BYTES, type OrganisationKind } from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { entry, membership, organisation } from '../../platform/database/schema.js';
import { keepFile } from '../../platform/files/kept-files.js';
import { readParts } from '../../platform/files/zip-parts.js';
import { Progress } from '../../platform/jobs/progress.js';
import { defineFileTask } from '../../platform/threads/task.js';
import { begunWith } from '../../platform/threads/thread-data.js';
import { type ArchiveBytes, recordsOf } from './archive-records.js';
import { standOf } from './books-stand.js';
import type { ArchivedEntry } from './check-archive.js';
import { archivedPaperHash, readArchive, type ReadArchive } from './read-archive.js';
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

/** What was read, to be written. */
export const archiveRead = defineFileTask(
  'archiveRead',
  (_: Db, { id }: { id: string }): { manifest: ArchiveManifest; files: ArchiveBytes } | undefined => {
    const archive = read.get(id);
    return archive && { manifest: archive.manifest, files: archive.files };
  },
);

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
