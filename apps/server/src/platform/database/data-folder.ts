import Database from 'better-sqlite3';
import { chmodSync, closeSync, existsSync, mkdirSync, openSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { codeOf } from '../problems/told-error.js';
import { booksFile } from './connection.js';

/** Kept here for as long as the process lives: a lock that nobody refers to would be collected, and let go. */
const held = new Set<Database.Database>();

/** Another server already uses the data folder. */
export class DataFolderInUseError extends Error {}

/** There are no books in a data folder in which there were some. */
export class BooksMissingError extends Error {}

/** A file that a running server needs was removed or replaced. */
export class LostFileError extends Error {}

function lockFile(folder: string): string {
  return join(folder, 'server.lock');
}

/**
 * Takes a data folder for this process, through a lock of the operating system on a file of its own: it is gone as
 * soon as the process is, however that ends. Verifying and backing up need no lock. From then on nobody but who runs the
 * process reads what it writes.
 *
 * @returns what gives the folder back
 * @throws {DataFolderInUseError} if another process has it
 */
export function takeDataFolder(folder: string): () => void {
  keepPrivate(folder);
  const lock = new Database(lockFile(folder));
  lock.pragma('busy_timeout = 0');
  try {
    lock.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    lock.close();
    const { code }: { code?: unknown } = Object(error);
    if (code !== 'SQLITE_BUSY') throw error;
    throw new DataFolderInUseError(`Another Just Ledger server is already using ${folder}.`);
  }
  held.add(lock);
  return () => {
    held.delete(lock);
    lock.close();
  };
}

/** Makes a data folder, or closes one that is there, to everybody else: folders 0700, files 0600. */
export function keepPrivate(folder: string): void {
  process.umask(0o077);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  try {
    chmodSync(folder, 0o700);
    for (const entry of readdirSync(folder, { withFileTypes: true })) {
      if (entry.isFile() || entry.isDirectory()) chmodSync(join(folder, entry.name), entry.isFile() ? 0o600 : 0o700);
    }
  } catch (error) {
    // a folder that somebody else owns and lends us is theirs to close
    if (codeOf(error) !== 'EPERM') throw error;
  }
}

/**
 * A folder in which there is something of books, but no books, is not one to begin new ones in.
 *
 * @throws {BooksMissingError} which says what there is
 */
export function assertNoneMissing(folder: string): void {
  if (existsSync(booksFile(folder))) return;
  const left = readdirSync(folder).filter((name) =>
    /^(chain-ends|backups|papers|restored\.json|books-before-)/.test(name),
  );
  if (left.length === 0) return;
  throw new BooksMissingError(
    `There are no books in ${folder}, but there is what was kept of some: ${left.join(', ')}. ` +
      'Put them back, or restore a backup: npm run restore -- <backup> <data folder>. New books begin in an empty folder.',
  );
}

/**
 * Books that may only be read are none to begin with: SQLite would open them all the same, and every change would fail.
 *
 * @throws {Error} with the code that the operating system gives
 */
export function assertWritable(folder: string): void {
  const books = booksFile(folder);
  for (const file of [books, `${books}-wal`, `${books}-shm`]) {
    if (existsSync(file) && statSync(file).isFile()) closeSync(openSync(file, 'r+'));
  }
}

/** What a server holds of its data folder, for as long as it runs. */
export interface HeldFolder {
  readonly folder: string;
  /** The file of the lock; undefined for who writes without one. */
  readonly lock: number | undefined;
}

/** What this process holds of a data folder. */
export function heldFolder(folder: string): HeldFolder {
  return { folder, lock: held.size > 0 ? inodeOf(lockFile(folder)) : undefined };
}

/** The files without which nothing that is written would be found again, as they were when the books were opened. */
export class HeldFiles {
  private readonly files: readonly { readonly path: string; readonly inode: number }[];

  /** To be made once the books are open: their log is there from then on. */
  constructor({ folder, lock }: HeldFolder) {
    const books = booksFile(folder);
    this.files = [
      ...(lock === undefined ? [] : [{ path: lockFile(folder), inode: lock }]),
      ...[books, `${books}-wal`, `${books}-shm`].flatMap((path) => {
        const inode = inodeOf(path);
        return inode === undefined ? [] : [{ path, inode }];
      }),
    ];
  }

  /** @throws {LostFileError} if one of them is not there any more, or another is in its place */
  assertThere(): void {
    const lost = this.files.find(({ path, inode }) => inodeOf(path) !== inode);
    if (lost) throw new LostFileError(`${lost.path} was removed or replaced while the server was running.`);
  }
}

function inodeOf(path: string): number | undefined {
  return statSync(path, { throwIfNoEntry: false })?.ino;
}
