import {
  changeContent,
  fieldChanges,
  FIRST_PREVIOUS_SEAL,
  minor,
  parseCivilDate,
  type PostedEntry,
} from '@just-ledger/core';
import Database from 'better-sqlite3';
import { getTableColumns, is } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import { getTableConfig, SQLiteTable } from 'drizzle-orm/sqlite-core';
import { copyFileSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { sealOf } from '../src/areas/journal/append-entry.js';
import { flowsBetween } from '../src/areas/ledger/flow-store.js';
import { fullCheck } from '../src/areas/proofs/chain-check.js';
import { verifyBooks } from '../src/areas/proofs/verify-books.js';
import { booksFile, openForReading } from '../src/platform/database/connection.js';
import { guarantees } from '../src/platform/database/guarantees.js';
import { NewerBooksError, prepareBooks } from '../src/platform/database/migrate.js';
import { sealAfter } from '../src/platform/database/seal-after.js';
import * as schema from '../src/platform/database/schema.js';

const DRIZZLE = fileURLToPath(new URL('../drizzle', import.meta.url));
const calendar = { firstDay: parseCivilDate('2025-04-01'), fiscalYearStartMonth: 4, fiscalYearStartDay: 1 };

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'just-ledger-migration-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const journal = JSON.parse(readFileSync(join(DRIZZLE, 'meta/_journal.json'), 'utf8')) as {
  entries: { tag: string }[];
};
const STEPS = journal.entries.length;

/** The step that brought what lines say of a tax: before it postings took what lines were made of until then. */
const TAXED_LINES = 12;
const withoutTax = (trigger: string): string =>
  [
    'e.supply_date, ',
    'supply_date, ',
    ', l.tax_rate, l.tax_side, l.tax_adjustment',
    ', tax_rate, tax_side, tax_adjustment',
    ' AND l.tax_side IS NULL',
  ].reduce((text, part) => text.replace(part, ''), trigger);

/** Brings a new file to an earlier schema: the first so many steps, with the guarantees of today for the tables it has. */
function earlierBooks(count: number): Database.Database {
  const earlier = join(folder, 'earlier');
  mkdirSync(join(earlier, 'meta'), { recursive: true });
  const entries = journal.entries.slice(0, count);
  for (const { tag } of entries) copyFileSync(join(DRIZZLE, `${tag}.sql`), join(earlier, `${tag}.sql`));
  writeFileSync(join(earlier, 'meta/_journal.json'), JSON.stringify({ ...journal, entries }));
  const client = new Database(booksFile(folder));
  migrate(drizzle({ client }), { migrationsFolder: earlier });
  const isThere = client.prepare("SELECT 1 FROM sqlite_schema WHERE type IN ('table', 'view') AND name = ?").pluck();
  for (const now of guarantees().values()) {
    const trigger = count < TAXED_LINES ? withoutTax(now) : now;
    const [, name = '', table = ''] = /TRIGGER (\w+)[\s\S]*? ON (\w+)/.exec(trigger) ?? [];
    if (!isThere.get(table)) continue;
    client.exec(trigger);
    try {
      client.prepare(`INSERT INTO ${table} DEFAULT VALUES`);
    } catch {
      client.exec(`DROP TRIGGER ${name}`); // it speaks of what was not there yet
    }
  }
  return client;
}

/** Posts an entry of 123.45 between the till and cider sold, as the first step took them. */
function post(client: Database.Database, date: string, index: number, year: string, previousSeal: string): string {
  const stage = date < calendar.firstDay ? 'opening' : 'ordinary';
  const posted = {
    date: parseCivilDate(date),
    kind: stage,
    stage,
    source: 'import',
    explanation: `Cider sold “${index}”`,
    place: index,
    number: year === '2026' ? index : 1,
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
      `INSERT INTO staged_entry (place, year, number, date, kind, stage, source, explanation, posted_at, posted_by,
        previous_seal, seal) VALUES (?, ?, ?, ?, ?, ?, 'import', ?, ?, 1, ?, ?)`,
    )
    .run(index, year, posted.number, date, stage, stage, posted.explanation, posted.postedAt, previousSeal, seal);
  client.exec(`INSERT INTO staged_line (entry, place, account, amount, note)
    VALUES (${index}, 1, 1, 12345, NULL), (${index}, 2, 2, -12345, 'by the glass');
    INSERT INTO posting VALUES (1, ${index}, ${index});`);
  return seal;
}

