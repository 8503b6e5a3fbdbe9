import { spawnSync } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { assertNoneMissing, takeDataFolder } from '../src/platform/database/data-folder.js';
import { backUp, backupsIn, finishRestoring, keepLatest } from '../src/areas/backups/backup.js';
import { isRehearsalDue, lastRehearsal, rehearseRestore } from '../src/areas/backups/rehearsal.js';
import { RunningServer } from './running-server.js';

const run = (command: 'backup' | 'restore', ...args: string[]): { status: number | null; said: string } => {
  const main = fileURLToPath(new URL(`../dist/bundled/${command}.main.js`, import.meta.url));
  const { status, stdout, stderr } = spawnSync(process.execPath, [main, ...args], { encoding: 'utf8' });
  return { status, said: `${stdout}${stderr}` };
};
/** Restores in a process that is killed when it changes files for the given time, counted from 0. @returns whether it came to its end */
const restoreKilledAfter = (steps: number, backup: string, folder: string): { isDone: boolean } => {
  const killer = `
    import fs from 'node:fs';
    import { syncBuiltinESMExports } from 'node:module';
    let left = ${steps};
    for (const name of ['copyFileSync', 'writeSync', 'renameSync', 'rmSync', 'fsyncSync']) {
      const real = fs[name];
      fs[name] = (...args) => {
        if (left === 0) process.kill(process.pid, 'SIGKILL');
        left -= 1;
        return real(...args);
      };
    }
    syncBuiltinESMExports();`;
  const main = fileURLToPath(new URL('../dist/bundled/restore.main.js', import.meta.url));
  const module = `data:text/javascript,${encodeURIComponent(killer)}`;
  const { status, signal, stderr } = spawnSync(process.execPath, ['--import', module, main, backup, folder], {
    encoding: 'utf8',
  });
  if (status !== 0 && signal !== 'SIGKILL') throw new Error(stderr);
  return { isDone: status === 0 };
};
const sqlite = (folder: string, statement: string): void => {
  const { status, stderr } = spawnSync('sqlite3', [join(folder, 'books.sqlite'), statement], { encoding: 'utf8' });
  if (status !== 0) throw new Error(stderr);
};

