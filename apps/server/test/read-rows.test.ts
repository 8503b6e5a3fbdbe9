import Database from 'better-sqlite3';
import { is } from 'drizzle-orm';
import { SQLiteTable } from 'drizzle-orm/sqlite-core';
import { rmSync } from 'node:fs';
import { booksFile, type Db, openForReading } from '../src/platform/database/connection.js';
import { rowReader } from '../src/platform/database/read-rows.js';
import * as schema from '../src/platform/database/schema.js';
import { busyBooks } from './busy-books.js';

let folder: string;
let db: Db;
beforeAll(async () => {
  folder = await busyBooks(true);
  db = openForReading(folder);
});
afterAll(() => {
  db.$client.close();
  rmSync(folder, { recursive: true, force: true });
});

const TABLES = Object.entries(schema).flatMap(([name, exported]) =>
  is(exported, SQLiteTable) ? [[name, exported] as const] : [],
);

describe('rows of a table', () => {
  test.each(TABLES)('are read as the library reads them: %s', (_, table) => {
    expect(rowReader(table, '')(db)({})).toEqual(db.select().from(table).all());
  });

  test('are read whatever is written in them', () => {
    const name = 'say "cider" \\ \n \t \u0001 \u2028 {"a":[1]} null 🍏';
    const other = new Database(booksFile(folder));
    other.prepare("INSERT INTO holiday (organisation, date, name) VALUES (1, '2026-12-28', ?)").run(name);
    other.close();
    const rows = rowReader(schema.holiday, "WHERE date = '2026-12-28'")(db)({});
    expect(rows).toEqual([{ organisation: 1, date: '2026-12-28', name }]);
  });

  test('are those that are asked for', () => {
    const lines = rowReader(schema.line, 'WHERE organisation = @organisation AND entry = @entry ORDER BY place')(db);
    expect(lines({ organisation: 1, entry: 3 }).map(({ entry, place }) => [entry, place])).toEqual([
      [3, 1],
      [3, 2],
    ]);
    expect(lines({ organisation: 1, entry: 99_999 })).toEqual([]);
  });
});
