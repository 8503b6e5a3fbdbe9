import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { RunningServer } from './running-server.js';

const SCHEMA = fileURLToPath(new URL('../dist/database/migrate.js', import.meta.url));
const VERIFY = fileURLToPath(new URL('../dist/verify.main.js', import.meta.url));
const ZEROS = '0'.repeat(64);

let server: RunningServer;
let file: string;

/** Runs SQL with Debian's sqlite3 shell, outside the application, with nothing but the file's own guards. */
function shell(sql: string, of = file): { ok: boolean; output: string } {
  try {
    return {
      ok: true,
      output: execFileSync('sqlite3', ['-bail', '-cmd', '.timeout 2000', of], {
        input: sql,
        encoding: 'utf8',
        stdio: 'pipe',
      }),
    };
  } catch (error) {
    return { ok: false, output: String((error as { stderr: string }).stderr) };
  }
}

/** What must not have moved: every entry, line and total. */
const fingerprint = (): string =>
  createHash('sha256')
    .update(
      shell('.mode list\nSELECT * FROM entry; SELECT * FROM line; SELECT * FROM total; SELECT * FROM account_total;')
        .output,
    )
    .digest('hex');

/** An INSERT of an entry whose columns and content agree, with changes. */
function entrySql(changed: Record<string, unknown> = {}, columns: Record<string, unknown> = {}, or = ''): string {
  const content: Record<string, unknown> = {
    v: 1,
    date: '2026-05-01',
    explanation: 'Forged',
    kind: 'ordinary',
    number: 4,
    place: 4,
    postedAt: '2027-01-18T23:59:59.000Z',
    source: 'import',
    stage: 'ordinary',
    year: '2026',
    lines: [
      { account: 1, amount: 500 },
      { account: 2, amount: -500 },
    ],
    ...changed,
  };
  const lines = content['lines'] as { amount: number }[];
  const text = (value: unknown): string =>
    value === null || value === undefined
      ? 'NULL'
      : typeof value === 'number'
        ? String(value)
        : `'${String(value).replaceAll("'", "''")}'`;
  const row: Record<string, unknown> = {
    organisation: 1,
    place: content['place'],
    year: content['year'],
    number: content['number'],
    date: content['date'],
    kind: content['kind'],
    stage: content['stage'],
    source: content['source'],
    explanation: content['explanation'],
    reference: content['reference'],
    reverses: content['reverses'],
    posted_at: content['postedAt'],
    posted_by: 1,
    line_count: Array.isArray(lines) ? lines.length : 0,
    debit: Array.isArray(lines) ? lines.reduce((sum, line) => sum + Math.max(Number(line.amount) || 0, 0), 0) : 0,
    content: JSON.stringify(content),
    previous_seal: lastSeal,
    seal: 'a'.repeat(64),
    ...columns,
  };
  return `INSERT ${or} INTO entry (${Object.keys(row).join(', ')}) VALUES (${Object.values(row).map(text).join(', ')});`;
}

let lastSeal = '';

beforeAll(async () => {
  server = await RunningServer.start();
  file = join(server.folder, 'books.sqlite');
  const at = await server.organisation();
  const post = (date: string, kind: string): Promise<{ status: number }> =>
    server.request('POST', `${at}/entries`, {
      date,
      kind,
      explanation: 'Shares',
      lines: [
        { account: '1010', debit: '100.00' },
        { account: '3000', credit: '100.00' },
      ],
    });
  expect(
    [
      await post('2026-02-01', 'ordinary'),
      await post('2026-03-01', 'adjusting'),
      await post('2026-03-02', 'ordinary'),
    ].map((one) => one.status),
  ).toEqual([201, 201, 201]);
  await server.request('POST', `${at}/contacts`, { name: 'Low Weir', roles: ['customer'] });
  await server.request('POST', `${at}/periods/2026-04/lock`);
  await server.organisation({ name: 'Another' });
  lastSeal = shell('SELECT seal FROM entry WHERE place = 3;').output.trim();
});
afterAll(() => server.stop());

