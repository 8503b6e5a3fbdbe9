import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { parseCivilDate } from '@just-ledger/core';
import Database from 'better-sqlite3';
import { rmSync } from 'node:fs';
import { organisationOf } from '../src/areas/organisations/organisation-store.js';
import { adjustmentsBefore, adjustmentsFrom } from '../src/areas/trial-balance/adjusting-entries.js';
import { booksFile, openForReading } from '../src/platform/database/connection.js';
import { busyBooks } from './busy-books.js';

let folder: string;
beforeAll(async () => {
  folder = await busyBooks();
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

test('adjustments are taken back by looking their reversals up, though there be none', () => {
  const statements: string[] = [];
  const writing = new Database(booksFile(folder));
  // what ANALYZE says of books with thousands of adjustments, none of which was taken back
  writing.exec(`ANALYZE; DELETE FROM sqlite_stat1 WHERE tbl = 'entry';
    INSERT INTO sqlite_stat1 VALUES ('entry', 'entry_adjusting', '3687 3687 738 1'), ('entry', 'entry_reverses', '0 0 0'),
      ('entry', 'entry_date', '412290 412290 226 1'), ('entry', 'entry_number', '412290 412290 82458 1'), ('entry', 'entry', '412290 412290 1')`);
  writing.close();
  const reading = openForReading(folder);
  const prepare = reading.$client.prepare.bind(reading.$client);
  reading.$client.prepare = ((sql: string) => {
    statements.push(sql);
    return prepare(sql);
  }) as typeof prepare;
  const days = { start: parseCivilDate('2026-01-15'), asAt: parseCivilDate('2026-12-31') };
  const view = { organisation: 1, calendar: organisationOf(reading, 1).calendar };
  adjustmentsFrom(reading, organisationOf(reading, 1), view, { ...days, from: days.start });
  adjustmentsBefore(reading, organisationOf(reading, 1), view, { ...days, before: days.asAt });
  const recursive = statements.filter((sql) => sql.includes('RECURSIVE'));
  expect(recursive).toHaveLength(2);
  for (const sql of recursive) {
    const plan = prepare(`EXPLAIN QUERY PLAN ${sql}`).all(...Array<number>(sql.split('?').length - 1).fill(1)) as {
      detail: string;
    }[];
    expect(plan.map(({ detail }) => detail).join('; ')).toMatch(/SCAN a; SEARCH r USING INDEX entry_reverses/);
  }
  reading.$client.close();
});
