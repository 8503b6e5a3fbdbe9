import 'reflect-metadata';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { loadChart } from '@just-ledger/server/accounts/account-store';
import { ledgerReport } from '@just-ledger/server/account-ledger/ledger-report';
import { booksFile, openForReading, type Db } from '@just-ledger/server/database/connection';
import { organisationOf } from '@just-ledger/server/organisations/organisation-store';
import { fullCheck } from '@just-ledger/server/proofs/chain-check';
import {
  balanceSheetReport,
  equityStatementReport,
  incomeStatementReport,
} from '@just-ledger/server/statements/statement-reports';
import { trialBalanceReport } from '@just-ledger/server/trial-balance/trial-balance-report';
import { bulkImport } from './bulk.js';
import { LARGE_TODAY, emptyLargeBooks } from './large-books.js';
import { posting } from './posting.js';

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

/** The median time in which a connection that has kept nothing draws up a report. */
function readingAnew(draw: (on: Db) => void): number {
  const took = Array.from({ length: 9 }, () => {
    const on = openForReading(join(scratch, 'books'));
    trialBalanceReport(on, of, { asAt: '2024-07-10' }, LARGE_TODAY); // statements prepared, chart loaded, other flows kept
    const start = performance.now();
    draw(on);
    const end = performance.now();
    on.$client.close();
    return end - start;
  }).sort((a, b) => a - b);
  return took[4] ?? 0;
}

function show(label: string, ratio: number, goal: string): void {
  console.log(`${label.padEnd(64)} ${ratio.toPrecision(3).padStart(9)}   solid ${goal}`);
}

const context = await emptyLargeBooks(join(scratch, 'books'));
console.log(
  `${lines.toLocaleString('en')} lines, 200 accounts, 60 months. All figures are ratios within this run.\n`,
);
const { entries, ratio: bulk } = await bulkImport(context, lines, join(scratch, 'bare'));
context.db.$client.exec('ANALYZE');
context.db.$client.pragma('wal_checkpoint(TRUNCATE)'); // else the first postings would pay for the import
const db = openForReading(join(scratch, 'books'));
const of = organisationOf(db, 1);

const covering = db.$client.prepare(
  'SELECT account, sum(amount) FROM line WHERE organisation = 1 AND date <= ? GROUP BY account',
);
const joined = db.$client.prepare(
  `SELECT a.number, sum(l.amount) FROM line AS l JOIN entry AS e ON e.organisation = l.organisation AND e.place = l.entry
    JOIN account AS a ON a.organisation = l.organisation AND a.id = l.account
    WHERE l.organisation = 1 AND e.date <= ? GROUP BY a.id`,
);
for (const [name, asAt] of [
  ['month end', '2026-11-30'],
  ['mid-month', '2026-11-15'],
] as const) {
  const R = time(() => void covering.all(asAt));
  const J = time(() => void joined.all(asAt), 3);
  console.log(
    `\n${name}: R, the raw sum over the covering index, ${R.toFixed(0)} ms; J, with its joins, ${J.toFixed(0)} ms`,
  );
  console.log(
    `${''.padEnd(48)} ${'first / R'.padStart(10)} ${'again / R'.padStart(10)} ${'first / J'.padStart(10)}   solid <= 0.01`,
  );
  const year = { from: '2026-01-01', to: asAt };
  for (const [report, draw] of [
    ['trial balance', (on: Db) => trialBalanceReport(on, of, { asAt }, LARGE_TODAY)],
    ['income statement of the year to date', (on: Db) => incomeStatementReport(on, of, year, LARGE_TODAY)],
    ['statement of changes in equity', (on: Db) => equityStatementReport(on, of, year, LARGE_TODAY)],
    ['balance sheet', (on: Db) => balanceSheetReport(on, of, { asAt }, LARGE_TODAY)],
  ] as const) {
    const [first, again] = [readingAnew(draw), time(() => void draw(db))];
    const ratios = [first / R, again / R, first / J].map((ratio) => ratio.toPrecision(3).padStart(10));
    console.log(`${report.padEnd(48)} ${ratios.join(' ')}`);
  }
}
console.log();
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
show('bulk import with all guarantees, time to bare', bulk, '<= 2.0');
const posted = posting(context, Math.min(300, lines / 100), join(scratch, 'durable.sqlite'));
show('posting with all guarantees, to a bare durable insert', posted.ratio, '>= 0.60');
console.log(
  `  (a bare insert took ${posted.bare.toFixed(2)} ms on this disk, a posting ${posted.ours.toFixed(2)} ms)`,
);

const check = fullCheck(db, 1);
if (check.broken || check.proofs.some((proof) => !proof.holds))
  throw new Error('the books that were measured do not prove');
console.log(
  `\nproved: ${entries.toLocaleString('en')} entries imported, seals and totals agree with ${check.proofs[0]?.left.toLocaleString('en')} lines in ${booksFile('')}`,
);
db.$client.close();
context.db.$client.close();
rmSync(scratch, { recursive: true, force: true });
