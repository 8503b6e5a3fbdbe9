import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const SERVER = fileURLToPath(new URL('../apps/server/dist/bundled/main.js', import.meta.url));
export const DEMO = fileURLToPath(new URL('../demo/dist/main.js', import.meta.url));

/** A server that runs for tests, on books of its own. */
export interface Served {
  readonly url: string;
  readonly child: ChildProcess;
  readonly folder: string;
}

/** A place for books that nobody else uses. */
export function newFolder(): string {
  return join(mkdtempSync(join(tmpdir(), 'just-ledger-e2e-')), 'books');
}

/** Starts a server on a folder of books. @throws {Error} with what it said, where it ends instead */
export async function serve(script: string, folder: string, env: Record<string, string> = {}): Promise<Served> {
  const child = spawn(process.execPath, [script], {
    env: { ...process.env, PORT: '0', JUST_LEDGER_DATA: folder, ...env },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await new Promise<string>((resolve, reject) => {
    let said = '';
    child.stdout.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const ready = /ready: (http\S+)/.exec(said);
      if (ready?.[1]) resolve(ready[1]);
    });
    child.once('exit', (code) => reject(new Error(`server ended with ${code}: ${said}`)));
  });
  return { url, child, folder };
}

/** Ends a server, and waits until it is gone. */
export async function stop({ child }: Served): Promise<void> {
  const gone = new Promise((resolve) => child.once('exit', resolve));
  child.kill('SIGTERM');
  await gone;
}

/** Ends a server and removes its books. */
export async function end(served: Served): Promise<void> {
  await stop(served);
  rmSync(join(served.folder, '..'), { recursive: true, force: true });
}

/** Where the sample books are that the run has written. */
const SAMPLES = 'JUST_LEDGER_SAMPLES';

/** The sample books again, for a server that will change them. @returns their folder */
export function copySamples(): string {
  const folder = newFolder();
  cpSync(process.env[SAMPLES] ?? '', folder, { recursive: true });
  return folder;
}

/** Writes the sample books once for all who run tests. @returns what removes them again */
export default async function writeSamples(): Promise<() => void> {
  const served = await serve(DEMO, newFolder());
  await stop(served);
  process.env[SAMPLES] = served.folder;
  return () => rmSync(join(served.folder, '..'), { recursive: true, force: true });
}