describe('a backup', () => {
  let server: RunningServer;
  let path: string;
  const text = mkdtempSync(join(tmpdir(), 'just-ledger-backups-'));
  const post = (explanation: string): Promise<{ status: number }> =>
    server.request('POST', `${path}/entries`, {
      date: '2026-03-01',
      explanation,
      lines: [
        { account: '1010', debit: '10.00' },
        { account: '4000', credit: '10.00' },
      ],
    });
  const sheet = async (): Promise<unknown> =>
    (await server.request('GET', `${path}/reports/balance-sheet?asAt=2026-12-31`)).body;
  beforeAll(async () => {
    server = await RunningServer.start({ env: { JUST_LEDGER_BACKUP_AFTER: '0' } });
    path = await server.organisation();
    await post('Before the backup');
  });
  afterAll(async () => {
    await server.stop();
    rmSync(text, { recursive: true, force: true });
  });

  test('is made by itself, verified, and its age is told', async () => {
    let last: string | null = null;
    for (let tries = 0; tries < 200 && last === null; tries += 1) {
      await new Promise((resolve) => setTimeout(resolve, 50));
      ({ last } = (await server.request('GET', '/api/backups')).body as { last: string | null });
    }
    expect(Date.now() - Date.parse(last ?? '')).toBeLessThan(60_000);
    let rehearsal: unknown = null;
    for (let tries = 0; tries < 400 && rehearsal === null; tries += 1) {
      await new Promise((resolve) => setTimeout(resolve, 50));
      ({ rehearsal } = (await server.request('GET', '/api/backups')).body as { rehearsal: unknown });
    }
    expect((await server.request('GET', '/api/backups')).body).toEqual({
      last,
      kept: 1,
      failure: null,
      // restored by itself where nobody's books are, and read there
      rehearsal: { at: expect.any(String), failure: null },
    });
    expect(readdirSync(join(server.folder, 'passing'))).toEqual([]);
    expect((await server.signedOut().request('GET', '/api/backups')).status).toBe(401);
  });

  test('is made by one command beside a running server, and restored by another once it has ended', async () => {
    const before = await sheet();
    const made = run('backup', server.folder, text);
    expect([made.status, made.said]).toEqual([0, expect.stringMatching(/^Backed up and verified: /)]);
    const [backup] = backupsIn(text);
    await post('After the backup');
    expect(await sheet()).not.toEqual(before);
    const refused = run('restore', backup?.folder ?? '', server.folder);
    expect([refused.status, refused.said]).toEqual([1, expect.stringContaining('already using')]);

    const { folder } = server;
    await server.stop(true);
    const restored = run('restore', backup?.folder ?? '', folder);
    expect([restored.status, restored.said]).toEqual([
      0,
      expect.stringContaining('The books that were there are now'),
    ]);
    expect(readdirSync(folder).filter((name) => name.startsWith('books-before-restore-'))).toHaveLength(1);
    server = await RunningServer.start({ folder });
    expect(await sheet()).toEqual(before);
    expect((await post('Gone on with')).status).toBe(201);
  });

  test('is restored wholly or not at all, wherever its restoring is killed', async () => {
    const [backup] = backupsIn(text);
    await post('Posted since');
    const { folder } = server;
    await server.stop(true);
    const entriesIn = (books: string): number =>
      Number(
        spawnSync('sqlite3', [join(books, 'books.sqlite'), 'SELECT count(*) FROM entry'], { encoding: 'utf8' })
          .stdout,
      );
    const [before, after] = [entriesIn(folder), entriesIn(backup?.folder ?? '')];
    expect(before).toBeGreaterThan(after);
    const found: number[] = [];
    for (let steps = 0, isDone = false; !isDone; steps += 1) {
      const copy = mkdtempSync(join(tmpdir(), 'just-ledger-killed-'));
      cpSync(folder, copy, { recursive: true });
      ({ isDone } = restoreKilledAfter(steps, backup?.folder ?? '', copy));
      const giveBack = takeDataFolder(copy);
      finishRestoring(copy);
      assertNoneMissing(copy);
      expect(finishRestoring(copy)).toBe(false);
      giveBack();
      found.push(entriesIn(copy));
      const beside = readdirSync(copy).filter((name) => /incoming|restoring|unfinished/.test(name));
      expect([steps, beside]).toEqual([steps, []]);
      const aside = readdirSync(copy).filter((name) => name.startsWith(`books-before-restore-`));
      // those of the restore before are there, too
      expect([steps, aside.length]).toEqual([steps, found.at(-1) === before ? 1 : 2]);
      rmSync(copy, { recursive: true });
    }
    // as it was up to some step, and from then on as the backup is
    expect(new Set(found)).toEqual(new Set([before, after]));
    expect(found).toEqual([...found].sort((a, b) => b - a));
    server = await RunningServer.start({ folder });
  });

  test('that was tampered with is not restored, and nothing is changed', async () => {
    const [backup] = backupsIn(text);
    sqlite(
      backup?.folder ?? '',
      "DROP TRIGGER entry_update; UPDATE entry SET explanation = 'forged' WHERE place = 1;",
    );
    const target = mkdtempSync(join(tmpdir(), 'just-ledger-restore-'));
    const refused = run('restore', backup?.folder ?? '', target);
    expect([refused.status, refused.said]).toEqual([1, expect.stringContaining('does not verify')]);
    expect(existsSync(join(target, 'books.sqlite'))).toBe(false);
    rmSync(target, { recursive: true });
  });

  test('of books that were tampered with is told, and counts as none', () => {
    const forged = mkdtempSync(join(tmpdir(), 'just-ledger-forged-'));
    const { folder } = backupsIn(text)[0] ?? { folder: '' };
    const made = run('backup', folder, forged);
    expect([made.status, made.said]).toEqual([1, expect.stringContaining('does not verify')]);
    expect(backupsIn(forged)).toEqual([]);
    expect(readdirSync(forged)[0]).toMatch(/\.not-verified$/);
    rmSync(forged, { recursive: true });
  });

  test('of nothing, or from nowhere, is refused', () => {
    expect(run('backup', join(text, 'nowhere')).status).toBe(2);
    expect(run('restore').status).toBe(2);
    expect(run('restore', join(text, 'nowhere')).status).toBe(2);
  });
});

