import type Database from 'better-sqlite3';

/** Takes every trigger out of a file, so that rows can be written into it that nothing checks. */
export function unguarded(client: Database.Database): Database.Database {
  const triggers = client.prepare("SELECT name FROM sqlite_schema WHERE type = 'trigger'").pluck().all() as string[];
  for (const name of triggers) client.exec(`DROP TRIGGER ${name}`);
  return client;
}