/** Records that the accounts were added, in words of which one is none any more; with its seal where there are some. */
function recordAccounts(client: Database.Database): void {
  const columns = client.prepare<[], string>("SELECT name FROM pragma_table_info('set_up_change')").pluck().all();
  let previous = FIRST_PREVIOUS_SEAL;
  for (const [object, number, name, element, side] of [
    [1, '1000', 'Till', 'asset', 'debit'],
    [2, '4000', 'Cider', 'revenue', 'credit'],
  ] as const) {
    const particulars = {
      ...{ number, name, element, 'shown under': 'What it was called once', 'normal balance': side },
      ...{ 'typed entries': true, 'settles documents': false, 'in use': true },
    };
    const change = {
      at: '2027-01-18T10:00:00.000Z',
      subject: 'account',
      object,
      title: `${number} ${name}`,
      action: 'added',
      fields: fieldChanges(undefined, particulars),
    } as const;
    previous = sealAfter(previous, changeContent(change));
    const row = { ...change, organisation: 1, by: 1, fields: JSON.stringify(change.fields), record_seal: previous };
    const used = Object.entries(row).filter(([column]) => columns.includes(column));
    client
      .prepare(
        `INSERT INTO set_up_change (${used.map(([column]) => `"${column}"`).join()}) VALUES (${used.map(() => '?').join()})`,
      )
      .run(used.map(([, value]) => value));
  }
}

/** Books of the first step with an opening entry and three more, over two years. @returns their last seal */
function booksOfFirstStep(client: Database.Database): string {
  client.exec(`INSERT INTO person (id, email, name, password_hash, created_at) VALUES (1, 'a@b.test', 'A', 'x', 'x');
    INSERT INTO organisation (id, name, kind, base_currency, fiscal_year_start_month, first_day, created_at)
      VALUES (1, 'Sallow Reach', 'co-operative', 'EUR', 4, '2025-04-01', 'x');
    INSERT INTO account (organisation, id, number, name, element, classification, contra, typed_entries, active)
      VALUES (1, 1, '1000', 'Till', 'asset', 'current-assets', 0, 1, 1),
        (1, 2, '4000', 'Cider', 'revenue', 'revenue', 0, 1, 1);`);
  recordAccounts(client);
  const dated = [
    ['2025-03-31', '2026'],
    ['2025-04-01', '2026'],
    ['2026-03-31', '2026'],
    ['2026-04-01', '2027'],
  ] as const;
  return dated.reduce((seal, [date, year], index) => post(client, date, index + 1, year, seal), FIRST_PREVIOUS_SEAL);
}

describe('books of an earlier step', () => {
  test.each(Array.from({ length: STEPS }, (_, index) => index + 1))(
    'of %d steps are brought forward with every seal, total and balance proved',
    async (count) => {
      const client = earlierBooks(count);
      const seal = booksOfFirstStep(client);
      client.close();
      await prepareBooks(folder);
      expect(existsSync(join(folder, `books-before-migration-${count + 1}.sqlite`))).toBe(count < STEPS);
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
      expect([
        till(undefined, '2025-03-31'),
        till('2025-04-01', '2026-03-31'),
        till(undefined, '2026-04-01'),
      ]).toEqual([12_345, 24_690, 49_380]);
      db.$client.close();
      expect(await verifyBooks(folder, () => undefined)).toEqual([]);
    },
  );
  test('keep the dates of recurring journals that were settled before it was kept how amounts are found', async () => {
    const client = earlierBooks(15);
    booksOfFirstStep(client);
    client.exec(`INSERT INTO recurring_journal (organisation, id, name, pauses) VALUES (1, 1, 'Rent', '[]');
      INSERT INTO occurrence (organisation, journal, date, state, reason, settled_at, settled_by)
        VALUES (1, 1, '2026-05-31', 'skipped', 'let off', 'x', 1);`);
    client.close();
    await prepareBooks(folder);
    const db = new Database(booksFile(folder), { readonly: true });
    const row = db.prepare('SELECT date, state, reason, is_by_itself, reckoning FROM occurrence').all();
    db.close();
    expect(row).toEqual([
      { date: '2026-05-31', state: 'skipped', reason: 'let off', is_by_itself: 0, reckoning: null },
    ]);
  });
  test('are refused when they come from a program that knows more', async () => {
    await prepareBooks(folder);
    const client = new Database(booksFile(folder));
    client.exec("INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('later', 9999999999999)");
    client.close();
    await expect(prepareBooks(folder)).rejects.toThrow(NewerBooksError);
  });
});

