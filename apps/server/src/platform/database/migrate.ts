import Database from 'better-sqlite3';
import { drizzle } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { packageFolder } from '../package-folder.js';
import { booksFile, openForWriting } from './connection.js';
import { keepGuarantees, withoutGuarantees } from './guarantees.js';
import { sealOlderHistories } from './sealed-histories.js';

/** Books of fewer migrations than this did not seal what happened to locks and to the set-up. */
const UNSEALED_HISTORIES = 27;

const MIGRATIONS = join(packageFolder('@just-ledger/server'), 'drizzle');

/** The file was written by a program whose steps this one does not know. */
export class NewerBooksError extends Error {}

/**
 * Brings the books of a data folder to this program's schema, creating them if there are none. Before an existing
 * file is changed it is copied beside itself.
 *
 * @throws {NewerBooksError} if a newer program has written it
 */
export async function prepareBooks(folder: string): Promise<void> {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const existed = existsSync(booksFile(folder));
  const db = openForWriting(folder, { fileMustExist: false });
  try {
    const [done, known] = [appliedMigrations(db.$client), knownMigrations()];
    if (done.length > known.length || done.some((when, index) => when !== known[index])) {
      throw new NewerBooksError(
        'These books were written by another version of Just Ledger, which this one does not know. Start that version instead.',
      );
    }
    if (done.length < known.length) {
      if (existed && done.length > 0) {
        await db.$client.backup(join(folder, `books-before-migration-${done.length + 1}.sqlite`));
      }
      db.$client.pragma('foreign_keys = OFF'); // a migration may rebuild a table; inside one the pragma does nothing
      withoutGuarantees(db.$client, () => {
        migrate(db, { migrationsFolder: MIGRATIONS });
        if (done.length > 0 && done.length < UNSEALED_HISTORIES) sealOlderHistories(db);
      });
      db.$client.pragma('foreign_keys = ON');
      db.$client.exec('ANALYZE');
    }
    keepGuarantees(db.$client);
  } finally {
    db.$client.close();
  }
}

/** Every table, index and trigger as this program makes them, for comparison with a file's. */
export function expectedSchema(): Map<string, string> {
  const client = new Database(':memory:');
  migrate(drizzle({ client }), { migrationsFolder: MIGRATIONS });
  keepGuarantees(client);
  const schema = schemaOf(client);
  client.close();
  return schema;
}

/** What SQLite and the migrations keep for themselves. */
const OWN_TABLES: ReadonlySet<string> = new Set([
  'sqlite_sequence',
  'sqlite_stat1',
  'sqlite_stat4',
  '__drizzle_migrations',
]);

/** Every table, view, index and trigger of a file with its SQL, by name. An index without any is part of its table. */
export function schemaOf(client: Database.Database): Map<string, string> {
  const rows = client
    .prepare<[], { type: string; name: string; sql: string }>(
      'SELECT type, name, sql FROM sqlite_schema WHERE sql IS NOT NULL',
    )
    .all()
    .filter(({ type, name }) => type !== 'table' || !OWN_TABLES.has(name));
  return new Map(rows.map((row) => [row.name, row.sql]));
}

function knownMigrations(): number[] {
  const journal: { entries: { when: number }[] } = JSON.parse(
    readFileSync(join(MIGRATIONS, 'meta/_journal.json'), 'utf8'),
  );
  return journal.entries.map((entry) => entry.when);
}

function appliedMigrations(client: Database.Database): number[] {
  const table = client.prepare("SELECT 1 FROM sqlite_schema WHERE name = '__drizzle_migrations'").get();
  if (!table) return [];
  return client.prepare('SELECT created_at FROM __drizzle_migrations ORDER BY created_at').pluck().all().map(Number);
}
