import { type ChildProcess, spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { derivations } from '@just-ledger/server/composition/derivations';
import Database from 'better-sqlite3';
import { join } from 'node:path';
import { type Db, openForReading } from '@just-ledger/server/platform/database/connection';
import { took } from './stopwatch.js';
import { BENCH_OWNER, type TradingShape, tradingBooks } from './trading-books.js';
import { LARGE_TODAY } from './large-books.js';

const MAIN = fileURLToPath(new URL('../../apps/server/dist/main.js', import.meta.url));

/** So often somebody else asks while something is measured, in milliseconds. */
const ASKED_EVERY = 20;

/** What one address took. */
export interface Measured {
  readonly address: string;
  readonly status: number;
  /** Milliseconds of the first time and of the second. */
  readonly first: number;
  readonly again: number;
  readonly bytes: number;
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

/** Addresses that cannot be asked for of these books: links that somebody was sent, jobs under way. */
const NOT_ASKED = /\/(imports|archives|invitations|password-resets|new-passwords|backups)\b|\{token\}/;

/** Questions beyond one for each address: the filters of the journal, days within a month. */
const FURTHER: Readonly<Record<string, readonly string[]>> = {
  '/api/organisations/{organisation}/entries': [
    'account={account}',
    'contact={contact}',
    'text=timber',
    'text={document}',
    'text=nothing+like+it',
    'amount=1234.56',
    'kind=adjusting',
    'source=manual',
    'document={document}',
    'breakdowns=Fund:Harbour',
    'account={account}&text=timber',
  ],
  '/api/organisations/{organisation}/entries/sums': ['account={account}', 'text=timber'],
  '/api/organisations/{organisation}/proofs': ['asAt=2024-06-15'],
  '/api/organisations/{organisation}/reports/trial-balance': ['asAt=2024-06-15'],
  '/api/organisations/{organisation}/reports/balance-sheet': ['asAt=2024-06-15'],
  '/api/organisations/{organisation}/reports/aged-balances': ['ledger={ledger}&asAt=2024-06-15'],
};

/** A server of its own on the books of a folder, with its owner signed in. */
export class ServerUnderBench {
  private constructor(
    private readonly process: ChildProcess,
    private readonly url: string,
    private readonly cookie: string,
  ) {}

  /** Starts the built server. */
  static async start(folder: string, today: string, credentials: object): Promise<ServerUnderBench> {
    const child = spawn(process.execPath, [MAIN], {
      env: { ...process.env, PORT: '0', HOST: '127.0.0.1', JUST_LEDGER_DATA: folder, JUST_LEDGER_TODAY: today },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    const url = await new Promise<string>((resolve, reject) => {
      let said = '';
      child.stdout.on('data', (text: Buffer) => {
        said += text.toString();
        const ready = /ready: (http\S+)/.exec(said)?.[1];
        if (ready) resolve(ready);
      });
      child.once('exit', (code) => reject(new Error(`the server ended with ${code}`)));
    });
    const reply = await fetch(`${url}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(credentials),
    });
    if (reply.status !== 200) throw new Error(`signing in was answered with ${reply.status}`);
    return new ServerUnderBench(child, url, reply.headers.get('set-cookie')?.split(';')[0] ?? '');
  }

  /** Every GET of the API's description, each with what it takes, and some further questions. */
  async addresses(samples: Samples): Promise<string[]> {
    const description: Description = JSON.parse((await this.get('/api/openapi.json')).text);
    const filled = (text: string): string =>
      text.replaceAll(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(samples[name] ?? `no-${name}`));
    return Object.entries(description.paths).flatMap(([path, { get }]) => {
      if (!get || NOT_ASKED.test(path)) return [];
      const needed = (get.parameters ?? []).filter((one) => one.in === 'query' && one.required);
      const query = needed.map(({ name }) => `${name}={${name}}`).join('&');
      const questions = [query, ...(FURTHER[path] ?? [])].map((one) => (one ? `${path}?${one}` : path));
      return questions.map(filled);
    });
  }

  /** Asks for an address twice, while somebody else asks for something small all the time. */
  async measure(address: string): Promise<Measured> {
    let others = 0;
    const asking = setInterval(() => {
      const begun = performance.now();
      void this.get('/api/session').then(() => (others = Math.max(others, performance.now() - begun)));
    }, ASKED_EVERY);
    const first = await this.get(address);
    const again = await this.get(address);
    clearInterval(asking);
    const { status, text } = first;
    return { address, status, first: first.took, again: again.took, bytes: text.length, others };
  }

  /** Ends the server. */
  async stop(): Promise<void> {
    const gone = new Promise((resolve) => this.process.once('exit', resolve));
    this.process.kill('SIGTERM');
    await gone;
  }

  private async get(address: string): Promise<{ status: number; text: string; took: number }> {
    const begun = performance.now();
    const reply = await fetch(`${this.url}${address}`, { headers: { cookie: this.cookie } });
    const text = await reply.text();
    return { status: reply.status, text, took: performance.now() - begun };
  }
}

/** What the addresses of the API took on one shape of books, and the raw sum of all lines by account with its joins. */
export async function measureOverHttp(
  folder: string,
  shape: TradingShape,
): Promise<{ readonly raw: number; readonly all: Measured[]; readonly behind: number }> {
  const context = await tradingBooks(folder, shape);
  context.db.$client.close();
  const db = openForReading(folder);
  rawSum(db);
  const raw = took(() => rawSum(db));
  const samples = samplesOf(db);
  const server = await ServerUnderBench.start(folder, LARGE_TODAY, BENCH_OWNER);
  const begun = performance.now();
  await allDerived(folder, db);
  const behind = performance.now() - begun;
  const all: Measured[] = [];
  for (const address of await server.addresses(samples)) all.push(await server.measure(address));
  await server.stop();
  db.$client.close();
  return { raw, all, behind };
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

function samplesOf({ $client }: Db): Samples {
  const text = (sql: string): string => String($client.prepare<[], unknown>(sql).pluck().get());
  return {
    organisation: '1',
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

/** Waits until everything is derived from the entries of the books. */
async function allDerived(folder: string, { $client }: Db): Promise<void> {
  const end = $client.prepare<[], number>('SELECT max(place) FROM entry').pluck().get() ?? 0;
  const derived = new Database(join(folder, 'derived.sqlite'), { readonly: true });
  const done = derived.prepare<[number], number>('SELECT count(*) FROM derived_to WHERE place = ?').pluck();
  while (done.get(end) !== derivations.length) await new Promise((resolve) => setTimeout(resolve, 100));
  derived.close();
}
