import { type ChildProcess, spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { BENCH_OWNER } from './trading-books.js';

const MAIN = fileURLToPath(new URL('../../apps/server/dist/bundled/main.js', import.meta.url));

/** So many bytes of an answer are kept. */
const KEPT = 8 * 1024 * 1024;

/** An answer, and how many milliseconds it took. */
export interface Answered {
  readonly status: number;
  /** Its text, or the beginning of one that is very long. */
  readonly text: string;
  readonly bytes: number;
  readonly took: number;
}

/** A server of its own on the books of a folder, with its owner signed in. */
export class ServerUnderBench {
  private constructor(
    private readonly process: ChildProcess,
    readonly url: string,
    readonly cookie: string,
  ) {}

  /** Starts the built server. */
  static async start(folder: string, today: string): Promise<ServerUnderBench> {
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
      body: JSON.stringify(BENCH_OWNER),
    });
    if (reply.status !== 200) throw new Error(`signing in was answered with ${reply.status}`);
    return new ServerUnderBench(child, url, reply.headers.get('set-cookie')?.split(';')[0] ?? '');
  }

  /** Asks for an address. */
  get(address: string): Promise<Answered> {
    return this.ask(address, {});
  }

  /** Sends something. */
  post(address: string, body: object): Promise<Answered> {
    const headers = { 'content-type': 'application/json' };
    return this.ask(address, { method: 'POST', headers, body: JSON.stringify(body) });
  }

  /** The memory that the server holds, in bytes; undefined where the system does not tell. */
  memory(): number | undefined {
    try {
      const status = readFileSync(`/proc/${this.process.pid}/status`, 'utf8');
      return Number(/VmRSS:\s+(\d+) kB/.exec(status)?.[1]) * 1024;
    } catch {
      return undefined;
    }
  }

  /** Ends the server. */
  async stop(): Promise<void> {
    const gone = new Promise((resolve) => this.process.once('exit', resolve));
    this.process.kill('SIGTERM');
    await gone;
  }

  private async ask(address: string, request: RequestInit): Promise<Answered> {
    const begun = performance.now();
    const headers = { ...request.headers, cookie: this.cookie };
    const reply = await fetch(`${this.url}${address}`, { ...request, headers });
    const pieces: Uint8Array[] = [];
    let bytes = 0;
    // whoever measures does not keep the machine busy with what it was sent
    const body = reply.body?.getReader();
    for (let read = await body?.read(); read?.value; read = await body?.read()) {
      bytes += read.value.byteLength;
      if (bytes <= KEPT) pieces.push(read.value);
    }
    const took = performance.now() - begun;
    return { status: reply.status, text: Buffer.concat(pieces).toString(), bytes, took };
  }
}
