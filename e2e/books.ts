import { test as base, expect, type Page } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const SERVER = fileURLToPath(new URL('../apps/server/dist/main.js', import.meta.url));
const DEMO = fileURLToPath(new URL('../demo/dist/main.js', import.meta.url));

interface Served {
  readonly url: string;
  readonly child: ChildProcess;
  readonly folder: string;
}

async function serve(script: string, env: Record<string, string> = {}): Promise<Served> {
  const folder = join(mkdtempSync(join(tmpdir(), 'just-ledger-e2e-')), 'books');
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

async function end({ child, folder }: Served): Promise<void> {
  const gone = new Promise((resolve) => child.once('exit', resolve));
  child.kill('SIGTERM');
  await gone;
  rmSync(folder, { recursive: true, force: true });
}

/** Tests with books of their own: `demo` holds the samples, `empty` has never been started. */
export const test = base.extend<{ empty: string; signedIn: Page }, { demo: string }>({
  demo: [
    // eslint-disable-next-line no-empty-pattern -- fixtures name what they need, here nothing
    async ({}, use) => {
      const served = await serve(DEMO);
      await use(served.url);
      await end(served);
    },
    { scope: 'worker', timeout: 90_000 },
  ],
  // eslint-disable-next-line no-empty-pattern -- fixtures name what they need, here nothing
  empty: async ({}, use) => {
    const served = await serve(SERVER, { JUST_LEDGER_TODAY: '2027-01-18' });
    await use(served.url);
    await end(served);
  },
  signedIn: async ({ page, demo }, use) => {
    const trouble: string[] = [];
    page.on('pageerror', (error) => trouble.push(error.message));
    page.on(
      'console',
      (message) =>
        message.type() === 'error' &&
        !message.text().includes('the server responded with a status of 4') &&
        trouble.push(message.text()),
    );
    await page.goto(demo);
    await page.getByRole('textbox', { name: 'E-mail address' }).fill('demo@sallow-reach.test');
    await page.getByRole('textbox', { name: 'Password' }).fill('sallow reach demo');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByRole('heading', { name: 'Whose books?' })).toBeVisible();
    await use(page);
    expect(trouble).toEqual([]);
  },
});

export { expect };
