import Database from 'better-sqlite3';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';

/** Kept here for as long as the process lives: a lock that nobody refers to would be collected, and let go. */
const held = new Set<Database.Database>();

/** Another server already uses the data folder. */
export class DataFolderInUseError extends Error {}

/**
 * Takes a data folder for this process, through a lock of the operating system on a file of its own: it is gone as
 * soon as the process is, however that ends. Verifying and backing up need no lock.
 *
 * @returns what gives the folder back
 * @throws {DataFolderInUseError} if another process has it
 */
export function takeDataFolder(folder: string): () => void {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const lock = new Database(join(folder, 'server.lock'));
  lock.pragma('busy_timeout = 0');
  try {
    lock.exec('BEGIN EXCLUSIVE');
  } catch {
    lock.close();
    throw new DataFolderInUseError(`Another Just Ledger server is already using ${folder}.`);
  }
  held.add(lock);
  return () => {
    held.delete(lock);
    lock.close();
  };
}