describe('plain SQL from outside cannot break what is posted', () => {
  test.each([
    ['change an entry', "UPDATE entry SET explanation = 'x' WHERE place = 1;"],
    ['change an entry by OR REPLACE', 'UPDATE OR REPLACE entry SET place = 2 WHERE place = 1;'],
    ['delete an entry', 'DELETE FROM entry WHERE place = 3;'],
    ['change a line', 'UPDATE line SET amount = amount + 1;'],
    ['change a line by OR IGNORE', 'UPDATE OR IGNORE line SET account = 1;'],
    ['delete a line', 'DELETE FROM line WHERE place = 1;'],
    ['delete with foreign keys off', 'PRAGMA foreign_keys = OFF; DELETE FROM entry;'],
    ['delete with recursive triggers on', 'PRAGMA recursive_triggers = ON; DELETE FROM line;'],
    [
      'add a line to an entry',
      "INSERT INTO line (organisation, entry, place, account, date, period, stage, movement, combination, amount) VALUES (1, 1, 3, 1, '2026-02-01', 202602, 'ordinary', '', 0, 5);",
    ],
    [
      'put a line over another',
      "INSERT OR REPLACE INTO line (organisation, entry, place, account, date, period, stage, movement, combination, amount) VALUES (1, 1, 1, 1, '2026-02-01', 202602, 'ordinary', '', 0, 5);",
    ],
    [
      'leave an orphan line',
      "PRAGMA foreign_keys = OFF; INSERT INTO line (organisation, entry, place, account, date, period, stage, movement, combination, amount) VALUES (1, 9, 1, 1, '2026-02-01', 202602, 'ordinary', '', 0, 5);",
    ],
    [
      'upsert a line',
      "INSERT INTO line (organisation, entry, place, account, date, period, stage, movement, combination, amount) VALUES (1, 1, 1, 1, '2026-02-01', 202602, 'ordinary', '', 0, 5) ON CONFLICT DO UPDATE SET amount = 5;",
    ],
    ['change a total', 'UPDATE total SET amount = amount + 100;'],
    ['change a total in the name of the last entry', 'UPDATE total SET amount = amount + 100, entry = 3;'],
    ['change a coarse total', 'UPDATE account_total SET amount = 0, entry = 3 WHERE account = 2;'],
    ['delete a total', 'DELETE FROM account_total;'],
    [
      'put a total over another',
      "INSERT OR REPLACE INTO account_total VALUES (1, 2, 202603, 'ordinary', '', 10000, 3);",
    ],
    ['add a total', "INSERT INTO total VALUES (1, 3, 202603, 'ordinary', '', 0, 100, 1, 3);"],
    [
      'change a posted account’s element',
      "UPDATE account SET element = 'expense' WHERE organisation = 1 AND number = '1010';",
    ],
    [
      'put an account over a posted one',
      "INSERT OR REPLACE INTO account SELECT organisation, id, number, name, 'expense', 'operating-expenses', contra, parent, currency, control, typed_entries, active, role, closes_to, share, version FROM account WHERE organisation = 1 AND number = '1010';",
    ],
    [
      'take a posted account’s number by REPLACE',
      "UPDATE OR REPLACE account SET number = '1010' WHERE organisation = 1 AND number = '1200';",
    ],
    [
      'delete a posted account',
      "PRAGMA foreign_keys = OFF; DELETE FROM account WHERE organisation = 1 AND number = '1010';",
    ],
    [
      'put an account under a posted one',
      "UPDATE account SET parent = (SELECT id FROM account WHERE organisation = 1 AND number = '1010') WHERE organisation = 1 AND number = '1200';",
    ],
    ['change the base currency', "UPDATE organisation SET base_currency = 'USD' WHERE id = 1;"],
    ['change the first day', "UPDATE organisation SET first_day = '2025-01-01' WHERE id = 1;"],
    ['put an organisation over one', 'INSERT OR REPLACE INTO organisation SELECT * FROM organisation WHERE id = 1;'],
    ['delete an organisation', 'PRAGMA foreign_keys = OFF; DELETE FROM organisation WHERE id = 1;'],
    ['rewrite the history of locks', "UPDATE period_event SET reason = 'x';"],
  ])('nobody can %s', (_, sql) => {
    const before = fingerprint();
    expect(shell(sql).ok).toBe(false);
    expect(fingerprint()).toBe(before);
  });
});

