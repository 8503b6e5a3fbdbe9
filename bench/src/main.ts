import 'reflect-metadata';
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { loadChart } from '@just-ledger/server/areas/accounts/account-store';
import { ledgerReport } from '@just-ledger/server/areas/account-ledger/ledger-report';
import { booksFile, openForReading, type Db } from '@just-ledger/server/platform/database/connection';
import { organisationOf } from '@just-ledger/server/areas/organisations/organisation-store';
import { fullCheck } from '@just-ledger/server/areas/proofs/chain-check';
import type { WriteContext } from '@just-ledger/server/platform/threads/write-context';
import { bulkImport } from './bulk.js';
import { LARGE_TODAY, emptyLargeBooks, fillBooks } from './large-books.js';
import { type MeasuredBooks, measureOverHttp } from './over-http.js';
import {
  addressTable,
  beyondGoals,
  describedBooks,
  madeOthersWait,
  mixedTable,
  seenTable,
  writeOnPage,
} from './bench-page.js';
import { twentyClients } from './clients.js';
import { seenInBrowser } from './in-browser.js';
import { keystrokesOfFifty } from './keystrokes.js';
import { posting } from './posting.js';
import { runReviewTrial } from './review-trials.js';
import { PLANTED, runSlipTrials } from './slip-trials.js';
import {
  COLUMN_CHOICES,
  COMPARED,
  DAYS,
  REPORTS,
  firstReading,
  rawMonths,
  rawSums,
  readingAfterPosting,
  warmUp,
} from './reports.js';
import { median, usually } from './stopwatch.js';
import { ServerUnderBench } from './server-under-bench.js';
import { TRADING_SHAPES, tradingBooks, type TradingShape } from './trading-books.js';

/** A number of lines asked for on the command line. */
function asked(name: string, otherwise: number): number {
  return Number(
    process.argv.find((argument) => argument.startsWith(`--${name}=`))?.slice(name.length + 3) ?? otherwise,
  );
}

const lines = asked('lines', 1_000_000);
const imported = asked('import', 100_000);
const trials = asked('trials', 1_000);
const scratch = mkdtempSync(join(tmpdir(), 'just-ledger-bench-'));
const [books, smaller] = [join(scratch, 'books'), join(scratch, 'first')];

function show(label: string, ratio: number, goal?: string): void {
  console.log(`${label.padEnd(72)} ${ratio.toPrecision(3).padStart(9)}${goal ? `   solid ${goal}` : ''}`);
}

/** So that the planner knows the books and nobody pays for what was written before. */
function settle({ db: { $client } }: WriteContext): void {
  $client.exec('ANALYZE');
  $client.pragma('wal_checkpoint(TRUNCATE)');
}

function showReports(context: WriteContext, db: Db): void {
  const organisation = organisationOf(db, 1);
  warmUp(db, organisation);
  for (const [name, asAt] of DAYS) {
    const { R, J } = rawSums(db, asAt);
    console.log(
      `\n${name}: R, the raw sum over the covering index, ${R.toFixed(0)} ms; J, with its joins, ${J.toFixed(0)} ms`,
    );
    const kinds = ['first', 'posted', 'again'];
    const heads = ['R', 'J'].flatMap((raw) => kinds.map((kind) => `${kind} / ${raw}`.padStart(11)));
    console.log(`${''.padEnd(40)} ${heads.join(' ')}   solid <= 0.01`);
    for (const [report, draw] of REPORTS) {
      const times = [
        firstReading(books, draw, asAt),
        readingAfterPosting(context, db, organisation, [draw, asAt]),
        usually(() => draw(db, organisation, asAt)),
      ];
      const ratios = [R, J].flatMap((raw) => times.map((time) => (time / raw).toPrecision(2).padStart(11)));
      console.log(`${report.padEnd(40)} ${ratios.join(' ')}`);
    }
  }
  console.log();
}

