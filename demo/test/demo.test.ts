import { takeOnAt, trayAt } from '@just-ledger/server/areas/take-on/take-on-readings';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DEMO_TODAY } from '../dist/demo-sign-in.js';
import { writeDemo } from '../dist/write-demo.js';
import { verifyBooks } from '../../apps/server/dist/areas/proofs/verify-books.js';
import { openForReading } from '../../apps/server/dist/platform/database/connection.js';

describe('the sample books', () => {
  const folder = join(mkdtempSync(join(tmpdir(), 'just-ledger-demo-')), 'books');
  beforeAll(() => writeDemo(folder));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  const all = <T>(sql: string): T[] => {
    const db = openForReading(folder);
    const rows = db.$client.prepare(sql).all() as T[];
    db.$client.close();
    return rows;
  };

  test('verify from the first entry to the last', async () => {
    const said: string[] = [];
    expect(await verifyBooks(folder, (line) => said.push(line))).toEqual([]);
    expect(said).toHaveLength(3);
  });
  test('hold a few hundred entries, none dated after the day at which they stand', () => {
    const rows = all<{ entries: number; last: string }>(
      'SELECT count(*) AS entries, max(date) AS last FROM entry GROUP BY organisation ORDER BY organisation',
    );
    expect(rows.every((row) => row.last <= DEMO_TODAY)).toBe(true);
    expect(rows.map((row) => row.entries > 100)).toEqual([true, true, false]);
    expect(rows.reduce((sum, row) => sum + row.entries, 0)).toBeGreaterThan(500);
  });
  test('have the co-operative’s first year closed and the hedge layer’s ended but open', () => {
    expect(
      all(
        'SELECT o.kind AS kind, y.year AS year FROM year_closing AS y JOIN organisation AS o ON o.id = y.organisation',
      ),
    ).toEqual([{ kind: 'co-operative', year: '2026' }]);
  });
  test('have the trust in the middle of taking on: one slip and one bill that is missing, both found', () => {
    const papers = all<{ state: string }>('SELECT state FROM paper_to_gather WHERE organisation = 3');
    expect(new Set(papers.map((paper) => paper.state))).toEqual(new Set(['wanted', 'at-hand', 'not-needed']));
    const db = openForReading(folder);
    const context = { organisation: 3, today: DEMO_TODAY };
    const { outBy, clearing } = takeOnAt(db, context);
    const left = clearing.filter(({ expected }) => expected !== '0.00');
    expect([outBy, left]).toEqual([
      '0.00',
      [
        { part: 'customers', expected: '180.00', posted: '180.00' },
        { part: 'suppliers', expected: '-600.00', posted: '-600.00' },
      ],
    ]);
    const first = (tray: 'customers' | 'suppliers'): unknown =>
      trayAt(db, { ...context, tray }).suggestions[0]?.sentence;
    expect([first('customers'), first('suppliers')]).toEqual([
      'Fenwater Council, parks OT-1165, 1,460.00: perhaps 1,640.00.',
      'A line of 600.00 credit may be missing.',
    ]);
    db.$client.close();
    expect(all('SELECT DISTINCT value FROM combination_value WHERE organisation = 3')).toHaveLength(4);
    expect(all("SELECT 1 FROM set_up_change WHERE organisation = 3 AND action = 'changed'").length).toBeGreaterThan(
      2,
    );
  });
  test('were posted as time went on, so that looking back means something', () => {
    const [row] = all<{ days: number }>('SELECT count(DISTINCT substr(posted_at, 1, 10)) AS days FROM entry');
    expect(row?.days).toBeGreaterThan(150);
  });
  test('keep the bank and the till above zero at every date', () => {
    const low = all<{ number: string; lowest: number }>(
      `SELECT number, min(balance) AS lowest FROM (SELECT a.number AS number, a.organisation, sum(l.amount) OVER (PARTITION BY l.organisation, l.account ORDER BY l.date, l.entry) AS balance FROM line AS l JOIN account AS a ON a.organisation = l.organisation AND a.id = l.account WHERE a.role = 'cash') GROUP BY organisation, number`,
    );
    expect(low.filter((row) => row.lowest < 0)).toEqual([]);
  });
});
