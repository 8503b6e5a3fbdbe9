import 'reflect-metadata';
import Database from 'better-sqlite3';
import { readFileSync, rmSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { loadChart } from '@just-ledger/server/accounts/account-store';
import { ledgerReport } from '@just-ledger/server/account-ledger/ledger-report';
import { booksFile, openForReading } from '@just-ledger/server/database/connection';
import { organisationOf } from '@just-ledger/server/organisations/organisation-store';
import { fullCheck } from '@just-ledger/server/proofs/chain-check';
import {
  balanceSheetReport,
  equityStatementReport,
  incomeStatementReport,
} from '@just-ledger/server/statements/statement-reports';
import { trialBalanceReport } from '@just-ledger/server/trial-balance/trial-balance-report';
import { commands } from '@just-ledger/server/workers/commands';
import { LARGE_TODAY, emptyLargeBooks, fill, largeEntries } from './large-books.js';

const DRIZZLE = fileURLToPath(new URL('../../apps/server/drizzle/0000_books.sql', import.meta.url));
const lines = Number(process.argv.find((one) => one.startsWith('--lines='))?.slice(8) ?? 100_000);
const scratch = mkdtempSync(join(tmpdir(), 'just-ledger-bench-'));

/** The median time of a piece of work, in milliseconds. */
function time(work: () => void, times = 7): number {
  const took = Array.from({ length: times }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return took[Math.floor(times / 2)] ?? 0;
}

function show(label: string, ratio: number, goal: string): void {
  console.log(`${label.padEnd(58)} ${ratio.toPrecision(3).padStart(9)}   solid ${goal}`);
}

/** The same rows into the same tables, without triggers, seals and totals: what a bare bulk insert costs. */
function bareBulk(): number {
  const client = new Database(join(scratch, 'bare.sqlite'));
  client.pragma('journal_mode = WAL');
  client.pragma('synchronous = FULL');
  for (const statement of readFileSync(DRIZZLE, 'utf8').split('--> statement-breakpoint')) client.exec(statement);
  client.exec(
    "INSERT INTO person VALUES (1, 'x', 'x', 'x', 'x'); INSERT INTO organisation VALUES (1, 'x', 'company', 'EUR', 1, '2022-01-01', NULL, 'x', 1)",
  );
  const chart = loadChart(context.db, 1);
  client.exec(
    `INSERT INTO account SELECT 1, value, value, value, 'asset', 'current-assets', 0, NULL, NULL, NULL, 1, 1, NULL, NULL, NULL, 1 FROM json_each('${JSON.stringify(chart.accounts.map((one) => one.id))}')`,
  );
  const entry = client.prepare(
    "INSERT INTO entry VALUES (1, ?, ?, ?, ?, 'ordinary', 'ordinary', 'import', ?, NULL, NULL, 'x', 1, ?, 1, '', ?, ?)",
  );
  const line = client.prepare(
    "INSERT INTO line (organisation, entry, place, account, date, period, stage, movement, combination, amount) VALUES (1, ?, ?, ?, ?, ?, 'ordinary', '', 0, ?)",
  );
  const zeros = '0'.repeat(64);
  const start = performance.now();
  client.exec('BEGIN IMMEDIATE');
  let place = 0;
  for (const one of largeEntries(chart, lines)) {
    place += 1;
    entry.run(place, one.date.slice(0, 4), place, one.date, one.explanation, one.lines.length, zeros, zeros);
    one.lines.forEach((part, at) =>
      line.run(place, at + 1, part.account, one.date, Number(one.date.slice(0, 7).replace('-', '')), part.amount),
    );
  }
  client.exec('COMMIT');
  const took = performance.now() - start;
  client.close();
  return took;
}

/** How many rows a bare durable insert commits in the time that posting takes for as many entries. */
function posting(count: number): number {
  const client = new Database(join(scratch, 'durable.sqlite'));
  client.pragma('journal_mode = WAL');
  client.pragma('synchronous = FULL');
  client.exec('CREATE TABLE bare (id INTEGER PRIMARY KEY, text TEXT) STRICT');
  const insert = client.prepare('INSERT INTO bare (text) VALUES (?)');
  const request = (n: number) => ({
    date: '2026-12-15',
    explanation: `Posting ${n}`,
    lines: [
      { account: '1000', debit: '1.00' },
      { account: '4000', credit: '1.00' },
    ],
  });
  let [bare, ours] = [0, 0];
  // turn and turn about, so that a slow moment of the disk falls on both
  for (let n = 0; n < count; n += 1) {
    let start = performance.now();
    insert.run(`Posting ${n}`);
    bare += performance.now() - start;
    start = performance.now();
    context.transact(() => commands.postEntry(context, { organisation: 1, person: 1, request: request(n) }));
    ours += performance.now() - start;
  }
  client.close();
  return bare / ours;
}

const context = await emptyLargeBooks(join(scratch, 'books'));
console.log(
  `${lines.toLocaleString('en')} lines, 200 accounts, 60 months. All figures are ratios within this run.\n`,
);
const bare = bareBulk();
const start = performance.now();
const entries = fill(context, lines);
const bulk = performance.now() - start;
context.db.$client.exec('ANALYZE');
context.db.$client.pragma('wal_checkpoint(TRUNCATE)'); // else the first postings would pay for the import
const db = openForReading(join(scratch, 'books'));
const of = organisationOf(db, 1);

const raw = db.$client.prepare(
  'SELECT account, sum(amount) FROM line INDEXED BY line_period WHERE organisation = 1 GROUP BY account',
);
const R = time(() => void raw.all());
console.log(`R: SELECT account, sum(amount) … GROUP BY account over the covering index, ${R.toFixed(1)} ms\n`);
for (const [name, asAt] of [
  ['month end', '2026-11-30'],
  ['mid-month', '2026-11-15'],
] as const) {
  show(`trial balance, ${name}`, time(() => void trialBalanceReport(db, of, { asAt }, LARGE_TODAY)) / R, '<= 0.01');
  show(
    `income statement of the year to date, ${name}`,
    time(() => void incomeStatementReport(db, of, { from: '2026-01-01', to: asAt }, LARGE_TODAY)) / R,
    '<= 0.01',
  );
  show(
    `statement of changes in equity, ${name}`,
    time(() => void equityStatementReport(db, of, { from: '2026-01-01', to: asAt }, LARGE_TODAY)) / R,
    '<= 0.01',
  );
  show(`balance sheet, ${name}`, time(() => void balanceSheetReport(db, of, { asAt }, LARGE_TODAY)) / R, '<= 0.01');
}
const largest = loadChart(db, 1).accounts[0];
const window = db.$client.prepare(
  'SELECT date, amount, sum(amount) OVER (ORDER BY date, entry, place) FROM line WHERE organisation = 1 AND account = ?',
);
const whole = time(() => void window.all(largest?.id), 3);
show(
  'page in the middle of the largest account, to a window over it',
  time(
    () =>
      void ledgerReport(
        db,
        of,
        { account: largest?.number ?? '', from: '2022-01-01', to: '2026-12-31', after: '2024-06-15.1.1' },
        LARGE_TODAY,
        100,
      ),
  ) / whole,
  '<= 0.01',
);
show('bulk import with all guarantees, time to bare', bulk / bare, '<= 2.0');
show('posting with all guarantees, to a bare durable insert', posting(Math.min(300, lines / 100)), '>= 0.60');

const check = fullCheck(db, 1);
if (check.broken || check.proofs.some((proof) => !proof.holds))
  throw new Error('the books that were measured do not prove');
console.log(
  `\nproved: ${entries.toLocaleString('en')} entries imported, seals and totals agree with ${check.proofs[0]?.left.toLocaleString('en')} lines in ${booksFile('')}`,
);
db.$client.close();
context.db.$client.close();
rmSync(scratch, { recursive: true, force: true });