/** Statements with columns beside their days, again, to the plain sum of all lines; of 24 months also to their plain query. */
function showColumns(db: Db): void {
  const organisation = organisationOf(db, 1);
  const { J } = rawSums(db, LARGE_TODAY);
  const months = rawMonths(db);
  const plain = `J ${J.toFixed(0)} ms, the plain query of 24 months ${months.toFixed(0)} ms`;
  console.log(`columns beside the days of a statement, again; ${plain}`);
  for (const [statement, draw] of COMPARED) {
    for (const [choice, asked] of COLUMN_CHOICES) {
      draw(db, organisation, asked);
      const time = usually(() => draw(db, organisation, asked));
      const toMonths = asked.columns === 'months' ? `, to its plain query ${(time / months).toPrecision(2)}` : '';
      console.log(`  ${`${statement}, ${choice}`.padEnd(70)} ${(time / J).toPrecision(2).padStart(9)}${toMonths}`);
    }
  }
}

function showGrowth(): void {
  const [, trialBalance] = REPORTS[0];
  for (const [name, asAt] of DAYS) {
    const growth = firstReading(books, trialBalance, asAt) / firstReading(smaller, trialBalance, asAt);
    show(`trial balance, ${name}, first, to that of the smaller books`, growth, '<= 3');
  }
}

function showPage(db: Db): void {
  const largest = loadChart(db, 1).accounts[0];
  const window = db.$client.prepare(
    'SELECT date, amount, sum(amount) OVER (ORDER BY date, entry, place) FROM line WHERE organisation = 1 AND account = ?',
  );
  const query = {
    account: largest?.number ?? '',
    from: '2022-01-01',
    to: '2026-12-31',
    after: '2024-06-15.1.1',
  };
  const page = usually(() => ledgerReport(db, organisationOf(db, 1), query, LARGE_TODAY, 100));
  const whole = usually(() => window.all(largest?.id), 3);
  show('page in the middle of the largest account, to a window over it', page / whole, '<= 0.01');
}

/** How often a slip planted in invented lines is found: counts, not times. */
function showSlips(): void {
  console.log(`\nslips planted in ${trials} sets of lines each: listed, among the first three, by chance`);
  for (const slip of PLANTED) {
    for (const size of [10, 40, 150, 400]) {
      const { listed, amongThree, byChance } = runSlipTrials(slip, size, trials, 20261126);
      const counts = [listed, amongThree, byChance].map((count) => (count / trials).toFixed(3).padStart(8));
      console.log(`${`${slip} among ${size} lines`.padEnd(40)} ${counts.join(' ')}`);
    }
  }
}

/** How often the second pair of eyes is right on seeded ledgers: counts, not times. */
function showReviews(trials: number): void {
  console.log(
    `\nten slips of fourteen kinds planted in a year of some 1,700 entries, ${trials} ledgers: listed, others`,
  );
  const all = Array.from({ length: trials }, (_, index) => runReviewTrial(20261128 + index));
  const mean = (counts: readonly number[]): string =>
    `${(counts.reduce((sum, count) => sum + count, 0) / trials).toFixed(2)} on average, ${Math.min(...counts)} to ${Math.max(...counts)}`;
  console.log(`listed of ten: ${mean(all.map(({ listed }) => listed.length))}`);
  console.log(`about nothing that was planted: ${mean(all.map(({ others }) => others.length))}`);
}

/** Every GET of the API on books of trading organisations, as ratios to the raw sum of all lines. */
async function showHttp(shapes: readonly TradingShape[]): Promise<void> {
  const parts: string[] = [];
  const show = (part: string): void => {
    parts.push(part);
    console.log(`\n${part}`);
  };
  const measured = (shape: TradingShape, further?: Parameters<typeof measureOverHttp>[2]): Promise<MeasuredBooks> =>
    measureOverHttp(mkdtempSync(join(scratch, 'trading-')), shape, further);
  for (const [index, shape] of shapes.entries()) {
    if (index > 0) {
      const books = await measured({ ...shape, lines });
      show(describedBooks(shape.name, books));
      show(
        `Beyond the goals:\n\n${addressTable(books, undefined, (measured) => beyondGoals(books).includes(measured))}`,
      );
      noteWaiting(books);
      continue;
    }
    const smaller = await measured({ ...shape, lines: Math.ceil(lines / 10) });
    const further: string[] = [];
    const books = await measured({ ...shape, lines }, async (server, samples) => {
      if (process.argv.includes('--browser')) further.push(seenTable(await seenInBrowser(server)));
      further.push(mixedTable(await twentyClients(server, samples, asked('seconds', 60))));
    });
    show(describedBooks(`over HTTP, ${shape.name}`, books));
    show(addressTable(books, smaller));
    for (const part of further) show(part);
    noteWaiting(books);
  }
  if (process.argv.includes('--page')) writeOnPage(parts.join('\n\n'));
}

