import { dayBefore } from '@just-ledger/core';
import { contactsVersion } from '@just-ledger/server/areas/contacts/contact-store';
import { isLarge } from '@just-ledger/server/areas/findings/books-review';
import { entriesPosted } from '@just-ledger/server/areas/ledger/books-version';
import { derivations } from '@just-ledger/server/composition/derivations';
import Database from 'better-sqlite3';
import { once } from 'node:events';
import { hash } from 'node:crypto';
import { mkdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { debuglog } from 'node:util';
import { Worker } from 'node:worker_threads';
import { type Db, openForReading } from '@just-ledger/server/platform/database/connection';
import { LARGE_TODAY } from './large-books.js';
import { ServerUnderBench } from './server-under-bench.js';
import { median, took } from './stopwatch.js';
import { type TradingShape, tradingBooks } from './trading-books.js';

/** `NODE_DEBUG=bench` tells what is measured while it is measured. */
const trace = debuglog('bench');

/** What one address took. */
export interface Measured {
  readonly address: string;
  readonly status: number;
  /** Milliseconds of the first time and of the second. */
  readonly first: number;
  readonly again: number;
  readonly bytes: number;
  /** Of a document. */
  readonly pages?: number;
  /** The longest that another question waited meanwhile, in milliseconds. */
  readonly others: number;
}

interface Parameter {
  readonly name: string;
  readonly in: string;
  readonly required?: boolean;
}

interface Description {
  readonly paths: Readonly<Record<string, { readonly get?: { readonly parameters?: readonly Parameter[] } }>>;
}

/** What parameters are filled with: by name, as the books that are measured have them. */
export type Samples = Readonly<Record<string, string>>;

/**
 * Addresses that cannot be asked for of these books: links that somebody was sent, jobs under way, papers, of which they
 * have none, tax, of which they have none either, paper and workbooks of more entries or lines than are written at once, and
 * files of everything.
 */
const NOT_ASKED =
  /\/(imports|archives|invitations|password-resets|new-passwords|backups)\b|\{token\}|attachments\/\{id\}|vouchers\.pdf|auditors-file\.zip|(entries|account-ledger)\.(pdf|xlsx)|reports\/tax\/lines/;

/** When nothing of these books was known yet: all of it was recorded on one day. */
const DAY_BEFORE = dayBefore(LARGE_TODAY);

/** What can stand beside the days of a statement: what is chosen with it, and the days. */
const COLUMNS = [
  'from=2024-01-01&to=2024-12-31&columns=years:2',
  'from=2026-03-01&to=2026-03-31&columns=periods:12',
  'from=2025-01-01&to=2026-12-31&columns=months',
  'from=2026-03-01&to=2026-03-31&columns=year-to-date',
  'from=2026-01-01&to=2026-12-31&columns=by:Fund',
  `from=2026-01-01&to=2026-12-31&columns=known-on:${DAY_BEFORE}`,
];

/** Questions beyond one for each address: the filters of the journal, days within a month, what stands beside a report. */
const FURTHER: Readonly<Record<string, readonly string[]>> = {
  '/api/organisations/{organisation}/entries': [
    'account={account}',
    'contact={contact}',
    'text=timber',
    'text={document}',
    'text=nothing+like+it',
    'amount=1234.56',
    'amountFrom=1234.50&amountTo=1240.00',
    'amountFrom=1000.00',
    'by=Bench',
    'from=2024-03-05&to=2024-03-20',
    'kind=adjusting',
    'source=manual',
    'document={document}',
    'breakdowns=Fund:Harbour',
    'account={account}&text=timber',
    'book=sales',
    'book=general',
    'book=payments&text=timber',
    'paper=with',
    'paper=without',
    'paper=with&account={account}',
    'reversed=yes',
    'reversed=no',
  ],
  '/api/organisations/{organisation}/entries/usual-amounts': ['accounts={account}'],
  '/api/organisations/{organisation}/entries/sums': [
    'account={account}',
    'text=timber',
    'book=sales',
    'paper=without',
  ],
  '/api/organisations/{organisation}/find': ['text={document}', 'text=1234.56', 'text=t'],
  '/api/organisations/{organisation}/reports/account-ledger': [
    'account={account}&text=timber',
    'account={account}&contact={contact}',
    'account={account}&amountFrom=1000.00',
    'account={account}&paper=with',
  ],
  '/api/organisations/{organisation}/reports/account-ledger/sums': [
    'account={account}&text=timber',
    'account={account}&from=2022-01-01&to=2026-12-31',
  ],
  '/api/organisations/{organisation}/reports/account-ledger/balances': [
    'account={account}&from=2022-01-01&to=2026-12-31',
  ],
  '/api/organisations/{organisation}/proofs': ['asAt=2024-06-15'],
  '/api/organisations/{organisation}/reports/trial-balance': ['asAt=2024-06-15', `asKnownOn=${DAY_BEFORE}`],
  '/api/organisations/{organisation}/reports/worksheet': [
    'asAt=2024-06-15',
    'asAt=2026-06-30&against=2025-06-30',
    'asAt=2026-06-30&breakdown=Fund',
    'asAt=2026-06-30&breakdown=Fund&value=Harbour',
    `asKnownOn=${DAY_BEFORE}`,
  ],
  '/api/organisations/{organisation}/reports/income-statement': [
    ...COLUMNS,
    'from=2026-01-01&to=2026-12-31&form=multi-step&rounding=thousands',
  ],
  '/api/organisations/{organisation}/reports/equity-statement': COLUMNS,
  '/api/organisations/{organisation}/reports/balance-sheet': [
    'asAt=2024-06-15',
    ...COLUMNS.map((query) => query.replace('&to=', '&asAt=')),
  ],
  '/api/organisations/{organisation}/reports/cash-flow-statement': COLUMNS,
  '/api/organisations/{organisation}/reports/statements.pdf': COLUMNS.slice(0, 1),
  '/api/organisations/{organisation}/reports/statements.xlsx': COLUMNS.slice(0, 1),
  '/api/organisations/{organisation}/reports/figure': [
    'from=2024-01-01&to=2024-12-31',
    'statement=balance-sheet&row=total-assets&to=2024-06-15',
    'statement=equity-statement&row=closing-equity&from=2024-01-01&to=2024-12-31',
    'statement=cash-flow-statement&row=change-in-cash&from=2024-01-01&to=2024-12-31',
  ],
  '/api/organisations/{organisation}/reports/figure-lines': ['account={account}&to=2024-06-15'],
  '/api/organisations/{organisation}/reports/account-change': [
    'account={account}&from=2024-01-01&to=2024-12-31&beforeFrom=2023-01-01&beforeTo=2023-12-31',
  ],
  '/api/organisations/{organisation}/reports/aged-balances': ['ledger={ledger}&asAt=2024-06-15'],
  '/api/organisations/{organisation}/reports/open-items': ['ledger={ledger}&contact={contact}'],
  '/api/organisations/{organisation}/reports/account-detail': ['account=11000&contact={contact}&document=S-1'],
};

/** Every GET of the API's description, each with what it takes, and some further questions. */
async function addressesOf(server: ServerUnderBench, samples: Samples): Promise<string[]> {
  const description: Description = JSON.parse((await server.get('/api/openapi.json')).text);
  const filled = (text: string): string =>
    text.replaceAll(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(samples[name] ?? `no-${name}`));
  return Object.entries(description.paths).flatMap(([path, { get }]) => {
    if (!get || NOT_ASKED.test(path)) return [];
    const needed = (get.parameters ?? []).filter((parameter) => parameter.in === 'query' && parameter.required);
    const query = needed.map(({ name }) => `${name}={${name}}`).join('&');
    const questions = [query, ...(FURTHER[path] ?? [])].map((query) => (query ? `${path}?${query}` : path));
    return questions.map(filled);
  });
}

/** What was measured on one shape of books. */
export interface MeasuredBooks {
  readonly lines: number;
  readonly entries: number;
  readonly contacts: number;
  /** The raw sum of all lines by account with its joins, in milliseconds. */
  readonly raw: number;
  /** How long it took until everything was derived, in milliseconds. */
  readonly behind: number;
  /** The weight of the books and of what is derived of them, in bytes. */
  readonly bytes: number;
  readonly derivedBytes: number;
  readonly all: readonly Measured[];
}

/**
 * What the addresses of the API took on one shape of books.
 *
 * @param further what else is measured while the server runs
 */
export async function measureOverHttp(
  folder: string,
  shape: TradingShape,
  further: (server: ServerUnderBench, samples: Samples) => Promise<void> = async () => {},
): Promise<MeasuredBooks> {
  const context = await tradingBooks(folder, shape);
  attachPapers(context.db, folder);
  context.db.$client.close();
  const db = openForReading(folder);
  rawSum(db);
  const raw = median([took(() => rawSum(db)), took(() => rawSum(db)), took(() => rawSum(db))]);
  const samples = samplesOf(db);
  const count = (sql: string): number => db.$client.prepare<[], number>(sql).pluck().get() ?? 0;
  const server = await ServerUnderBench.start(folder, LARGE_TODAY);
  const books = {
    lines: count('SELECT count(*) FROM line'),
    entries: count('SELECT count(*) FROM entry'),
    contacts: shape.contacts,
  };
  const all: Measured[] = [];
  const begun = performance.now();
  let behind: number;
  try {
    await allDerived(folder, db);
    behind = performance.now() - begun;
    await keepSchedules(server, samples);
    await keepPapers(server, samples);
    await lookedOver(folder, db);
    const others = await Others.begin(server);
    for (const address of await addressesOf(server, samples)) all.push(await measure(server, address, others));
    await others.end();
    await further(server, samples);
  } finally {
    await server.stop();
  }
  db.$client.close();
  const bytes = (name: string): number => statSync(join(folder, name)).size;
  return { ...books, raw, behind, bytes: bytes('books.sqlite'), derivedBytes: bytes('derived.sqlite'), all };
}

/** Gives every tenth entry a paper, always the same one. */
function attachPapers({ $client }: Db, folder: string): void {
  const paper = Buffer.from('a paper');
  const sha256 = hash('sha256', paper);
  mkdirSync(join(folder, 'papers', sha256.slice(0, 2)), { recursive: true });
  writeFileSync(join(folder, 'papers', sha256.slice(0, 2), sha256), paper);
  $client
    .prepare(
      `INSERT INTO attachment (organisation, id, sha256, name, type, bytes, at, by)
        SELECT 1, 1, ?, 'paper.txt', 'txt', ?, posted_at, posted_by FROM entry WHERE organisation = 1 LIMIT 1`,
    )
    .run(sha256, paper.length);
  $client.exec(`
    INSERT INTO entry_attachment (organisation, entry, place, attachment, line, at, by)
      SELECT 1, place, 1, 1, 0, posted_at, posted_by FROM entry WHERE organisation = 1 AND place % 10 = 0;`);
}

/** Asks for an address twice, while somebody else asks for something small all the time. */
async function measure(server: ServerUnderBench, address: string, others: Others): Promise<Measured> {
  await others.longest();
  const first = await server.get(address);
  const again = await server.get(address);
  const { status, text, bytes } = first;
  trace('%s %d: %d ms, again %d ms', address, status, first.took, again.took);
  return {
    address,
    status,
    first: first.took,
    again: again.took,
    bytes,
    ...(text.startsWith('%PDF') && { pages: text.match(/\/Type \/Page\b/g)?.length ?? 0 }),
    others: await others.longest(),
  };
}

/** Somebody else who asks all the time, in a thread of its own. */
class Others {
  private constructor(private readonly thread: Worker) {}

  static async begin({ url, cookie }: ServerUnderBench): Promise<Others> {
    const thread = new Worker(new URL('./others.js', import.meta.url), { workerData: { url, cookie } });
    await once(thread, 'message');
    return new Others(thread);
  }

  /** The longest that they have waited since they were last asked, in milliseconds. */
  async longest(): Promise<number> {
    this.thread.postMessage('read');
    const [longest] = await once(this.thread, 'message');
    return longest as number;
  }

  async end(): Promise<void> {
    await this.thread.terminate();
  }
}

function rawSum(db: Db): unknown {
  return db.$client
    .prepare(
      `SELECT a.id, sum(l.amount) FROM line AS l JOIN entry AS e ON e.organisation = l.organisation AND e.place = l.entry
      JOIN account AS a ON a.organisation = l.organisation AND a.id = l.account
      WHERE l.organisation = 1 AND e.date <= ? GROUP BY a.id`,
    )
    .all(LARGE_TODAY);
}

/** Recurring journals whose dates have to be computed from the books: a share of the largest account, each month. */
async function keepSchedules(server: ServerUnderBench, { organisation, account = '' }: Samples): Promise<void> {
  for (const value of ['movement', 'balance']) {
    const { status, text } = await server.post(`/api/organisations/${organisation}/recurring-journals`, {
      name: `A tenth of its ${value}`,
      schedule: { unit: 'month', every: 1, day: 'last', from: '2026-01-31' },
      amounts: 'share-of-balance',
      share: { account, of: value, percent: '10' },
      entry: {
        explanation: `A tenth of its ${value}`,
        lines: [
          { account: '30000', debit: '1' },
          { account, credit: '1' },
        ],
      },
    });
    if (status !== 201) throw new Error(`no schedule was kept: ${status} ${text}`);
  }
}

/** Puts the statements, a note with a table of the books and four days of the journal into board papers: of a million lines, some sixty pages. */
async function keepPapers(server: ServerUnderBench, { organisation }: Samples): Promise<void> {
  const keep = async (path: string, body: object): Promise<void> => {
    const { status, text } = await server.post(`/api/organisations/${organisation}/${path}`, body);
    if (status !== 201) throw new Error(`${path}: ${status} ${text}`);
  };
  const note = { statement: 'balance-sheet', title: 'Assets', text: '', standard: 'fixed-assets', of: LARGE_TODAY };
  await keep('reports/notes', note);
  const settings = [{ key: 'columns', value: 'years:1' }];
  await keep('kept-reports', { name: 'Year', screen: 'statements', settings, span: 'last-year', shared: true });
  const some = { screen: 'journal', settings: [], from: '2026-03-02', to: '2026-03-05', shared: true };
  await keep('kept-reports', { name: 'Four days', ...some });
  await keep('board-papers', { name: 'Papers', subtitle: '', reports: [1, 2], signed: true });
}

function samplesOf({ $client }: Db): Samples {
  const text = (sql: string): string => String($client.prepare<[], unknown>(sql).pluck().get());
  return {
    organisation: '1',
    text: 'timber',
    account: '10000',
    contact: text('SELECT name FROM contact WHERE id = 1'),
    document: text('SELECT document FROM line WHERE document IS NOT NULL LIMIT 1'),
    number: text("SELECT year || '-' || printf('%04d', number) FROM entry ORDER BY place DESC LIMIT 1"),
    year: '2022',
    ledger: 'receivables',
    tray: 'customers',
    id: '1',
    currency: 'USD',
    file: 'contacts.csv',
  };
}

/** Waits until everything is derived of the entries. */
async function allDerived(folder: string, { $client }: Db): Promise<void> {
  const end = $client.prepare<[], number>('SELECT max(place) FROM entry').pluck().get() ?? 0;
  const derived = new Database(join(folder, 'derived.sqlite'), { readonly: true });
  const done = derived.prepare<[number], string>('SELECT name FROM derived_to WHERE place = ?').pluck();
  for (;;) {
    const names = new Set(done.all(end));
    if (derivations.every(({ name }) => names.has(name))) break;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  derived.close();
}

/** Waits until large books have been looked over, which the server does by itself once nobody changes anything. */
async function lookedOver(folder: string, db: Db): Promise<void> {
  if (!isLarge(db, 1)) return;
  const now = `${entriesPosted(db, 1)} ${contactsVersion(db, 1)} `;
  const derived = new Database(join(folder, 'derived.sqlite'), { readonly: true });
  const versions = derived.prepare<[], string>('SELECT version FROM review').pluck();
  for (;;) {
    const kept = versions.all();
    if (kept.length > 1 && kept.every((version) => version.startsWith(now))) break;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  derived.close();
}
