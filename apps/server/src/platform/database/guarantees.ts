import type Database from 'better-sqlite3';
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { packageFolder } from '../package-folder.js';

const FOLDER = join(packageFolder('@just-ledger/server'), 'guarantees');

/** The triggers of all guarantees by name, as the files in guarantees/ say them. */
export function guarantees(): ReadonlyMap<string, string> {
  const files = readdirSync(FOLDER).sort();
  return new Map(files.flatMap((file) => triggersIn(readFileSync(`${FOLDER}/${file}`, 'utf8'))));
}

/**
 * Puts the guarantees into a file of books where they are not those of this program: all are made anew, and none is left
 * of those that are no more. Which ones a file has is kept in its `user_version`, so that a guard that somebody removed
 * by hand is not quietly put back: verifying tells of it.
 */
export function keepGuarantees(client: Database.Database): void {
  const wanted = guarantees();
  const mark = markOf(wanted);
  if (client.pragma('user_version', { simple: true }) === mark) return;
  client.transaction(() => {
    for (const name of triggersOf(client)) client.exec(`DROP TRIGGER "${name}"`);
    for (const trigger of wanted.values()) client.exec(trigger);
    client.pragma(`user_version = ${mark}`);
  })();
}

/**
 * Does something to the tables while no guarantee stands: one that speaks of a table which is being rebuilt would stop it.
 * Afterwards just those stand again that stood before.
 */
export function withoutGuarantees(client: Database.Database, work: () => void): void {
  const existing = client
    .prepare<[], { name: string; sql: string }>("SELECT name, sql FROM sqlite_schema WHERE type = 'trigger'")
    .all();
  for (const { name } of existing) client.exec(`DROP TRIGGER "${name}"`);
  try {
    work();
  } finally {
    for (const { sql } of existing) client.exec(sql);
  }
}

function triggersIn(sql: string): [string, string][] {
  return [...sql.matchAll(/^CREATE TRIGGER (\w+)[\s\S]*?;\s+END;$/gm)].map(([text, name = '']) => [
    name,
    text.slice(0, -1),
  ]);
}

function triggersOf(client: Database.Database): string[] {
  return client.prepare<[], string>("SELECT name FROM sqlite_schema WHERE type = 'trigger'").pluck().all();
}

/** A whole number of 31 bits that another text would hardly have. */
function markOf(triggers: ReadonlyMap<string, string>): number {
  const text = [...triggers.values()].join('\n');
  return createHash('sha256').update(text).digest().readUInt32BE(0) >>> 1;
}