describe('an entry from outside is taken whole and sound, or not at all', () => {
  const two = [
    { account: 1, amount: 500 },
    { account: 2, amount: -500 },
  ];
  test.each<[string, () => string, RegExp]>([
    [
      'out of balance',
      () =>
        entrySql({
          lines: [
            { account: 1, amount: 500 },
            { account: 2, amount: -499 },
          ],
        }),
      /out of balance/,
    ],
    ['of one line', () => entrySql({ lines: [{ account: 1, amount: 500 }] }), /fewer than two lines/],
    ['without lines', () => entrySql({ lines: [] }), /fewer than two lines/],
    ['with lines that are no list', () => entrySql({ lines: 'none' }), /columns differ|fewer than two/],
    ['with a zero line', () => entrySql({ lines: [...two, { account: 1, amount: 0 }] }), /whole amount/],
    [
      'with a fraction',
      () =>
        entrySql(
          {
            lines: [
              { account: 1, amount: 0.5 },
              { account: 2, amount: -0.5 },
            ],
          },
          { debit: 0 },
        ),
      /whole amount/,
    ],
    [
      'with text for an amount',
      () =>
        entrySql({
          lines: [
            { account: 1, amount: '500' },
            { account: 2, amount: -500 },
          ],
        }),
      /whole amount/,
    ],
    [
      'with text for an account',
      () => entrySql({ lines: [{ account: 'bank', amount: 500 }, two[1]] }),
      /whole amount/,
    ],
    ['with a number for a note', () => entrySql({ lines: [{ ...two[0], note: 5 }, two[1]] }), /whole amount/],
    [
      'on an account there is not',
      () => entrySql({ lines: [{ account: 999, amount: 500 }, two[1]] }),
      /does not belong/,
    ],
    [
      'on a control account without contact',
      () => entrySql({ lines: [{ account: 3, amount: 500 }, two[1]] }),
      /control account/,
    ],
    [
      'with a contact there is not',
      () => entrySql({ lines: [{ ...two[0], contact: 99 }, two[1]] }),
      /control account/,
    ],
    [
      'with an unknown breakdown',
      () => entrySql({ lines: [{ ...two[0], breakdowns: { 1: 1 } }, two[1]] }),
      /combination/,
    ],
    [
      'typed on an account that takes no typed entries',
      () => entrySql({ source: 'manual', lines: [two[0], { account: summary(), amount: -500 }] }),
      /typed entries/,
    ],
    ['in a locked month', () => entrySql({ date: '2026-04-30' }), /locked/],
    ['before the first day', () => entrySql({ date: '2025-12-31' }), /first day/],
    ['on no date', () => entrySql({ date: '2026-02-30' }), /not a date/],
    ['numbered in another year', () => entrySql({ year: '2027', number: 1 }), /another year/],
    ['with a gap in its number', () => entrySql({ number: 5 }), /next number/],
    ['with a number that is taken', () => entrySql({ number: 3 }), /next number/],
    ['with a gap in its place', () => entrySql({ place: 5 }), /next place/],
    ['at a place that is taken', () => entrySql({ place: 2 }, {}, 'OR REPLACE'), /next place/],
    ['that follows no seal', () => entrySql({}, { previous_seal: ZEROS }), /previous seal/],
    ['with a seal that is none', () => entrySql({}, { seal: 'x'.repeat(64) }), /SHA-256/],
    ['posted in the past', () => entrySql({ postedAt: '2020-01-01T00:00:00.000Z' }), /posted before/],
    ['of an unknown kind', () => entrySql({ kind: 'odd', stage: 'odd' }), /unknown kind/],
    ['in a stage not of its kind', () => entrySql({ stage: 'closing' }), /unknown kind/],
    ['reversing nothing', () => entrySql({ kind: 'reversing' }), /names the entry/],
    ['reversing an entry there is not', () => entrySql({ kind: 'reversing', reverses: 77 }), /reverses no entry/],
    ['whose columns say something else', () => entrySql({}, { explanation: 'Something else' }), /columns differ/],
    ['whose debit is not that of its lines', () => entrySql({}, { debit: 501 }), /its debit/],
    [
      'for an organisation there is not',
      () => entrySql({ place: 1, number: 1 }, { organisation: 9, previous_seal: ZEROS }),
      /no such organisation/,
    ],
    [
      'whose totals would leave the range',
      () =>
        entrySql({
          lines: [
            { account: 1, amount: 9007199254740991 },
            { account: 2, amount: -9007199254740991 },
          ],
        }) +
        entrySql(
          {
            place: 5,
            number: 5,
            lines: [
              { account: 1, amount: 9007199254740991 },
              { account: 2, amount: -9007199254740991 },
            ],
          },
          { previous_seal: 'a'.repeat(64) },
        ),
      /beyond what the books can hold/,
    ],
  ])('%s it is refused', (_, sql, message) => {
    const before = fingerprint();
    for (const or of ['', 'OR IGNORE', 'OR REPLACE', 'OR FAIL', 'OR ROLLBACK']) {
      const attempt = shell(
        `BEGIN; ${sql().replaceAll(/INSERT\s+(OR REPLACE )?\s*INTO/g, `INSERT ${or} INTO`)} COMMIT;`,
      );
      expect([or, attempt.ok, attempt.output]).toEqual([or, false, expect.stringMatching(message)]);
      expect(fingerprint()).toBe(before);
    }
  });
  test('a failed statement leaves nothing behind even if the transaction around it commits', () => {
    const before = fingerprint();
    for (const or of ['', 'OR FAIL', 'OR IGNORE']) {
      const sql = entrySql(
        {
          lines: [
            { account: 1, amount: 500 },
            { account: 999, amount: -500 },
          ],
        },
        {},
        or,
      );
      execFileSync('sh', ['-c', `printf '%s' "$SQL" | sqlite3 "$FILE" || true`], {
        env: { ...process.env, SQL: `BEGIN;\n${sql}\nCOMMIT;`, FILE: file },
        stdio: 'pipe',
      });
      expect(fingerprint()).toBe(before);
    }
  });
  const summary = (): number =>
    Number(shell("SELECT id FROM account WHERE organisation = 1 AND role = 'income-summary';").output);
});

