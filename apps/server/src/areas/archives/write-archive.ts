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
import { existsSync, readFileSync } from 'node:fs';
import type { Db } from '../../platform/database/connection.js';
import { attachment, membership, organisation as organisationTable, person } from '../../platform/database/schema.js';
import { keptFilePath } from '../../platform/files/kept-files.js';
import { type WrittenZip, ZipWriter } from '../../platform/files/write-zip.js';
import { unprocessable } from '../../platform/problems/refusal.js';
import { everyPostedEntry } from '../journal/posted-entries.js';
import { ARCHIVE_TABLES, archivedColumns, PERSON_FIELDS, type TableFile } from './archive-tables.js';

/** An archive on its way out, and how far the books were that it holds. */
export interface WrittenArchive extends WrittenZip {
  readonly manifest: ArchiveManifest;
}

/** What a ZIP file holds without the extension for larger ones: files of papers beside the others. */
const MOST_PAPER_FILES = 65_000;

/**
 * Writes the whole organisation as an archive, as the books stand at one moment: the caller holds a reading
 * transaction. The file is on its way out: whoever asked for it moves or removes it.
 *
 * @param writtenAt UTC moment
 * @param folder of the data, where the files of papers are
 * @throws {Refusal} 422 if the file of a paper is missing, or all of it is more than a ZIP file holds; nothing is left then
 */
export function writeArchive(db: Db, organisation: number, writtenAt: string, folder: string): WrittenArchive {
  const zip = new ZipWriter(folder, writtenAt, 'An archive');
  try {
    const manifest = writeParts(db, organisation, writtenAt, folder, zip);
    return { ...zip.end(), manifest };
  } catch (error) {
    zip.giveUp();
    throw error;
  }
}

/** Writes the parts of an archive. @returns its manifest */
function writeParts(
  db: Db,
  organisation: number,
  writtenAt: string,
  folder: string,
  zip: ZipWriter,
): ArchiveManifest {
  const chain = { entries: 0, lastSeal: FIRST_PREVIOUS_SEAL };
  const people = new Set<number>();
  const files = keyedBy(ARCHIVE_FILE_KEYS, () => ({ records: 0, sha256: '' }));
  // people are known last: whoever the other records name
  for (const file of [
    ...ARCHIVE_FILE_KEYS.filter((archiveFileKey) => archiveFileKey !== 'people'),
    'people' as const,
  ]) {
    files[file] = zip.addLines(archiveFileName(file), linesOf(db, organisation, file, people, chain));
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
  zip.addText('manifest.json', `${JSON.stringify(manifest, null, 2)}\n`);
  zip.addText('schema.json', `${JSON.stringify(ARCHIVE_SCHEMA, null, 2)}\n`);
  addPapers(zip, db, organisation, folder);
  return manifest;
}

/** The files of all papers, under their hashes; most are packed already. */
function addPapers(zip: ZipWriter, db: Db, organisation: number, folder: string): void {
  const { sha256, name, at } = attachment;
  const sql = eq(attachment.organisation, organisation);
  const papers = db.select({ sha256, name, at }).from(attachment).where(sql).orderBy(asc(sha256)).all();
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
    zip.addPacked(archivedPaperName(paper.sha256), readFileSync(path), paper.at);
  }
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
      : Object.values(columns).map((column) => asc(column));
  return db
    .select(columns)
    .from(table)
    .where(eq(table.organisation, organisation))
    .orderBy(...order)
    .all();
}

function organisationRow(db: Db, id: number) {
  const { name, kind, baseCurrency, firstDay, changeoverDate } = organisationTable;
  const { fiscalYearStartMonth, fiscalYearStartDay, timeZone, twoPeopleFrom, postsWhileClosing, createdAt } =
    organisationTable;
  const when = { fiscalYearStartMonth, fiscalYearStartDay, firstDay, changeoverDate, timeZone, createdAt };
  const row = db
    .select({ name, kind, baseCurrency, twoPeopleFrom, postsWhileClosing, ...when })
    .from(organisationTable)
    .where(eq(organisationTable.id, id))
    .get();
  if (!row) throw new Error(`there is no organisation ${id}`);
  return row;
}

/** Members with their roles, and everybody else who is named. */
function peopleRows(db: Db, organisation: number, named: ReadonlySet<number>): Record<string, unknown>[] {
  const members = db.select().from(membership).where(eq(membership.organisation, organisation)).all();
  const ids = [...new Set([...named, ...members.map((member) => member.person)])].sort((a, b) => a - b);
  return ids.flatMap((id) => {
    const row = db
      .select({ id: person.id, name: person.name, email: person.email })
      .from(person)
      .where(eq(person.id, id))
      .get();
    const member = members.find((member) => member.person === id);
    return row ? [{ ...row, role: member?.role ?? null, since: member?.since ?? null }] : [];
  });
}

/** A record as a line of JSON, what is null left out. */
function recordLine(row: Readonly<Record<string, unknown>>): string {
  return JSON.stringify(Object.fromEntries(Object.entries(row).filter(([, value]) => value !== null)));
}
