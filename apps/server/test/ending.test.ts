import { mkdirSync, mkdtempSync, readdirSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { spawnSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { RunningServer } from './running-server.js';

const MAIN = fileURLToPath(new URL('../dist/bundled/main.js', import.meta.url));

let server: RunningServer;
let path: string;
/** The explanations that were acknowledged. */
let acknowledged: string[];

beforeAll(async () => {
  server = await RunningServer.start();
  path = await server.organisation();
  acknowledged = [];
});
afterAll(() => server.stop());

/** Posts an entry. @returns whether that was acknowledged */
async function post(explanation: string): Promise<boolean> {
  const lines = [
    { account: '1010', debit: '10.00' },
    { account: '4000', credit: '10.00' },
  ];
  const answer = await server
    .request('POST', `${path}/entries`, { date: '2026-03-01', explanation, lines })
    .catch(() => undefined);
  if (answer?.status === 201) acknowledged.push(explanation);
  return answer?.status === 201;
}

/** The explanations of all entries, oldest first. */
async function posted(): Promise<string[]> {
  const { body } = await server.request('GET', `${path}/entries`);
  return (body.entries as { explanation: string }[]).map(({ explanation }) => explanation).reverse();
}

/** Starts a server that is not expected to run. @returns its exit code and what it said */
function refusedStart(folder: string): { code: number | null; said: string } {
  const env = { ...process.env, PORT: '0', JUST_LEDGER_DATA: folder };
  const { status, stdout, stderr } = spawnSync(process.execPath, [MAIN], { env, encoding: 'utf8', timeout: 60_000 });
  return { code: status, said: `${stdout}${stderr}` };
}

describe('a server whose files are taken away', () => {
  const away = mkdtempSync(join(tmpdir(), 'just-ledger-away-'));
  afterAll(() => rmSync(away, { recursive: true, force: true }));

  test.each(['server.lock', 'books.sqlite', 'books.sqlite-wal', 'books.sqlite-shm', ''])(
    '“%s” ends with a message, and acknowledges nothing more',
    async (name) => {
      expect(await post('Before')).toBe(true);
      const [from, to] = [join(server.folder, name), join(away, name || 'folder')];
      renameSync(from, to);
      while (await post('After'));
      const { code, said } = await server.ended();
      expect([code, said]).toEqual([
        70,
        expect.stringMatching(/was removed or replaced while the server was running/),
      ]);
      rmSync(from, { recursive: true, force: true });
      renameSync(to, from);
      server = await RunningServer.start({ folder: server.folder });
      expect(await posted()).toEqual(acknowledged);
    },
  );

  test('and in whose folder another one begins acknowledges nothing more', async () => {
    expect(await post('By the first')).toBe(true);
    rmSync(join(server.folder, 'server.lock'));
    const second = await RunningServer.start({ folder: server.folder });
    expect(await post('By the first, too late')).toBe(false);
    expect((await server.ended()).code).toBe(70);
    server = second;
    expect(await posted()).toEqual(acknowledged);
    expect(await post('By the second')).toBe(true);
  });

  test('does not begin new books beside what was kept of others', async () => {
    await post('Before');
    await server.stop(true);
    for (const file of readdirSync(server.folder)) {
      if (file.startsWith('books.sqlite')) renameSync(join(server.folder, file), join(away, file));
    }
    const { code, said } = refusedStart(server.folder);
    expect([code, said]).toEqual([1, expect.stringContaining('There are no books in')]);
    expect(said).toContain('chain-ends');
    const moved = readdirSync(away).filter((file) => file.startsWith('books.sqlite'));
    for (const file of moved) renameSync(join(away, file), join(server.folder, file));
    server = await RunningServer.start({ folder: server.folder });
    expect(await posted()).toEqual(acknowledged);
  });
});

test('asked to end it does, whoever still waits; what it was posting is done to its end at the next start', async () => {
  const many = await server.organisation({ name: 'Many' });
  const rows = Array.from({ length: 30_000 }, (_, index) =>
    [
      ['6100', '1.00', ''],
      ['1010', '', '1.00'],
    ].map((line) => [index, '2026-02-01', 'Many', ...line].join(',')),
  );
  const file = ['entry,date,explanation,account,debit,credit', ...rows.flat()].join('\n');
  // a body that never comes to its end
  const { hostname, port } = new URL(server.url);
  const slow = connect({ host: hostname, port: Number(port) });
  slow.on('error', () => undefined);
  slow.write(
    `POST ${path}/contacts HTTP/1.1\r\nhost: ${hostname}:${port}\r\ncookie: ${server.session}\r\ncontent-type: application/json\r\ncontent-length: 500\r\n\r\n{`,
  );
  const importing = server.request('POST', `${many}/entries/import`, file).catch(() => undefined);
  while ((await server.request('GET', `${many}/entries/sums`)).body.count === 0);
  server.askToEnd();
  await server.ended();
  await importing;
  slow.destroy();
  server = await RunningServer.start({ folder: server.folder });
  expect((await server.request('GET', `${many}/entries/sums`)).body.count).toBe(30_000);
});

describe('a folder that cannot be used', () => {
  let folder: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'just-ledger-unusable-'));
  });
  afterEach(() => rmSync(folder, { recursive: true, force: true }));

  test.each<[string, () => string, RegExp]>([
    [
      'a file in its place',
      () => {
        writeFileSync(join(folder, 'file'), '');
        return join(folder, 'file');
      },
      /cannot be used/,
    ],
    [
      'a folder in the place of the books',
      () => {
        mkdirSync(join(folder, 'books.sqlite'));
        return folder;
      },
      /cannot be used/,
    ],
    [
      'books that are none',
      () => {
        writeFileSync(join(folder, 'books.sqlite'), 'These are not books. '.repeat(400));
        return folder;
      },
      /are broken: .* Restore a backup/,
    ],
  ])('%s is told in words', (_, make, words) => {
    const { code, said } = refusedStart(make());
    expect([code, said]).toEqual([1, expect.stringMatching(words)]);
    expect(said).not.toMatch(/\n\s+at /);
  });
});

test('what a server writes is for whoever runs it alone', async () => {
  chmodOpen(server.folder);
  await post('Something');
  await server.stop(true);
  server = await RunningServer.start({ folder: server.folder });
  // nobody else comes into the folders: what lies deeper need not be shut by itself
  const files = readdirSync(server.folder).map((name) => join(server.folder, name));
  const open = [server.folder, ...files].filter((file) => (statSync(file).mode & 0o077) !== 0);
  expect(open).toEqual([]);
});

/** Opens a folder and its files to everybody, as an earlier version or a copy may have left them. */
function chmodOpen(folder: string): void {
  spawnSync('chmod', ['-R', 'a+rX', folder]);
}
