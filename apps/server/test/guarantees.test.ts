import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { RunningServer } from './running-server.js';

const SCHEMA = fileURLToPath(new URL('../dist/platform/database/migrate.js', import.meta.url));
const VERIFY = fileURLToPath(new URL('../dist/bundled/verify.main.js', import.meta.url));
const ZEROS = '0'.repeat(64);

let server: RunningServer;
let file: string;

/** Runs SQL with Debian's sqlite3 shell, outside the application, with nothing but the file's own guards. */
function shell(sql: string, target = file): { ok: boolean; output: string } {
  try {
    return {
      ok: true,
      output: execFileSync('sqlite3', ['-bail', '-cmd', '.timeout 2000', target], {
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
      shell(
        '.mode list\nSELECT * FROM entry; SELECT * FROM line; SELECT * FROM total; SELECT * FROM balance; SELECT * FROM posting;',
      ).output,
    )
    .digest('hex');

interface Line {
  readonly account: unknown;
  readonly amount: unknown;
  readonly [column: string]: unknown;
}

/** What somebody would stage from outside: an entry, its lines, and which places to post. */
interface Forged {
  readonly entry?: Record<string, unknown>;
  readonly lines?: readonly Line[];
  readonly posting?: Record<string, unknown>;
}

const TWO: readonly Line[] = [
  { account: 1, amount: 500 },
  { account: 2, amount: -500 },
];

/** A sound entry staged and posted by plain SQL, with changes; the conflict clause stands in the posting statement. */
function forged({ entry = {}, lines = TWO, posting = {} }: Forged = {}, or = ''): string {
  const row = {
    place: 4,
    year: '2026',
    number: 4,
    date: '2026-05-01',
    kind: 'ordinary',
    stage: 'ordinary',
    source: 'import',
    explanation: 'Forged',
    posted_at: '2027-01-18T23:59:59.000Z',
    posted_by: 1,
    previous_seal: lastSeal,
    seal: 'a'.repeat(64),
    ...entry,
  };
  const places = { organisation: 1, first: row.place, last: row.place, ...posting };
  return [
    insertSql('staged_entry', row),
    ...lines.map((line, index) => insertSql('staged_line', { entry: row.place, place: index + 1, ...line })),
    insertSql('posting', places, or),
  ].join('\n');
}

function insertSql(table: string, row: Record<string, unknown>, or = ''): string {
  const text = (value: unknown): string =>
    value === null || value === undefined
      ? 'NULL'
      : typeof value === 'number'
        ? String(value)
        : `'${String(value).replaceAll("'", "''")}'`;
  return `INSERT ${or} INTO ${table} (${Object.keys(row).join(', ')}) VALUES (${Object.values(row).map(text).join(', ')});`;
}

let lastSeal = '';

/** How many entries and lines there are, and how many totals and balances differ from what the lines add up to. */
const ADDED_UP_AGAIN = `SELECT (SELECT count(*) FROM entry), (SELECT count(*) FROM line),
  (SELECT count(*) FROM total AS t WHERE (amount, lines) IS NOT (SELECT sum(amount), count(*) FROM line AS l WHERE
    (l.organisation, l.account, l.stage, l.movement, l.combination, l.period)
      = (t.organisation, t.account, t.stage, t.movement, t.combination, t.period))),
  (SELECT count(*) FROM balance AS b WHERE amount IS NOT (SELECT coalesce(sum(amount), 0) FROM line AS l WHERE
    (l.organisation, l.account, l.stage, l.movement) = (b.organisation, b.account, b.stage, b.movement) AND l.period <= b.period));`;

beforeAll(async () => {
  server = await RunningServer.start();
  file = join(server.folder, 'books.sqlite');
  const path = await server.organisation();
  const post = (date: string, kind: string): Promise<{ status: number }> =>
    server.request('POST', `${path}/entries`, {
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
    ].map((item) => item.status),
  ).toEqual([201, 201, 201]);
  await server.request('POST', `${path}/contacts`, { name: 'Low Weir', roles: ['customer'] });
  await server.request('POST', `${path}/tax-codes`, {
    code: 'S',
    name: 'Standard',
    side: 'sales',
    rates: [{ parts: [{ rate: '20', side: 'credit', account: '2200' }] }],
  });
  await server.request('POST', `${path}/periods/2026-04/lock`);
  await server.organisation({ name: 'Another' });
  lastSeal = shell('SELECT seal FROM entry WHERE place = 3;').output.trim();
});
afterAll(() => server.stop());

/** A paper that is kept, and that it belongs to an entry. */
const KEPT = `INSERT INTO attachment VALUES (1, 1, '${'a'.repeat(64)}', 'bill.pdf', 'pdf', 1, '', 1, NULL, NULL);`;
const ATTACHED = "INSERT INTO entry_attachment VALUES (1, 1, 1, 1, 0, '', 1, NULL, NULL, NULL);";

describe('where the organisation asks for two people', () => {
  const asking = 'BEGIN; UPDATE organisation SET two_people_from = 500 WHERE id = 1;';
  const second =
    "INSERT INTO person (name, created_at, preferences) VALUES ('Second', '2026-01-01T00:00:00.000Z', '{}');";
  const prepared = (by: string): string => `INSERT INTO entry_preparer VALUES (1, 4, ${by});`;
  test.each([
    ['whoever types an entry', ''],
    ['whoever prepared it', prepared('1')],
  ])('the database refuses an entry posted by %s', (_, before) => {
    const { ok, output } = shell(`${asking} ${before} ${forged({ entry: { source: 'manual' } })} COMMIT;`);
    expect([ok, output]).toEqual([false, expect.stringContaining('these books ask for two people')]);
  });
  test.each([
    ['of a lesser amount', 'UPDATE organisation SET two_people_from = 501 WHERE id = 1;'],
    ['prepared by another', `${second} ${prepared('(SELECT max(id) FROM person)')}`],
  ])('but not one %s', (_, before) => {
    const { ok, output } = shell(`${asking} ${before} ${forged({ entry: { source: 'manual' } })} ROLLBACK;`);
    expect([ok, output]).toEqual([true, '']);
  });
});

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
    ['change a balance', 'UPDATE OR IGNORE balance SET amount = 0 WHERE account = 2;'],
    ['delete a balance', 'DELETE FROM balance;'],
    ['add a balance', "INSERT INTO balance VALUES (1, 3, 'ordinary', '', 202603, 100);"],
    ['hold a posting open', 'INSERT INTO posting VALUES (1, 4, 4);'],
    ['hold a posting of nothing open', 'INSERT INTO posting VALUES (1, 4, 3);'],
    [
      'insert an entry past a posting',
      `INSERT INTO entry SELECT organisation, 4, year, 4, date, kind, stage, source, explanation, reference, reverses, posted_at, posted_by, debit, seal, seal, NULL FROM entry WHERE organisation = 1 AND place = 3;`,
    ],
    ['delete a total', 'DELETE FROM total;'],
    ['put a balance over another', "INSERT OR REPLACE INTO balance VALUES (1, 2, 'ordinary', '', 202603, 10000);"],
    [
      'put a total over another',
      'INSERT OR REPLACE INTO total SELECT organisation, account, period, stage, movement, combination, amount + 1, lines FROM total;',
    ],
    ['add a total', "INSERT INTO total VALUES (1, 3, 202603, 'ordinary', '', 0, 100, 1);"],
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
    ['say afterwards who prepared an entry', 'INSERT INTO entry_preparer VALUES (1, 3, 1);'],
    ...(
      [
        ['change a paper', "UPDATE attachment SET sha256 = 'x'"],
        ['delete a paper', 'DELETE FROM attachment'],
        ['put a paper over another', 'INSERT OR REPLACE INTO attachment SELECT * FROM attachment'],
        ['attach what is not kept', "INSERT INTO entry_attachment VALUES (1, 1, 1, 9, 0, '', 1, NULL, NULL, NULL)"],
        ['attach to no entry', "INSERT INTO entry_attachment VALUES (1, 9, 1, 1, 0, '', 1, NULL, NULL, NULL)"],
        ['attach to no line', "INSERT INTO entry_attachment VALUES (1, 1, 1, 1, 9, '', 1, NULL, NULL, NULL)"],
        ['attach with a gap', "INSERT INTO entry_attachment VALUES (1, 1, 2, 1, 0, '', 1, NULL, NULL, NULL)"],
        ['move a paper', `${ATTACHED} UPDATE entry_attachment SET entry = 2`],
        ['delete what was attached', `${ATTACHED} DELETE FROM entry_attachment`],
        [
          'take a paper off without a reason',
          `${ATTACHED} UPDATE entry_attachment SET removed_at = '', removed_by = 1`,
        ],
      ] as const
    ).map(([what, sql]) => [what, `BEGIN; ${KEPT} ${sql}; COMMIT;`] as const),
    ['say afterwards what an entry corrects', 'INSERT INTO entry_correction VALUES (1, 3, 1);'],
    ['let an entry correct a later one', 'INSERT INTO entry_correction VALUES (1, 4, 5);'],
    [
      'change what an entry corrects',
      'INSERT INTO entry_correction VALUES (1, 4, 1); UPDATE entry_correction SET corrects = 2;',
    ],
    ...(
      [
        ['plan the reversal of an entry that is not there', '(1, 9, 1, "2026-06-01", NULL, "", 1)'],
        ['plan a reversal before its entry', '(1, 1, 1, "2026-01-01", NULL, "", 1)'],
        ['plan a reversal with a gap', '(1, 1, 2, "2026-06-01", NULL, "", 1)'],
        ['give up a reversal without a reason', '(1, 1, 1, NULL, NULL, "", 1)'],
      ] as const
    ).map(([what, row]) => [what, `INSERT INTO reversal_plan VALUES ${row.replaceAll('"', "'")};`] as const),
    [
      'change what was planned',
      "INSERT INTO reversal_plan VALUES (1, 1, 1, '2026-06-01', NULL, '', 1); UPDATE reversal_plan SET date = '2026-07-01';",
    ],
    [
      'delete what was planned',
      "INSERT INTO reversal_plan VALUES (1, 1, 1, '2026-06-01', NULL, '', 1); DELETE FROM reversal_plan;",
    ],
    ...(
      [
        ['say of a finding with a gap', '(1, 2, "far-out.1.1", "open", NULL, NULL, "", 1);'],
        ['look at a finding without a reason', '(1, 1, "far-out.1.1", "looked-at", NULL, NULL, "", 1);'],
        [
          'change what was said of a finding',
          '(1, 1, "a", "open", NULL, NULL, "", 1); UPDATE finding_event SET reason = "x";',
        ],
        ['delete what was said of a finding', '(1, 1, "a", "open", NULL, NULL, "", 1); DELETE FROM finding_event;'],
      ] as const
    ).map(([what, row]) => [what, `INSERT INTO finding_event VALUES ${row.replaceAll('"', "'")}`] as const),
    ...(
      [
        [
          'name an account twice in the statements',
          '{"revenue":[{"account":1},{"group":{"id":1,"accounts":[2,1]}}]}',
        ],
        ['arrange the statements in no known form', '{"revenue":'],
      ] as const
    ).map(
      ([what, parts]) => [what, `INSERT INTO arrangement VALUES (1, '[]', '${parts}', '{}', 1, '', 1);`] as const,
    ),
    [
      'arrange an account twice afterwards',
      `INSERT INTO arrangement VALUES (1, '[]', '{}', '{}', 1, '', 1);
       UPDATE arrangement SET parts = '{"revenue":[{"account":1}],"income-tax":[{"account":1}]}';`,
    ],
    [
      'rewrite what happened to a draft',
      "INSERT INTO draft_event VALUES (1, 1, 1, 'prepared', NULL, '2026-02-01T00:00:00.000Z', 1); UPDATE draft_event SET text = 'x';",
    ],
    [
      'tell the history of a draft with a gap',
      "INSERT INTO draft_event VALUES (1, 9, 2, 'posted', NULL, '2026-02-01T00:00:00.000Z', 1);",
    ],
  ])('nobody can %s', (_, sql) => {
    const before = fingerprint();
    expect(shell(sql).ok).toBe(false);
    expect(fingerprint()).toBe(before);
  });
});