describe('the file itself', () => {
  test('has every table STRICT and every guard in place', () => {
    const tables = shell(
      "SELECT name, sql FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%' AND name NOT LIKE '\\_\\_%' ESCAPE '\\' ORDER BY name;",
    ).output;
    const names = shell(
      "SELECT count(*) FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%' AND name NOT LIKE '\\_\\_%' ESCAPE '\\';",
    ).output.trim();
    expect(tables.match(/\) STRICT/g)?.length).toBe(Number(names));
    const guarded = shell(
      "SELECT tbl_name || ' ' || count(*) FROM sqlite_schema WHERE type = 'trigger' GROUP BY tbl_name ORDER BY 1;",
    )
      .output.trim()
      .split('\n');
    expect(guarded).toEqual([
      'account 3',
      'account_total 3',
      'breakdown 3',
      'breakdown_value 3',
      'combination 4',
      'combination_value 3',
      'contact 3',
      'entry 4',
      'line 3',
      'organisation 3',
      'period_event 3',
      'total 3',
    ]);
  });
  test('is durable at each commit and keeps its schema', async () => {
    const { expectedSchema } = (await import(SCHEMA)) as { expectedSchema: () => Map<string, string> };
    const found = shell(
      ".mode list\n.separator ''\nSELECT name FROM sqlite_schema WHERE sql IS NOT NULL AND name NOT LIKE 'sqlite_%' AND name NOT LIKE '\\_\\_%' ESCAPE '\\';",
    )
      .output.trim()
      .split('\n');
    expect(new Set(found)).toEqual(new Set(expectedSchema().keys()));
    expect(shell('PRAGMA journal_mode;').output.trim()).toBe('wal');
  });
});

