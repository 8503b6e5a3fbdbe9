import type { ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Description } from './described.js';
import { launch, OWNER } from './launched-server.mjs';

export { OWNER };

/** An answer of the server: status, headers and body, parsed where it is JSON. */
export interface Reply {
  readonly status: number;
  readonly headers: Headers;
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- tests look into answers of every kind
  readonly body: any;
}

/** Requests that name the version of what they act on. */
const ACTS_ON: readonly (readonly [method: string, path: RegExp])[] = [
  ['POST', /^(.*\/(?:drafts|recurring-journals|board-papers|issued)\/\d+)\/(?!notes|reckon)[a-z-]+$/],
  ['PUT', /^(.*\/(?:people|papers|values)\/[^/]+)$/],
  ['DELETE', /^(.*\/(?:drafts|recurring-journals|patterns|kept-reports|board-papers|people)\/\d+)$/],
];

interface Held {
  readonly id: number;
  readonly link: { readonly version: number };
}

interface Versioned {
  readonly id?: number;
  readonly key?: string;
  readonly currency?: string;
  readonly place?: number;
  readonly version: number;
}

/** The day they have in most tests. */
const TODAY = '2027-01-18';

/** A server under test: a process of its own on a data folder of its own, or one that files of tests share. */
export class RunningServer {
  private cookie = '';

  private constructor(
    readonly folder: string,
    readonly today: string,
    private readonly own: ChildProcess | undefined,
    readonly url: string,
    private readonly said: () => string = () => '',
  ) {}

  /** Starts the built server and signs its owner in. */
  static async start(
    options: { today?: string; folder?: string; env?: Record<string, string> } = {},
  ): Promise<RunningServer> {
    const folder = options.folder ?? mkdtempSync(join(tmpdir(), 'just-ledger-'));
    const today = options.today ?? TODAY;
    const { process: child, url, said } = await launch(folder, today, options.env ?? {});
    const server = new RunningServer(folder, today, child, url, said);
    await server.signIn();
    return server;
  }

  /**
   * A server that others have worked with before, in other organisations, with its owner signed in. For whatever neither
   * ends a server nor looks at its people, its organisations together or its files.
   */
  static async shared({ today = TODAY }: { today?: string } = {}): Promise<RunningServer> {
    const { env } = process;
    const { url, folder } = await got(`${env['SHARED_SERVERS']}/${env['JEST_WORKER_ID']}/${today}`);
    const server = new RunningServer(folder, today, undefined, url);
    await server.signIn();
    return server;
  }

  /** The process, which must be its own. */
  private get process(): ChildProcess {
    if (!this.own) throw new Error('A server that tests share is not ended by one of them.');
    return this.own;
  }

  /** The cookie of the session, for requests made by hand. */
  get session(): string {
    return this.cookie;
  }

  /** The number of the process. */
  get pid(): number | undefined {
    return this.process.pid;
  }

  /** Signs in, keeping the session for later requests. */
  async signIn(credentials = OWNER): Promise<Reply> {
    return this.request('POST', '/api/session', credentials);
  }

