import Database from 'better-sqlite3';
import { existsSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { booksFile, type Db } from '../database/connection.js';
import { oncePerConnection } from '../database/once-per-connection.js';
import type { Derivation, DerivedFile, KeptBeside } from './derivation.js';

/** The log of the file stays below this when it can, in bytes. */
const LOG_LIMIT = 64 * 1024 * 1024;

/** So much of the file is held in memory while it is written, in bytes. */
const CACHE = 64 * 1024 * 1024;

function derivedFile(folder: string): string {
  return join(folder, 'derived.sqlite');
}

/**
 * Makes the file of what is derived ready, before anybody reads it. What was derived in another way, or of books that
 * others may have written to since, counts no more.
 *
 * @returns the epoch that begins or goes on: what was derived in another is made anew
 */
export function prepareDerived(folder: string, derivations: readonly (Derivation | KeptBeside)[]): number {
  const file = openOrBeginAnew(folder);
  file.exec(`CREATE TABLE IF NOT EXISTS derivation (name TEXT PRIMARY KEY, version INTEGER NOT NULL) STRICT;
    CREATE TABLE IF NOT EXISTS derived_to (name TEXT NOT NULL, organisation INTEGER NOT NULL, place INTEGER NOT NULL,
      seal TEXT NOT NULL, epoch INTEGER NOT NULL, PRIMARY KEY (name, organisation)) STRICT, WITHOUT ROWID;
    CREATE TABLE IF NOT EXISTS books_left (stamp TEXT NOT NULL, epoch INTEGER NOT NULL) STRICT`);
  const versions = new Map(
    file
      .prepare<[], { name: string; version: number }>('SELECT name, version FROM derivation')
      .all()
      .map(({ name, version }) => [name, version]),
  );
  const known = file.prepare<[string], number>('SELECT organisation FROM derived_to WHERE name = ?').pluck();
  for (const derivation of derivations) {
    const { name, version, tables } = derivation;
    if (versions.get(name) === version) continue;
    if ('forget' in derivation) for (const organisation of known.all(name)) derivation.forget?.(file, organisation);
    for (const [table, text] of Object.entries(tables)) file.exec(`DROP TABLE IF EXISTS "${table}"; ${text}`);
    file.prepare('DELETE FROM derived_to WHERE name = ?').run(name);
    file.prepare('INSERT OR REPLACE INTO derivation (name, version) VALUES (?, ?)').run(name, version);
  }
  const left = file.prepare<[], { stamp: string; epoch: number }>('SELECT stamp, epoch FROM books_left').get();
  const epoch = left?.stamp === stampOf(folder) ? left.epoch : newEpoch(file);
  file.exec('DELETE FROM books_left');
  file.close();
  return epoch;
}

/** Notes how the books were left: if they are found just so, nobody else has written to them. */
export function noteBooksLeft(folder: string, epoch: number): void {
  const file = new Database(derivedFile(folder));
  file.exec('DELETE FROM books_left');
  file.prepare('INSERT INTO books_left (stamp, epoch) VALUES (?, ?)').run(stampOf(folder), epoch);
  file.close();
}

/** Opens what is derived for writing. */
export function openDerived(folder: string): DerivedFile {
  const file = new Database(derivedFile(folder));
  file.pragma('busy_timeout = 5000');
  // what is derived stands in no order of its keys: pages are met with again and again
  file.pragma(`cache_size = -${CACHE / 1024}`);
  // a log that grew while somebody read for long does not stay so
  file.pragma(`journal_size_limit = ${LOG_LIMIT}`);
  return file;
}

/** Lets a connection that reads the books read what is derived of them, under the name `derived`. */
export function attachDerived(db: Db, folder: string): Db {
  if (existsSync(derivedFile(folder))) db.$client.prepare('ATTACH ? AS derived').run(derivedFile(folder));
  return db;
}

/** Whether a connection can read what is derived. */
export const hasDerived = oncePerConnection(({ $client }) =>
  $client
    .prepare<[], { name: string }>('PRAGMA database_list')
    .all()
    .some(({ name }) => name === 'derived'),
);

/** A file that cannot be read is no loss. */
function openOrBeginAnew(folder: string): DerivedFile {
  const open = (): DerivedFile => {
    const file = new Database(derivedFile(folder));
    file.pragma('journal_mode = WAL');
    file.pragma('synchronous = NORMAL');
    file.prepare('SELECT count(*) FROM sqlite_schema').get();
    return file;
  };
  try {
    return open();
  } catch {
    for (const end of ['', '-wal', '-shm']) rmSync(`${derivedFile(folder)}${end}`, { force: true });
    return open();
  }
}

function newEpoch(file: DerivedFile): number {
  const last = file.prepare<[], number>('SELECT coalesce(max(epoch), 0) FROM derived_to').pluck().get();
  return (last ?? 0) + 1;
}

/** Size and time of the last change of the books' file and its log. */
function stampOf(folder: string): string {
  const files = [booksFile(folder), `${booksFile(folder)}-wal`];
  return files
    .map((file) => statSync(file, { throwIfNoEntry: false }))
    .map((status) => (status && status.size > 0 ? `${status.size} ${status.mtimeMs}` : 'none'))
    .join(', ');
}
