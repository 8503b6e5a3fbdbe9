import {
  ARCHIVE_FILE_KEYS,
  ARCHIVE_FORMAT,
  ARCHIVE_SCHEMA,
  ARCHIVE_VERSION,
  type ArchiveFile,
  archivedPaperName,
  archiveFileName,
  type ArchiveManifest,
  FIRST_PREVIOUS_SEAL,
  sealedContent,
  keyedBy,
} from '@just-ledger/core';
import { asc, eq, sql, type SQL } from 'drizzle-orm';
import type { SQLiteColumn } from 'drizzle-orm/sqlite-core';
import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { createHash } from 'node:crypto';
import { closeSync, existsSync, fsyncSync, openSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import type { Db } from '../../platform/database/connection.js';
import { attachment, membership, organisation as organisationTable, person } from '../../platform/database/schema.js';
import { passingFile } from '../../platform/files/passing-files.js';
import { keptFilePath } from '../../platform/files/kept-files.js';
import { unprocessable } from '../../platform/problems/refusal.js';
import { everyPostedEntry } from '../journal/posted-entries.js';
import { ARCHIVE_TABLES, archivedColumns, PERSON_FIELDS, type TableFile } from './archive-tables.js';

/** An archive on its way out, and how far the books were that it holds. */
export interface WrittenArchive {
  readonly path: string;
  readonly bytes: number;
  readonly manifest: ArchiveManifest;
}

/** What a ZIP file holds without the extension for larger ones: bytes, and files of papers beside the others. */
const MOST_BYTES = 2 ** 32 - 1;
const MOST_PAPER_FILES = 65_000;

/** So much text is compressed at a time. */
const CHUNK = 1 << 20;

/**
 * Writes the whole organisation as an archive, as the books stand at one moment: the caller holds a reading
 * transaction. The file is on its way out: whoever asked for it moves or removes it.
 *
 * @param writtenAt UTC moment
 * @param folder of the data, where the files of papers are
 * @throws {Refusal} 422 if the file of a paper is missing, or all of it is more than a ZIP file holds; nothing is left then
 */
export function writeArchive(db: Db, organisation: number, writtenAt: string, folder: string): WrittenArchive {
  const path = passingFile(folder);
  const file = openSync(path, 'wx', 0o600);
  let bytes = 0;
  const write = (piece: Uint8Array): void => {
    bytes += piece.length;
    if (bytes > MOST_BYTES) throw unprocessable('archive-too-large', '', 'An archive holds up to 4 GB.');
    writeFileSync(file, piece); // all of it, from where the last ended
  };
  try {
    const manifest = writeParts(db, organisation, writtenAt, folder, write);
    fsyncSync(file);
    return { path, bytes, manifest };
  } catch (error) {
    rmSync(path, { force: true });
    throw error;
  } finally {
    closeSync(file);
  }
}

/** Hands out an archive piece by piece. @returns its manifest */
function writeParts(
  db: Db,
  organisation: number,
  writtenAt: string,
  folder: string,
  write: (piece: Uint8Array) => void,
): ArchiveManifest {
  const zip = new Zip((error, piece) => {
    if (error) throw error;
    write(piece);
  });
  const chain = { entries: 0, lastSeal: FIRST_PREVIOUS_SEAL };
  const people = new Set<number>();
  const files = keyedBy(ARCHIVE_FILE_KEYS, () => ({ records: 0, sha256: '' }));
  // people are known last: whoever the other records name
  for (const file of [...ARCHIVE_FILE_KEYS.filter((one) => one !== 'people'), 'people' as const]) {
    files[file] = addFile(zip, file, writtenAt, linesOf(db, organisation, file, people, chain));
  }
  const { name } = organisationRow(db, organisation);
  const manifest: ArchiveManifest = {
    format: ARCHIVE_FORMAT,
    version: ARCHIVE_VERSION,
    organisation: name,
    writtenAt,
    ...chain,
    files,
  };
  addText(zip, 'manifest.json', writtenAt, `${JSON.stringify(manifest, null, 2)}\n`);
  addText(zip, 'schema.json', writtenAt, `${JSON.stringify(ARCHIVE_SCHEMA, null, 2)}\n`);
  addPapers(zip, db, organisation, folder);
  zip.end();
  return manifest;
}

function addFile(
  zip: Zip,
  file: ArchiveFile,
  writtenAt: string,
  lines: Iterable<string>,
): { records: number; sha256: string } {
  const part = new ZipDeflate(archiveFileName(file), { level: 6 });
  part.mtime = writtenAt;
  zip.add(part);
  const hash = createHash('sha256');
  let [records, waiting] = [0, ''];
  const push = (isLast: boolean): void => {
    const bytes = new TextEncoder().encode(waiting);
    hash.update(bytes);
    part.push(bytes, isLast);
    waiting = '';
  };
  for (const line of lines) {
    records += 1;
    waiting += `${line}\n`;
    if (waiting.length > CHUNK) push(false);
  }
  push(true);
  return { records, sha256: hash.digest('hex') };
}

/** The files of all papers, under their hashes; most are packed already. */
function addPapers(zip: Zip, db: Db, organisation: number, folder: string): void {
  const { sha256, name, at } = attachment;
  const of = eq(attachment.organisation, organisation);
  const papers = db.select({ sha256, name, at }).from(attachment).where(of).orderBy(asc(sha256)).all();
  if (papers.length > MOST_PAPER_FILES) {
    const message = `An archive holds up to ${MOST_PAPER_FILES.toLocaleString('en')} papers; these are ${papers.length.toLocaleString('en')}.`;
    throw unprocessable('archive-too-large', '', message);
  }
  for (const paper of papers) {
    const path = keptFilePath(folder, paper.sha256);
    if (!existsSync(path)) {
      throw unprocessable(
        'paper-missing',
        '',
        `The file of the paper ${paper.name} is missing from the data folder.`,
      );
    }
    const part = new ZipPassThrough(archivedPaperName(paper.sha256));
    part.mtime = paper.at;
    zip.add(part);
    part.push(readFileSync(path), true);
  }
}

function addText(zip: Zip, name: string, writtenAt: string, text: string): void {
  const part = new ZipDeflate(name, { level: 6 });
  part.mtime = writtenAt;
  zip.add(part);
  part.push(new TextEncoder().encode(text), true);
}

/** The records of a file, one a line; the people they name are remembered. */
function* linesOf(
  db: Db,
  organisation: number,
  file: ArchiveFile,
  people: Set<number>,
  chain: { entries: number; lastSeal: string },
): Generator<string> {
  switch (file) {
    case 'organisation':
      yield recordLine(organisationRow(db, organisation));
      return;
    case 'people':
      for (const row of peopleRows(db, organisation, people)) yield recordLine(row);
      return;
    case 'entries':
      for (const { row, posted } of everyPostedEntry(db, organisation)) {
        people.add(row.postedBy);
        [chain.entries, chain.lastSeal] = [row.place, row.seal];
        yield `{"sealed":${sealedContent(posted)},"seal":"${row.seal}","postedBy":${row.postedBy}}`;
      }
      return;
    default:
      for (const row of rowsOf(db, organisation, file)) {
        for (const field of PERSON_FIELDS) if (typeof row[field] === 'number') people.add(row[field]);
        if (row['subject'] === 'person') people.add(Number(row['object']));
        yield recordLine(row);
      }
  }
}

function rowsOf(db: Db, organisation: number, file: TableFile): Record<string, unknown>[] {
  const table = ARCHIVE_TABLES[file];
  const columns = archivedColumns(file);
  const order: (SQLiteColumn | SQL)[] =
    'at' in columns && !['id', 'place', 'fromDay', 'key'].some((key) => key in columns)
      ? [sql`rowid`]
      : Object.values(columns).map((one) => asc(one));
  return db
    .select(columns)
    .from(table)
    .where(eq(table.organisation, organisation))
    .orderBy(...order)
    .all();
}

function organisationRow(db: Db, id: number) {
  const { name, kind, baseCurrency, firstDay, changeoverDate } = organisationTable;
  const { fiscalYearStartMonth, fiscalYearStartDay, timeZone, twoPeopleFrom, createdAt } = organisationTable;
  const when = { fiscalYearStartMonth, fiscalYearStartDay, firstDay, changeoverDate, timeZone, createdAt };
  const row = db
    .select({ name, kind, baseCurrency, twoPeopleFrom, ...when })
    .from(organisationTable)
    .where(eq(organisationTable.id, id))
    .get();
  if (!row) throw new Error(`there is no organisation ${id}`);
  return row;
}

/** Members with their roles, and everybody else who is named. */
function peopleRows(db: Db, organisation: number, named: ReadonlySet<number>): Record<string, unknown>[] {
  const members = db.select().from(membership).where(eq(membership.organisation, organisation)).all();
  const ids = [...new Set([...named, ...members.map((one) => one.person)])].sort((a, b) => a - b);
  return ids.flatMap((id) => {
    const row = db
      .select({ id: person.id, name: person.name, email: person.email })
      .from(person)
      .where(eq(person.id, id))
      .get();
    const member = members.find((one) => one.person === id);
    return row ? [{ ...row, role: member?.role ?? null, since: member?.since ?? null }] : [];
  });
}

/** A record as a line of JSON, what is null left out. */
function recordLine(row: Readonly<Record<string, unknown>>): string {
  return JSON.stringify(Object.fromEntries(Object.entries(row).filter(([, value]) => value !== null)));
}