describe('guarantees', () => {
  const inBooks = (work: (client: Database.Database) => void): void => {
    const client = new Database(booksFile(folder));
    work(client);
    client.close();
  };
  test('of another program are made anew, and what it had besides is gone', async () => {
    await prepareBooks(folder);
    inBooks((client) => {
      client.exec(`DROP TRIGGER line_update;
        CREATE TRIGGER line_update BEFORE UPDATE ON line BEGIN SELECT 1; END;
        CREATE TRIGGER of_old BEFORE UPDATE ON line BEGIN SELECT 1; END;`);
      client.pragma('user_version = 1');
    });
    expect(await verifyBooks(folder, () => undefined)).toHaveLength(2);
    await prepareBooks(folder);
    expect(await verifyBooks(folder, () => undefined)).toEqual([]);
  });
  test('that somebody removed by hand are told of, and not quietly put back', async () => {
    await prepareBooks(folder);
    inBooks((client) => client.exec('DROP TRIGGER line_update'));
    await prepareBooks(folder);
    expect(await verifyBooks(folder, () => undefined)).toEqual(['The guard line_update is missing from the file.']);
  });
});

const byName = <T extends { readonly name: string }>(columns: readonly T[]): T[] =>
  [...columns].sort((a, b) => (a.name < b.name ? -1 : 1));

describe('the tables in the code', () => {
  const tables = Object.values(schema).filter((candidate) => is(candidate, SQLiteTable));
  test('are those of the file, column by column', async () => {
    await prepareBooks(folder);
    const client = new Database(booksFile(folder), { readonly: true });
    const inFile = client
      .prepare(
        "SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%' AND name NOT LIKE '\\_\\_%' ESCAPE '\\'",
      )
      .pluck()
      .all();
    expect(inFile.sort()).toEqual(tables.map((table) => getTableConfig(table).name).sort());
    for (const table of tables) {
      const { name, foreignKeys, checks, indexes } = getTableConfig(table);
      const rows = client.prepare(`SELECT name, "notnull" FROM pragma_table_info('${name}') ORDER BY name`).all();
      const columns = byName(Object.values(getTableColumns(table))).map((column) => ({
        name: column.name,
        notnull: column.notNull && !(column.primary && column.getSQLType() === 'integer') ? 1 : expect.anything(),
      }));
      expect(rows).toEqual(
        columns.map((column) => ({ ...column, notnull: column.notnull === 1 ? 1 : expect.any(Number) })),
      );
      const count = (sql: string): unknown => client.prepare(sql).pluck().get();
      expect(count(`SELECT count(DISTINCT id) FROM pragma_foreign_key_list('${name}')`)).toBe(foreignKeys.length);
      expect(count(`SELECT count(*) FROM pragma_index_list('${name}') WHERE origin = 'c'`)).toBe(
        indexes.length + Object.values(getTableColumns(table)).filter((column) => column.isUnique).length,
      );
      const sql = count(`SELECT sql FROM sqlite_schema WHERE name = '${name}'`) as string;
      for (const check of checks) expect(sql).toContain(`CONSTRAINT "${check.name}" CHECK`);
      expect(sql).toMatch(/\) STRICT(, WITHOUT ROWID)?$/);
    }
    client.close();
  });
});