test('a restore is tried out each week, and says what is missing', async () => {
  const [folder, into] = [
    mkdtempSync(join(tmpdir(), 'just-ledger-tried-')),
    mkdtempSync(join(tmpdir(), 'just-ledger-tried-')),
  ];
  const books = await RunningServer.start({ folder });
  await books.organisation();
  await books.stop(true);
  const backup = await backUp(folder, into, () => [], new Date('2026-11-01T03:00:00Z'));
  const now = new Date('2026-11-02T03:00:00Z');
  expect(await rehearseRestore(backup, folder, into, () => [], now)).toEqual({
    at: '2026-11-02T03:00:00.000Z',
    backup: '2026-11-01T03:00:00.000Z',
    failure: '',
  });
  const broken = await rehearseRestore(backup, folder, into, () => ['Seal 3 is not right.'], now);
  expect(broken.failure).toContain('Seal 3 is not right.');
  rmSync(join(backup.folder, 'books.sqlite'));
  const gone = await rehearseRestore(backup, folder, into, () => [], now);
  expect(gone.failure).toContain('ENOENT');
  expect(lastRehearsal(into)).toEqual(gone);
  expect(readdirSync(join(folder, 'passing'))).toEqual([]);
  const later = (days: number): boolean => isRehearsalDue(gone, 7, now.getTime() + days * 24 * 60 * 60 * 1000);
  expect([isRehearsalDue(undefined, 7), later(6.9), later(7)]).toEqual([true, false, true]);
  for (const path of [folder, into]) rmSync(path, { recursive: true });
});

test('the latest backups are kept, whatever else lies beside them', () => {
  const path = mkdtempSync(join(tmpdir(), 'just-ledger-kept-'));
  const names = Array.from({ length: 16 }, (_, day) => `2025-01-${String(day + 1).padStart(2, '0')}T040500Z`);
  const [left, underWay] = ['2025-01-20T040500Z.unfinished', '2025-01-21T040500Z.unfinished'];
  for (const name of [...names, 'letters', left, underWay, '2025-01-02T000000Z.not-verified']) {
    mkdirSync(join(path, name));
    writeFileSync(join(path, name, 'books.sqlite'), '');
  }
  // nothing was added to it for longer than a day; the other one may be being made by somebody else
  const before = new Date(Date.now() - 25 * 60 * 60 * 1000);
  utimesSync(join(path, left), before, before);
  expect(keepLatest(path, 14)).toHaveLength(14);
  expect(backupsIn(path).map(({ at }) => at)).toEqual(
    names
      .slice(2)
      .reverse()
      .map((name) => `${name.slice(0, 10)}T04:05:00.000Z`),
  );
  expect(readdirSync(path).filter((name) => !names.includes(name))).toEqual([
    '2025-01-02T000000Z.not-verified',
    underWay,
    'letters',
  ]);
  rmSync(path, { recursive: true });
});

test('only what is named after a moment that was counts as a backup', () => {
  const into = mkdtempSync(join(tmpdir(), 'just-ledger-names-'));
  for (const name of [
    '2026-01-31T120000Z',
    '2026-01-31T120000Z-2',
    '2026-02-30T120000Z',
    '9999-01-01T000000Z',
    'junk',
    '2026-01-31T126000Z',
  ]) {
    mkdirSync(join(into, name));
    writeFileSync(join(into, name, 'books.sqlite'), '');
  }
  expect(backupsIn(into).map(({ folder }) => basename(folder))).toEqual([
    '2026-01-31T120000Z-2',
    '2026-01-31T120000Z',
  ]);
  rmSync(into, { recursive: true });
});

test('two of the same second are two', async () => {
  const server = await RunningServer.start();
  await server.organisation();
  const into = mkdtempSync(join(tmpdir(), 'just-ledger-names-'));
  const now = new Date('2026-11-20T09:00:00.000Z');
  const made = await Promise.all([1, 2, 3].map(() => backUp(server.folder, into, () => [], now)));
  expect(made.map(({ folder }) => basename(folder)).sort()).toEqual([
    '2026-11-20T090000Z',
    '2026-11-20T090000Z-2',
    '2026-11-20T090000Z-3',
  ]);
  expect(backupsIn(into)).toHaveLength(3);
  await server.stop();
  rmSync(into, { recursive: true });
});