/** The bench fails where somebody else has to wait; small books say nothing about it. */
function noteWaiting(books: MeasuredBooks): void {
  if (lines >= 1_000_000 && madeOthersWait(books)) process.exitCode = 1;
}

function showPosting(context: WriteContext): void {
  const times = posting(context, Math.min(300, lines / 100), join(scratch, 'durable.sqlite'), () => {
    settle(context);
    copyFileSync(booksFile(books), join(scratch, 'copy.sqlite'));
    return join(scratch, 'copy.sqlite');
  });
  show('posting with all guarantees, to a bare durable insert', times.bare / times.posting, '>= 0.60');
  show('  the rows of a posting without any guarantee, to the same', times.bare / times.unchecked);
  show('  posting with all guarantees, to its rows without any', times.unchecked / times.posting);
  const [bare, unchecked, ours] = [times.bare, times.unchecked, times.posting].map((ratio) => ratio.toFixed(2));
  console.log(`  (on this disk ${bare} ms a bare insert, ${unchecked} ms the rows, ${ours} ms a posting)`);
}

/** Imports, reports, postings and slips on books of one plain organisation. */
async function showBooks(): Promise<void> {
  const count = lines.toLocaleString('en');
  console.log(`${count} lines, 200 accounts, 60 months. All figures are ratios within this run.\n`);
  const times: number[] = [];
  for (const run of ['first', 'second', 'third']) {
    const here = await emptyLargeBooks(join(scratch, run));
    times.push(await bulkImport(here, imported, join(scratch, `${run}-bare`)));
    settle(here);
    here.db.$client.close();
  }
  const label = `bulk import of ${imported.toLocaleString('en')} lines with all guarantees, time to bare`;
  show(label, median(times), '<= 2.0');
  console.log(`  (in three runs ${times.map((time) => time.toFixed(2)).join(', ')})`);

  const context = await emptyLargeBooks(books);
  const entries = fillBooks(context, lines);
  settle(context);
  const db = openForReading(books);
  showReports(context, db);
  showColumns(db);
  showGrowth();
  showPage(db);
  showPosting(context);
  showSlips();
  showReviews(12);

  const check = fullCheck(db, 1);
  if (check.broken || check.proofs.some((proof) => !proof.holds))
    throw new Error('the books that were measured do not prove');
  const proved = `${entries.toLocaleString('en')} entries imported`;
  console.log(`\nproved: ${proved}, seals and totals agree with ${check.proofs[0]?.left.toLocaleString('en')} lines`);
  db.$client.close();
  context.db.$client.close();
}

/** `--keys`: the keys that fifty papers take, counted in the browser. */
async function showKeys(): Promise<void> {
  const folder = join(scratch, 'papers');
  const [shape] = TRADING_SHAPES;
  if (!shape) throw new Error('There are no trading books.');
  (await tradingBooks(folder, { ...shape, lines: 100 })).db.$client.close();
  const server = await ServerUnderBench.start(folder, LARGE_TODAY);
  try {
    const { papers, ours, spreadsheet } = await keystrokesOfFifty(server);
    show(`keys for ${papers} papers: ${ours} here, ${spreadsheet} in a spreadsheet`, ours / spreadsheet, '<= 0.5');
    if (ours > spreadsheet / 2) process.exitCode = 1;
  } finally {
    await server.stop();
  }
}

if (process.argv.includes('--keys')) {
  await showKeys();
  rmSync(scratch, { recursive: true, force: true });
  process.exit();
}
// `--http`: only what is measured over HTTP
if (!process.argv.includes('--http')) await showBooks();
const shapes = process.argv.includes('--shapes') ? TRADING_SHAPES : TRADING_SHAPES.slice(0, 1);
await showHttp(shapes);
rmSync(scratch, { recursive: true, force: true });
