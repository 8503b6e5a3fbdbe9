import Database from 'better-sqlite3';
import { type BetterSQLite3Database, drizzle } from 'drizzle-orm/better-sqlite3';
import { join } from 'node:path';

/** The books as queries reach them: Drizzle, with the plain connection as `$client`. */
export type Db = BetterSQLite3Database & { $client: Database.Database };

/** The file that holds the books in a data folder. */
export function booksFile(folder: string): string {
  return join(folder, 'books.sqlite');
}

/** The one connection that writes. Durable at every commit: this SQLite would sync less by default under WAL. @param fileMustExist unless books are to be made */
export function openForWriting(folder: string, { fileMustExist = true } = {}): Db {
  const client = new Database(booksFile(folder), { fileMustExist });
  client.pragma('journal_mode = WAL');
  client.pragma('synchronous = FULL');
  client.pragma('foreign_keys = ON');
  client.pragma('busy_timeout = 5000');
  return drizzle({ client });
}

/** A connection that only reads. It never waits for the writer, only while SQLite itself puts the log of the file in order. */
export function openForReading(folder: string): Db {
  const client = new Database(booksFile(folder), { readonly: true });
  client.pragma('busy_timeout = 2000');
  client.pragma('query_only = ON');
  return drizzle({ client });
}
