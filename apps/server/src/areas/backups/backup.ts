import Database from 'better-sqlite3';
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync } from 'node:fs';
import { copyFile } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { hasChainEnd, reviewChainEnds, setChainEndsAside } from '../../platform/database/chain-ends.js';
import { booksFile, openForReading } from '../../platform/database/connection.js';
import { takeDataFolder } from '../../platform/database/data-folder.js';
import { endsBeside, type KeptEnd, momentOfBackup, noteRestored } from '../../platform/database/ends-beside.js';
import { syncFile, writeDurably } from '../../platform/database/write-durably.js';
import { copyKeptFile, keptFilesFolder } from '../../platform/files/kept-files.js';
import { clearPassingFiles } from '../../platform/files/passing-files.js';
import { codeOf } from '../../platform/problems/told-error.js';

/** A copy of the books in a folder of its own, named by the moment at which it was begun. */
export interface Backup {
  readonly folder: string;
  /** UTC moment, ISO 8601. */
  readonly at: string;
  readonly bytes: number;
}

/** A copy that has just been made. */
export interface MadeBackup extends Backup {
  /** What is kept beside the books and is not in them, nor in the copy, as sentences. */
  readonly lacking: readonly string[];
}

/** A copy that nothing was added to for so long is not finished any more, in milliseconds. */
const LEFT_AFTER = 86_400_000;

/** Says what is wrong with the books of a folder; nothing if all is well. */
export type Verify = (folder: string) => Promise<readonly string[]> | readonly string[];

/** A copy that does not verify; it is kept beside the others under a name that says so. */
export class BackupNotVerifiedError extends Error {}

/**
 * Copies the books with SQLite's online backup, beside a running server if need be, and verifies the copy. Only a
 * verified copy gets its final name.
 *
 * @param into where the backups are kept
 * @throws {BackupNotVerifiedError} if the copy does not verify
 */
export async function backUp(folder: string, into: string, verify: Verify, now = new Date()): Promise<MadeBackup> {
  mkdirSync(into, { recursive: true, mode: 0o700 });
  const name = takeName(into, `${now.toISOString().slice(0, 19).replaceAll(':', '')}Z`);
  const unfinished = join(into, `${name}.unfinished`);
  // read first: what is committed meanwhile may be in the copy, and need not be
  const beside = endsBeside(folder);
  const books = new Database(booksFile(folder), { readonly: true });
  try {
    await books.backup(booksFile(unfinished));
  } finally {
    books.close();
  }
  const lacking = keepEndsOf(unfinished, beside);
  const copied = backupsIn(into)[0]?.folder;
  await copyPapers(folder, unfinished, { copied });
  let wrong = await verify(unfinished);
  if (wrong.length > 0 && copied !== undefined) {
    // an earlier backup that was damaged meanwhile must not hold up the next
    rmSync(keptFilesFolder(unfinished), { recursive: true, force: true });
    await copyPapers(folder, unfinished);
    wrong = await verify(unfinished);
  }
  removeLog(booksFile(unfinished));
  const finished = join(into, wrong.length === 0 ? name : `${name}.not-verified`);
  renameSync(unfinished, finished);
  if (wrong.length > 0) throw new BackupNotVerifiedError(`The copy ${finished} does not verify: ${wrong.join(' ')}`);
  return { ...backupIn(into, name), lacking };
}

/** Takes a name for a copy that no other has, though it be of the same second, by making its folder. */
function takeName(into: string, moment: string): string {
  for (let count = 1; ; count += 1) {
    const name = count === 1 ? moment : `${moment}-${count}`;
    if (existsSync(join(into, name))) continue;
    try {
      mkdirSync(join(into, `${name}.unfinished`), { mode: 0o700 });
      return name;
    } catch (error) {
      if (codeOf(error) !== 'EEXIST') throw error;
    }
  }
}

/** The backups in a folder, the latest first. What was not finished or not verified is none, nor is what is named otherwise or after a moment to come. */
export function backupsIn(into: string): Backup[] {
  if (!existsSync(into)) return [];
  return readdirSync(into)
    .filter((name) => momentOfBackup(name) !== undefined && existsSync(booksFile(join(into, name))))
    .sort()
    .reverse()
    .map((name) => backupIn(into, name));
}

/**
 * Removes all backups but the latest ones, all copies that did not verify but the latest, and what was left unfinished for a
 * day: what is younger may be one that somebody else is making.
 *
 * @returns the backups that are kept
 */
export function keepLatest(into: string, count: number): Backup[] {
  const backups = backupsIn(into);
  for (const old of backups.slice(count)) rmSync(old.folder, { recursive: true });
  const names = existsSync(into) ? readdirSync(into).sort() : [];
  const unverified = names.filter((name) => name.endsWith('.not-verified')).slice(0, -1);
  const lastWritten = (name: string): number =>
    statSync(join(into, name), { throwIfNoEntry: false })?.mtimeMs ?? Infinity;
  const isLeft = (name: string): boolean =>
    name.endsWith('.unfinished') && lastWritten(name) < Date.now() - LEFT_AFTER;
  for (const name of [...names.filter(isLeft), ...unverified]) {
    rmSync(join(into, name), { recursive: true });
  }
  return backups.slice(0, count);
}

