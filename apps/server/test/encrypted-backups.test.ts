import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { fromTo } from './entries.js';
import { RunningServer } from './running-server.js';

const PASSPHRASE = 'wet fen heron after rain';

let server: RunningServer;
let path: string;
const kept = mkdtempSync(join(tmpdir(), 'just-ledger-encrypted-'));
beforeAll(async () => {
  server = await RunningServer.start();
  path = await server.organisation();
  const lines = fromTo('1010', '4000', '10.00');
  await server.done('POST', `${path}/entries`, { date: '2026-03-01', explanation: 'Kept in secret', lines });
  await fetch(`${server.url}${path}/attachments?name=bill.txt`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream', cookie: server.session },
    body: 'A bill of the heronry',
  });
});
afterAll(async () => {
  await server.stop();
  rmSync(kept, { recursive: true, force: true });
});

function run(
  command: 'backup' | 'restore',
  args: readonly string[],
  passphrase?: string,
): { status: number | null; said: string } {
  const main = fileURLToPath(new URL(`../dist/bundled/${command}.main.js`, import.meta.url));
  const env = { ...process.env, ...(passphrase !== undefined && { JUST_LEDGER_BACKUP_PASSPHRASE: passphrase }) };
  const { status, stdout, stderr } = spawnSync(process.execPath, [main, ...args], {
    encoding: 'utf8',
    env,
    stdio: 'pipe',
  });
  return { status, said: `${stdout}${stderr}` };
}

/** All files of a folder. */
function filesIn(folder: string): string[] {
  return readdirSync(folder, { recursive: true, withFileTypes: true }).flatMap((entry) =>
    entry.isFile() ? join(entry.parentPath, entry.name) : [],
  );
}

/** The encrypted backup, made once. */
let backup: string;
test('is encrypted on request: nothing of the books can be read in it, and no plain copy stays', () => {
  const { status, said } = run('backup', ['--encrypted', server.folder, kept], PASSPHRASE);
  expect([status, said]).toEqual([0, expect.stringMatching(/^Backed up, verified and encrypted: /)]);
  const [name = '', ...others] = readdirSync(kept);
  expect([name, others]).toEqual([expect.stringMatching(/^\d{4}-\d\d-\d\dT\d{6}Z\.encrypted$/), []]);
  backup = join(kept, name);
  const files = filesIn(backup);
  expect(files.length).toBeGreaterThan(3);
  for (const file of files) {
    const content = readFileSync(file, 'latin1');
    expect([file, content.startsWith('age-encryption.org/v1\n')]).toEqual([file, true]);
    expect(content).not.toMatch(/SQLite format|Kept in secret|heronry/);
    expect([file, statSync(file).mode & 0o077]).toEqual([file, 0]);
  }
});

test('is restored with its passphrase, with its papers, and nothing decrypted stays', async () => {
  const folder = join(kept, 'restored');
  const { status, said } = run('restore', [backup, folder], PASSPHRASE);
  expect([status, said]).toEqual([0, expect.stringMatching(/^Restored into /)]);
  expect(readdirSync(folder).filter((name) => name.startsWith('decrypted'))).toEqual([]);
  const restored = await RunningServer.start({ folder });
  try {
    const { body } = await restored.request('GET', `${path}/entries`);
    expect(body.entries.map((entry: { explanation: string }) => entry.explanation)).toEqual(['Kept in secret']);
    const [paper] = (await restored.request('GET', `${path}/attachments`)).body.papers as { id: number }[];
    const content = await restored.request('GET', `${path}/attachments/${paper?.id}/content`);
    expect([content.status, content.body]).toEqual([200, 'A bill of the heronry']);
  } finally {
    await restored.stop();
  }
}, 60_000);

test.each([
  ['another passphrase', 'wet fen heron after snow', /^The passphrase does not open this backup\./],
  ['none, where nobody can be asked', undefined, /^Say the passphrase in JUST_LEDGER_BACKUP_PASSPHRASE/],
])('is not restored with %s', (_, passphrase, why) => {
  const folder = join(kept, 'not-restored');
  const { status, said } = run('restore', [backup, folder], passphrase);
  expect([status, said]).toEqual([1, expect.stringMatching(why)]);
  expect(filesIn(folder)).toEqual([]);
});

test('that was changed or cut is not restored', () => {
  const books = filesIn(backup).find((file) => file.endsWith('books.sqlite.age')) ?? '';
  const whole = readFileSync(books);
  for (const changed of [
    whole.subarray(0, -100),
    Buffer.from(whole.map((byte, index) => (index === whole.length - 500 ? byte ^ 1 : byte))),
  ]) {
    writeFileSync(books, changed);
    const folder = join(kept, 'not-restored');
    const { status, said } = run('restore', [backup, folder], PASSPHRASE);
    expect([status, said]).toEqual([1, expect.stringMatching(/was changed, or is not whole/)]);
    expect(filesIn(folder)).toEqual([]);
  }
  writeFileSync(books, whole);
});

test('takes a passphrase that is not soon guessed', () => {
  const into = join(kept, 'short');
  mkdirSync(into);
  const { status, said } = run('backup', ['--encrypted', server.folder, into], 'heron');
  expect([status, said]).toEqual([1, expect.stringMatching(/12 characters at least/)]);
  expect(readdirSync(into)).toEqual([]);
});