describe('an entry from outside is taken whole and sound, or not at all', () => {
  const [debit, credit] = TWO as [Line, Line];
  const big = 9007199254740991;
  test('a sound one is taken', () => {
    const before = fingerprint();
    expect(shell(`BEGIN; ${forged()} SELECT count(*) FROM line WHERE entry = 4; ROLLBACK;`)).toEqual({
      ok: true,
      output: '2\n',
    });
    expect(fingerprint()).toBe(before);
  });
  test.each([
    ['in a month that has balances', '2026-03-05', ''],
    ['before months that have balances', '2026-01-05', ''],
    ['after them', '2026-05-05', ''],
    [
      'with a new combination in a month that has balances',
      '2026-03-05',
      `INSERT INTO breakdown (organisation, id, name, self_balancing) VALUES (1, 1, 'Fund', 0);
      INSERT INTO breakdown_value (organisation, breakdown, id, name) VALUES (1, 1, 1, 'Orchard');
      INSERT INTO combination VALUES (1, 1, '{"1":1}');`,
    ],
  ])('one %s moves totals and balances alike, whatever its conflict clause', (_, date, setUp) => {
    for (const or of ['', 'OR IGNORE', 'OR REPLACE', 'OR FAIL', 'OR ROLLBACK']) {
      const lines = setUp === '' ? TWO : TWO.map((line) => ({ ...line, combination: 1 }));
      const { ok, output } = shell(
        `BEGIN; ${setUp} ${forged({ entry: { date }, lines }, or)} ${ADDED_UP_AGAIN} ROLLBACK;`,
      );
      expect([or, ok, output]).toEqual([or, true, '4|8|0|0\n']);
    }
  });
  test.each<[string, () => Forged, RegExp]>([
    ['out of balance', () => ({ lines: [debit, { ...credit, amount: -499 }] }), /out of balance/],
    ['of one line', () => ({ lines: [debit] }), /fewer than two lines/],
    ['without lines', () => ({ lines: [] }), /fewer than two lines/],
    ['with a gap in its lines', () => ({ lines: [debit, { ...credit, place: 3 }] }), /follow each other/],
    ['with a zero line', () => ({ lines: [...TWO, { account: 1, amount: 0 }] }), /whole amount/],
    [
      'with a fraction',
      () => ({
        lines: [
          { account: 1, amount: 0.5 },
          { account: 2, amount: -0.5 },
        ],
      }),
      /cannot store REAL value in INTEGER column/,
    ],
    ['with text for an amount', () => ({ lines: [{ ...debit, amount: 'much' }, credit] }), /cannot store TEXT/],
    ['with text for an account', () => ({ lines: [{ ...debit, account: 'bank' }, credit] }), /cannot store TEXT/],
    ['on an account there is not', () => ({ lines: [{ ...debit, account: 999 }, credit] }), /does not belong/],
    [
      'on a control account without contact',
      () => ({ lines: [{ ...debit, account: receivables() }, credit] }),
      /control account/,
    ],
    ['with a contact there is not', () => ({ lines: [{ ...debit, contact: 99 }, credit] }), /control account/],
    ['with an unknown breakdown', () => ({ lines: [{ ...debit, combination: 7 }, credit] }), /combination/],
    ['with an unknown movement', () => ({ lines: [{ ...debit, movement: 'gift' }, credit] }), /unknown movement/],
    ['with an odd cash-basis mark', () => ({ lines: [{ ...debit, cash_basis: 2 }, credit] }), /cash-basis/],
    [
      'typed on an account that takes no typed entries',
      () => ({ entry: { source: 'manual' }, lines: [debit, { ...credit, account: summary() }] }),
      /typed entries/,
    ],
    ...(
      [
        { tax_code: 1 },
        { tax_code: 1, tax_rate: '20' },
        { tax_code: 1, tax_base: 500 },
        { tax_code: 1, tax_rate: '20', tax_base: 0 },
        { tax_code: 9, tax_rate: '20', tax_base: 500 },
        { tax_rate: '20', tax_base: 500 },
        { tax_code: 1, tax_rate: '20', tax_base: 500, tax_side: 'up' },
        { tax_code: 1, tax_rate: '20', tax_base: 500, tax_side: 'debit', tax_adjustment: 1 },
      ] as const
    ).map((tax): [string, () => Forged, RegExp] => [
      `that says of its tax ${JSON.stringify(tax)}`,
      () => ({ lines: [{ ...debit, ...tax }, credit] }),
      /says of its tax/,
    ]),
    ['supplied on no day', () => ({ entry: { supply_date: '2026-02-30' } }), /not a date/],
    ['in a locked month', () => ({ entry: { date: '2026-04-30' } }), /locked/],
    ['before the first day', () => ({ entry: { date: '2025-12-31' } }), /first day/],
    ['on no date', () => ({ entry: { date: '2026-02-30' } }), /not a date/],
    ['numbered in another year', () => ({ entry: { year: '2027', number: 1 } }), /another year/],
    ['with a gap in its number', () => ({ entry: { number: 5 } }), /next number/],
    ['with a number that is taken', () => ({ entry: { number: 3 } }), /next number/],
    ['with a gap in its place', () => ({ entry: { place: 5 } }), /next place/],
    ['at a place that is taken', () => ({ entry: { place: 2 } }), /next place/],
    ['that posts more than is staged', () => ({ posting: { last: 5 } }), /not every place/],
    ['that posts nothing', () => ({ posting: { last: 3 } }), /not every place/],
    ['that follows no seal', () => ({ entry: { previous_seal: ZEROS } }), /previous seal/],
    ['with a seal that is none', () => ({ entry: { seal: 'short' } }), /SHA-256/],
    ['posted in the past', () => ({ entry: { posted_at: '2020-01-01T00:00:00.000Z' } }), /posted before/],
    ['of an unknown kind', () => ({ entry: { kind: 'odd', stage: 'odd' } }), /unknown kind/],
    ['in a stage not of its kind', () => ({ entry: { stage: 'closing' } }), /unknown kind/],
    ['in an unknown stage, reversing', () => ({ entry: { kind: 'reversing', stage: 'odd' } }), /unknown kind/],
    ['from an unknown source', () => ({ entry: { source: 'rumour' } }), /unknown source/],
    ['reversing nothing', () => ({ entry: { kind: 'reversing' } }), /names the entry/],
    ['reversing an entry there is not', () => ({ entry: { kind: 'reversing', reverses: 77 } }), /reverses no entry/],
    [
      'for an organisation there is not',
      () => ({
        entry: { place: 1, number: 1, previous_seal: ZEROS },
        posting: { organisation: 9 },
      }),
      /no such organisation/,
    ],
  ])('%s it is refused', (_, changes, message) => {
    const before = fingerprint();
    for (const or of ['', 'OR IGNORE', 'OR REPLACE', 'OR FAIL', 'OR ROLLBACK']) {
      const attempt = shell(`BEGIN; ${forged(changes(), or)} COMMIT;`);
      expect([or, attempt.ok, attempt.output]).toEqual([or, false, expect.stringMatching(message)]);
      expect(fingerprint()).toBe(before);
    }
  });
  test('refused if its totals would leave the range', () => {
    const before = fingerprint();
    const lines = [
      { account: 1, amount: big },
      { account: 2, amount: -big },
    ];
    for (const or of ['', 'OR IGNORE', 'OR REPLACE']) {
      const second = forged({ entry: { place: 5, number: 5, previous_seal: 'a'.repeat(64) }, lines }, or);
      const attempt = shell(`BEGIN; ${forged({ lines }, or)} ${second} COMMIT;`);
      expect([attempt.ok, attempt.output]).toEqual([false, expect.stringMatching(/beyond what the books can hold/)]);
      expect(fingerprint()).toBe(before);
    }
  });
  test('what is staged and never posted stands in no account', () => {
    const before = fingerprint();
    const staged = forged().split('\n').slice(0, -1).join('\n');
    expect(shell(`BEGIN; ${staged} COMMIT;`).ok).toBe(true);
    expect(fingerprint()).toBe(before);
    expect(shell('DELETE FROM staged_line; DELETE FROM staged_entry;').ok).toBe(true);
  });
  test('a failed statement leaves nothing behind even if the transaction around it commits', () => {
    const before = fingerprint();
    for (const or of ['', 'OR FAIL', 'OR IGNORE']) {
      const sql = forged({ lines: [debit, { ...credit, account: 999 }] }, or);
      execFileSync('sh', ['-c', `printf '%s' "$SQL" | sqlite3 "$FILE" || true`], {
        env: { ...process.env, SQL: `BEGIN;\n${sql}\nCOMMIT;`, FILE: file },
        stdio: 'pipe',
      });
      expect(fingerprint()).toBe(before);
      expect(shell('DELETE FROM staged_line; DELETE FROM staged_entry;').ok).toBe(true);
    }
  });
  test('with checks and foreign keys switched off nothing more gets in', () => {
    const before = fingerprint();
    for (const changes of [
      { entry: { kind: 'odd', stage: 'odd' } },
      { entry: { seal: 'short' } },
      { lines: [debit, { ...credit, account: 999 }] },
    ]) {
      const off = 'PRAGMA foreign_keys = OFF; PRAGMA ignore_check_constraints = ON; PRAGMA recursive_triggers = ON;';
      expect(shell(`${off} BEGIN; ${forged(changes, 'OR REPLACE')} COMMIT;`).ok).toBe(false);
      expect(fingerprint()).toBe(before);
    }
  });
  const receivables = (): number =>
    Number(shell("SELECT id FROM account WHERE organisation = 1 AND control = 'receivables';").output);
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
      'account 6',
      'account_breakdown 3',
      'arrangement 5',
      'attachment 4',
      'balance 3',
      'breakdown 6',
      'breakdown_value 6',
      'combination 4',
      'combination_value 3',
      'contact 3',
      'draft 2',
      'draft_end 2',
      'draft_event 3',
      'entry 3',
      'entry_attachment 3',
      'entry_correction 3',
      'entry_preparer 3',
      'finding_event 3',
      'issued_papers 3',
      'line 3',
      'locked_proof 3',
      'membership 3',
      'occurrence 3',
      'organisation 3',
      'outbox_message 3',
      'period_event 3',
      'posting 6',
      'recurring_version 3',
      'reversal_plan 3',
      'set_up_change 3',
      'take_on_entry 1',
      'take_on_event 3',
      'take_on_row 6',
      'tax_code 4',
      'tax_settlement 3',
      'total 6',
      'volume 3',
      'year_closing 3',
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
      /Entry 2026-0002: it is not what was sealed/,
    ],
    [
      'a changed line',
      () =>
        `DROP TRIGGER line_update; UPDATE line SET amount = amount * 2 WHERE entry = 3; ${trigger('line_update')};`,
      /Entry 2026-0003: it is not what was sealed/,
    ],
    [
      'an added line',
      () =>
        `DROP TRIGGER line_insert; INSERT INTO line SELECT organisation, entry, 3, account, date, period, stage, movement, combination, amount, contact, note, currency, foreign_amount, rate, rate_per_base, due_date, document, document_date, own_number, cash_basis, tax_code, tax_base, tax_rate, tax_side, tax_adjustment FROM line WHERE entry = 1 AND place = 1; ${trigger('line_insert')};`,
      /Entry 2026-0001: it is not what was sealed/,
    ],
    ...(['tax_code = 1, tax_rate = 20, tax_base = amount', 'tax_adjustment = 1'] as const).map(
      (tax): [string, () => string, RegExp] => [
        `a line with ${tax}`,
        () => `DROP TRIGGER line_update; UPDATE line SET ${tax} WHERE entry = 3; ${trigger('line_update')};`,
        /Entry 2026-0003: it is not what was sealed/,
      ],
    ),
    [
      'a line filed in another month',
      () => `DROP TRIGGER line_update; UPDATE line SET period = 202612 WHERE entry = 2; ${trigger('line_update')};`,
      /Entry 2026-0002: its lines are filed elsewhere/,
    ],
    [
      'a line without its entry',
      () =>
        `PRAGMA foreign_keys = OFF; DROP TRIGGER line_insert; INSERT INTO line SELECT organisation, 9, place, account, date, period, stage, movement, combination, amount, contact, note, currency, foreign_amount, rate, rate_per_base, due_date, document, document_date, own_number, cash_basis, tax_code, tax_base, tax_rate, tax_side, tax_adjustment FROM line WHERE entry = 1; ${trigger('line_insert')};`,
      /its lines are filed elsewhere/,
    ],
    [
      'a changed sum of debits',
      () => `DROP TRIGGER entry_update; UPDATE entry SET debit = 1 WHERE place = 3; ${trigger('entry_update')};`,
      /Entry 2026-0003: its debit/,
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
        `DROP TRIGGER total_update; DROP TRIGGER total_update_before_others; UPDATE total SET amount = amount + 1 WHERE account = 2; ${trigger('total_update')};`,
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
