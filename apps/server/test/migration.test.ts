import { FIRST_PREVIOUS_SEAL, minor, parseCivilDate, sealedContent, type PostedEntry } from '@just-ledger/core';
import Database from 'better-sqlite3';
import { drizzle } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import { copyFileSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { booksFile, openForReading } from '../src/platform/database/connection.js';
import { NewerBooksError, prepareBooks } from '../src/platform/database/migrate.js';
import { sealOf } from '../src/areas/journal/append-entry.js';
import { flowsBetween } from '../src/areas/ledger/flow-store.js';
import { fullCheck } from '../src/areas/proofs/chain-check.js';

const DRIZZLE = fileURLToPath(new URL('../drizzle', import.meta.url));
const calendar = { firstDay: parseCivilDate('2025-04-01'), fiscalYearStartMonth: 4 };

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'just-ledger-migration-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** Brings a new file to an earlier schema: the first so many migrations. */
function earlierBooks(count: number): Database.Database {
  const earlier = join(folder, 'earlier');
  mkdirSync(join(earlier, 'meta'), { recursive: true });
  const journal = JSON.parse(readFileSync(join(DRIZZLE, 'meta/_journal.json'), 'utf8')) as {
    entries: { tag: string }[];
  };
  const entries = journal.entries.slice(0, count);
  for (const { tag } of entries) copyFileSync(join(DRIZZLE, `${tag}.sql`), join(earlier, `${tag}.sql`));
  writeFileSync(join(earlier, 'meta/_journal.json'), JSON.stringify({ ...journal, entries }));
  const client = new Database(booksFile(folder));
  migrate(drizzle({ client }), { migrationsFolder: earlier });
  return client;
}

/** Posts an entry as the first schema took them: one row with its sealed text. */
function postWithContent(
  client: Database.Database,
  date: string,
  at: number,
  previousSeal: string,
  year: string,
): string {
  const posted = {
    date: parseCivilDate(date),
    kind: date < calendar.firstDay ? 'opening' : 'ordinary',
    stage: date < calendar.firstDay ? 'opening' : 'ordinary',
    source: 'import',
    explanation: `Cider sold “${at}”`,
    place: at,
    number: year === '2026' ? at : 1,
    year,
    postedAt: '2027-01-18T10:00:00.000Z',
    lines: [
      { account: 1, amount: minor(12_345) },
      { account: 2, amount: minor(-12_345), note: 'by the glass' },
    ],
  } as unknown as PostedEntry;
  const seal = sealOf(previousSeal, posted);
  client
    .prepare(
      `INSERT INTO entry (organisation, place, year, number, date, kind, stage, source, explanation, posted_at, posted_by,
        line_count, debit, content, previous_seal, seal) VALUES (1, ?, ?, ?, ?, ?, ?, ?, ?, ?, 1, 2, 12345, ?, ?, ?)`,
    )
    .run(
      at,
      year,
      posted.number,
      date,
      posted.kind,
      posted.stage,
      posted.source,
      posted.explanation,
      posted.postedAt,
      sealedContent(posted),
      previousSeal,
      seal,
    );
  return seal;
}

describe('books of an earlier schema', () => {
  test('are brought forward with every seal and total proved, after a copy has been made', async () => {
    const client = earlierBooks(2);
    client.exec(`INSERT INTO person VALUES (1, 'a@b.test', 'A', 'x', 'x');
      INSERT INTO organisation VALUES (1, 'Sallow Reach', 'co-operative', 'EUR', 4, '2025-04-01', NULL, 'x', 1);
      INSERT INTO account VALUES (1, 1, '1000', 'Till', 'asset', 'current-assets', 0, NULL, NULL, NULL, 1, 1, 'cash', NULL, NULL, 1),
        (1, 2, '4000', 'Cider', 'revenue', 'operating-revenue', 0, NULL, NULL, NULL, 1, 1, NULL, NULL, NULL, 1);`);
    let seal = FIRST_PREVIOUS_SEAL;
    for (const [at, [date, year]] of [
      ['2025-03-31', '2026'],
      ['2025-04-01', '2026'],
      ['2026-03-31', '2026'],
      ['2026-04-01', '2027'],
    ].entries()) {
      seal = postWithContent(client, date as string, at + 1, seal, year as string);
    }
    client.close();

    await prepareBooks(folder);
    expect(existsSync(join(folder, 'books-before-migration-3.sqlite'))).toBe(true);
    const db = openForReading(folder);
    const check = fullCheck(db, 1);
    expect(check).toMatchObject({ checkedTo: 4, lastSeal: seal });
    expect(check.proofs.map((proof) => [proof.key, proof.holds])).toEqual([
      ['totals-lines', true],
      ['seals', true],
    ]);
    const view = { organisation: 1, calendar };
    const till = (from: string | undefined, to: string): number =>
      flowsBetween(db, view, from === undefined ? undefined : parseCivilDate(from), parseCivilDate(to))
        .filter((flow) => flow.account === 1)
        .reduce((sum, flow) => sum + flow.amount, 0);
    expect([till(undefined, '2025-03-31'), till('2025-04-01', '2026-03-31'), till(undefined, '2026-04-01')]).toEqual([
      12_345, 24_690, 49_380,
    ]);
    const settling = db.$client.prepare('SELECT id FROM account WHERE settles = 1').pluck().all();
    expect(settling).toEqual([1]);
    db.$client.close();
    await prepareBooks(folder);
  });
  test('are refused when they come from a newer program', async () => {
    await prepareBooks(folder);
    const client = new Database(booksFile(folder));
    client.exec("INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('later', 9999999999999)");
    client.close();
    await expect(prepareBooks(folder)).rejects.toThrow(NewerBooksError);
  });
});
