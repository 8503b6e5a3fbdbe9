import { afterAll, beforeAll, expect, test } from '@jest/globals';
import Database from 'better-sqlite3';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { booksFile, type Db, openForReading } from '../src/platform/database/connection.js';
import { keptAnswer } from '../src/platform/database/kept-reading.js';
import { prepareBooks } from '../src/platform/database/migrate.js';

let folder: string;
let db: Db;
let other: Database.Database;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'just-ledger-'));
  await prepareBooks(folder);
  db = openForReading(folder);
  other = new Database(booksFile(folder));
});
afterAll(() => {
  for (const database of [db.$client, other]) database.close();
  rmSync(folder, { recursive: true });
});

/** How often an answer was written, by what is asked for. */
const written = new Map<string, number>();
const ask = (key: string, bytes = 10): Uint8Array =>
  keptAnswer(db, key, () => {
    written.set(key, (written.get(key) ?? 0) + 1);
    return new Uint8Array(bytes);
  });
const times = (key: string): number => written.get(key) ?? 0;

test('an answer is written once for each question, until anything is committed', () => {
  for (const key of ['a', 'b', 'a', 'a']) ask(key);
  expect([times('a'), times('b')]).toEqual([1, 1]);
  other.exec('CREATE TABLE anything (id INTEGER)');
  ask('a');
  expect(times('a')).toBe(2);
});

test('so many bytes are kept, and no more', () => {
  for (let key = 0; key < 5; key += 1) ask(`large ${key}`, 15 * 2 ** 20);
  ask('large 4');
  ask('large 0');
  expect([times('large 4'), times('large 0')]).toEqual([1, 2]);
});