  /** Sends a request, keeping the session as a browser does; an object goes as JSON, a text as CSV. */
  async request(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<Reply> {
    const isText = typeof body === 'string';
    const response = await fetch(`${this.url}${path}`, {
      method,
      headers: {
        ...(body !== undefined && { 'content-type': isText ? 'text/csv' : 'application/json' }),
        ...(this.cookie && { cookie: this.cookie }),
        ...headers,
      },
      ...(body !== undefined && { body: isText ? body : JSON.stringify(body) }),
    });
    this.cookie = response.headers.get('set-cookie')?.split(';')[0] ?? this.cookie;
    const text = await response.text();
    const contentType = response.headers.get('content-type') ?? '';
    const parsed: unknown = contentType.includes('json') && text ? JSON.parse(text) : text;
    const description = path.startsWith('/api/') ? await described(this.url) : undefined;
    const wrong = description?.wrongIn({ method, path, status: response.status, contentType, body: parsed });
    if (wrong) throw new Error(`Not as the API is described: ${wrong}`);
    return { status: response.status, headers: response.headers, body: parsed };
  }

  /** Sends a request that must be done, and answers what comes back. */
  async done(method: string, path: string, body?: unknown): Promise<Reply['body']> {
    const reply = await this.request(method, path, body);
    if (reply.status >= 300) throw new Error(`${method} ${path}: ${reply.status} ${JSON.stringify(reply.body)}`);
    return reply.body;
  }

  /** Creates an organisation and answers its path. */
  async organisation(fields: Record<string, unknown> = {}): Promise<string> {
    const given = {
      name: 'Sallow Reach',
      kind: 'company',
      baseCurrency: 'EUR',
      fiscalYearStartMonth: 1,
      firstDay: '2026-01-01',
      starterChart: true,
      ...fields,
    };
    const { body } = await this.request('POST', '/api/organisations', given);
    return `/api/organisations/${body.id}`;
  }

  /** A path to somebody who is not signed in. */
  signedOut(): RunningServer {
    return new RunningServer(this.folder, this.today, this.own, this.url);
  }

  /** Somebody new with a place in an organisation, signed in. */
  async member(organisation: string, name: string, role: string): Promise<RunningServer> {
    const email = `${name}@sallow-reach.test`;
    await this.request('POST', `${organisation}/invitations`, { email, role });
    const [message] = (await this.request('GET', `${organisation}/outbox`)).body as Held[];
    const path = `${organisation}/outbox/${message?.id}/link`;
    const { link } = await this.done('POST', path, { version: message?.link.version });
    const token = String(link).split('/').at(-1);
    const runningServer = this.signedOut();
    await runningServer.request('POST', `/api/invitations/${token}`, { name, password: 'a long enough one' });
    return runningServer;
  }

  /** The version of something now, from the list that it stands in; 0 where it is not there. */
  async versionAt(path: string): Promise<number> {
    const [, list = '', key = ''] = /^(.*)\/([^/]+)$/.exec(path.replace(/\/values\/[^/]+$/, '')) ?? [];
    if (list.includes('/exchange-rates/')) return this.versionOfRate(list, key);
    const lists = list.endsWith('/drafts') ? [list, `${list}?state=discarded`] : [list];
    const items: Versioned[] = [];
    for (const each of lists) items.push(...((await this.request('GET', each)).body as Versioned[]));
    const found = items.find(
      (item) => String(item.id ?? item.key ?? item.currency ?? item.place) === decodeURIComponent(key),
    );
    return found?.version ?? 0;
  }

  private async versionOfRate(list: string, date: string): Promise<number> {
    const [, rates = '', currency = ''] = /^(.*)\/([^/]+)$/.exec(list) ?? [];
    const { body } = await this.request('GET', `${rates}?currency=${currency}`);
    const found = (body as { date: string; version: number }[]).find((rate) => rate.date === date);
    return found?.version ?? 0;
  }

  /** Removes something, in the version that it has now. */
  async remove(path: string): Promise<Reply> {
    return this.request('DELETE', `${path}?version=${await this.versionAt(path)}`);
  }

  /** Asks as {@link request} does; what acts on something that is there names the version that it has now. */
  async lookedAt(method: string, path: string, body?: unknown, headers?: Record<string, string>): Promise<Reply> {
    const [, of] = ACTS_ON.find(([acting]) => acting === method)?.[1].exec(path) ?? [];
    if (of === undefined) return this.request(method, path, body, headers);
    if (method === 'DELETE') return this.remove(of);
    return this.request(method, path, { version: await this.versionAt(of), ...(body as object) }, headers);
  }

  /** Kills the process as a power failure would. */
  async kill(): Promise<void> {
    const gone = new Promise((resolve) => this.process.once('exit', resolve));
    this.process.kill('SIGKILL');
    await gone;
  }

  /** Asks the process to end, as whoever runs it does. */
  askToEnd(): void {
    this.process.kill('SIGTERM');
  }

  /** Waits until the process has ended by itself or otherwise. @returns its exit code and what it said last */
  async ended(): Promise<{ code: number | null; said: string }> {
    if (this.process.exitCode === null && this.process.signalCode === null) {
      await new Promise((resolve) => this.process.once('close', resolve));
    }
    return { code: this.process.exitCode, said: this.said() };
  }

  /** Ends the process and removes its data folder; one that is shared goes on. */
  async stop(keepFolder = false): Promise<void> {
    if (!this.own) return;
    if (this.process.exitCode === null && this.process.signalCode === null) {
      const gone = new Promise((resolve) => this.process.once('exit', resolve));
      this.process.kill('SIGTERM');
      await gone;
    }
    if (!keepFolder) rmSync(this.folder, { recursive: true, force: true });
  }
}

let description: Promise<Description> | undefined;

async function got(url: string): Promise<{ url: string; folder: string }> {
  const response = await fetch(url);
  if (!response.ok) throw new Error(await response.text());
  return (await response.json()) as { url: string; folder: string };
}

/** What every server under test says of itself: read once, since they are all the same. */
function described(url: string): Promise<Description> {
  description ??= fetch(`${url}/api/openapi.json`).then(async (response) => new Description(await response.json()));
  return description;
}

/** The problems of a refusal by code and path. */
export function problemCodes({ body }: Reply): string[] {
  return (body.problems as { code: string; path: string }[]).map((problem) => `${problem.code} at ${problem.path}`);
}

/** Writes rows as CSV, quoting what needs it. */
export function csv(rows: readonly (readonly (string | undefined)[])[]): string {
  return rows
    .map((row) => row.map((cell = '') => (/[",\n]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell)).join(','))
    .join('\r\n');
}