/** A restore on its way: what comes is whole and verified, and takes the place of what is there. */
interface Restoring {
  /** The moment of the backup, UTC, ISO 8601; null for one whose name says none. */
  readonly from: string | null;
  /** When it was begun. */
  readonly at: string;
  /** Where the books that are there go; null if there are none. */
  readonly aside: string | null;
}

function restoringFile(folder: string): string {
  return join(folder, 'restoring.json');
}

function incomingBooks(folder: string): string {
  return `${booksFile(folder)}.incoming`;
}

/**
 * Puts a backup in the place of a data folder's books, which are kept beside it. No server may be using the folder. Ended
 * before its last step, it has changed nothing, or is finished at the next start.
 *
 * @returns where the books that were there are now; undefined if there were none
 * @throws {BackupNotVerifiedError} if the backup does not verify; nothing has been changed then
 */
export async function restore(
  backup: string,
  folder: string,
  verify: Verify,
  now = new Date(),
): Promise<string | undefined> {
  const giveBack = takeDataFolder(folder);
  try {
    finishRestoring(folder);
    const wrong = await verify(backup);
    if (wrong.length > 0) throw new BackupNotVerifiedError(`${backup} does not verify: ${wrong.join(' ')}`);
    const incoming = incomingBooks(folder);
    await copyFile(booksFile(backup), incoming);
    await copyPapers(backup, folder, { books: incoming });
    syncFile(incoming);
    const stamp = `${now.toISOString().slice(0, 19).replaceAll(':', '')}Z`;
    const aside = existsSync(booksFile(folder)) ? join(folder, `books-before-restore-${stamp}.sqlite`) : null;
    const from = momentOfBackup(basename(backup)) ?? null;
    const restoring: Restoring = { from, at: now.toISOString(), aside: aside && basename(aside) };
    writeDurably(restoringFile(folder), JSON.stringify(restoring));
    finishRestoring(folder);
    return aside ?? undefined;
  } finally {
    giveBack();
  }
}

/**
 * Finishes a restore that was begun, in steps of which each can be done again: the one that was ended in the middle is.
 * The folder must be taken.
 *
 * @returns whether there was one
 */
export function finishRestoring(folder: string): boolean {
  const file = restoringFile(folder);
  const [books, incoming] = [booksFile(folder), incomingBooks(folder)];
  rmSync(`${file}.unfinished`, { force: true });
  if (!existsSync(file)) {
    // what was still being copied when it ended is copied again, if it is asked for again
    rmSync(incoming, { force: true });
    removeLog(incoming);
    return false;
  }
  const { from, at, aside }: Restoring = JSON.parse(readFileSync(file, 'utf8'));
  if (existsSync(incoming)) {
    const stamp = `${at.slice(0, 19).replaceAll(':', '')}Z`;
    if (existsSync(books) && aside !== null) setAside(books, join(folder, aside));
    removeLog(books);
    removeLog(incoming);
    setChainEndsAside(folder, `.before-restore-${stamp}`);
    if (from !== null) noteRestored(folder, from, at);
    renameSync(incoming, books);
    syncFile(folder);
  }
  rmSync(file);
  return true;
}

/**
 * Writes beside a copy where the chains in it end: a later reading of the books finds these seals in them.
 *
 * @param beside what is kept beside the books that were copied
 * @returns what of it is not in the copy, as sentences
 */
function keepEndsOf(copy: string, beside: readonly KeptEnd[]): string[] {
  const db = openForReading(copy);
  try {
    reviewChainEnds(db, copy);
    return beside
      .filter((end) => !hasChainEnd(db, end))
      .map(
        ({ keeper, organisation, entries }) =>
          `${keeper} goes on to entry no. ${entries} of organisation ${organisation}, which the books do not have as it was.`,
      );
  } finally {
    db.$client.close();
  }
}

/**
 * Puts the papers that a copy of the books names beside it: those of the moment at which the copy was made, or before.
 *
 * @param books the copy that names them; the books of the folder they are put into unless another is named
 * @param copied an earlier copy, whose files need not be copied again
 */
async function copyPapers(
  from: string,
  into: string,
  { books = booksFile(into), copied }: { books?: string; copied?: string | undefined } = {},
): Promise<void> {
  for (const sha256 of papersNamedBy(books)) await copyKeptFile(from, into, sha256, copied);
  clearPassingFiles(into);
}

/** The papers that a file of books names; none in one from before there were any. */
function papersNamedBy(books: string): string[] {
  const copy = new Database(books, { readonly: true });
  try {
    const hasPapers = copy.prepare("SELECT 1 FROM sqlite_schema WHERE name = 'attachment'").get();
    return hasPapers ? copy.prepare<[], string>('SELECT DISTINCT sha256 FROM attachment').pluck().all() : [];
  } finally {
    copy.close();
  }
}

/** Removes the log beside a file of books whose content is all in it. */
function removeLog(books: string): void {
  for (const beside of ['-wal', '-shm']) rmSync(`${books}${beside}`, { force: true });
}

/** Moves books aside with all that was committed: what still stands in the log beside them is written into them first. */
function setAside(books: string, aside: string): void {
  const client = new Database(books);
  client.pragma('wal_checkpoint(TRUNCATE)');
  client.close();
  renameSync(books, aside);
}

function backupIn(into: string, name: string): Backup {
  const folder = join(into, name);
  return { folder, at: momentOfBackup(name) ?? '', bytes: statSync(booksFile(folder)).size };
}