describe('verifying', () => {
  const verify = (folder: string): { status: number; output: string } => {
    try {
      return {
        status: 0,
        output: execFileSync(process.execPath, [VERIFY, folder], { encoding: 'utf8', stdio: 'pipe' }),
      };
    } catch (error) {
      const { status, stdout, stderr } = error as { status: number; stdout: string; stderr: string };
      return { status, output: stdout + stderr };
    }
  };
  const tampered = (sql: string): { status: number; output: string } => {
    const folder = execFileSync('mktemp', ['-d'], { encoding: 'utf8' }).trim();
    shell(`VACUUM INTO '${join(folder, 'books.sqlite')}';`);
    expect(shell(sql, join(folder, 'books.sqlite'))).toMatchObject({ ok: true });
    const found = verify(folder);
    execFileSync('rm', ['-rf', folder]);
    return found;
  };
  test('finds untouched books sound, beside a running server', () => {
    expect(verify(server.folder)).toMatchObject({
      status: 0,
      output: expect.stringContaining('3 entries, chain intact'),
    });
  });
  const trigger = (name: string): string =>
    shell(`SELECT sql FROM sqlite_schema WHERE name = '${name}';`).output.trim();
  test.each<[string, () => string, RegExp]>([
    [
      'a changed explanation',
      () =>
        `DROP TRIGGER entry_update; UPDATE entry SET explanation = 'Gift' WHERE place = 2; ${trigger('entry_update')};`,
      /Entry 2026-0002: its columns/,
    ],
    [
      'changed content',
      () =>
        `DROP TRIGGER entry_update; UPDATE entry SET content = replace(content, 'Shares', 'Sharks'), explanation = 'Sharks' WHERE place = 2; ${trigger('entry_update')};`,
      /Entry 2026-0002: its content/,
    ],
    [
      'a changed line',
      () =>
        `DROP TRIGGER line_update; UPDATE line SET amount = amount * 2 WHERE entry = 3; ${trigger('line_update')};`,
      /Entry 2026-0003: its lines/,
    ],
    [
      'an added line',
      () =>
        `DROP TRIGGER line_insert; INSERT INTO line SELECT organisation, entry, 3, account, date, period, stage, movement, combination, amount, contact, note, currency, foreign_amount, rate, rate_per_base, due_date, document, cash_basis, tax_code, tax_base FROM line WHERE entry = 1 AND place = 1; ${trigger('line_insert')};`,
      /Entry 2026-0001: it has more lines/,
    ],
    [
      'a removed entry',
      () =>
        `PRAGMA foreign_keys = OFF; DROP TRIGGER entry_delete; DROP TRIGGER line_delete; DELETE FROM line WHERE entry = 2; DELETE FROM entry WHERE place = 2; ${trigger('entry_delete')}; ${trigger('line_delete')};`,
      /Entry 2026-0003: an entry before it is missing/,
    ],
    [
      'a forged seal',
      () =>
        `DROP TRIGGER entry_update; UPDATE entry SET seal = '${'b'.repeat(64)}' WHERE place = 1; ${trigger('entry_update')};`,
      /Entry 2026-0001/,
    ],
    [
      'a changed total',
      () =>
        `DROP TRIGGER total_update; UPDATE total SET amount = amount + 1 WHERE account = 2; ${trigger('total_update')};`,
      /Totals = lines does not hold/,
    ],
    ['a dropped guard', () => 'DROP TRIGGER line_delete;', /guard line_delete is missing/],
    [
      'a weakened guard',
      () => 'DROP TRIGGER line_delete; CREATE TRIGGER line_delete BEFORE DELETE ON line BEGIN SELECT 1; END;',
      /definition of line_delete/,
    ],
    ['a stranger in the file', () => 'CREATE TABLE stranger (x);', /stranger does not belong/],
  ])('finds %s', (_, sql, message) => {
    const found = tampered(sql());
    expect(found.status).toBe(1);
    expect(found.output).toMatch(message);
  });
  test('says so when there are no books', () => expect(verify('/nonexistent')).toMatchObject({ status: 2 }));
});
