import 'reflect-metadata';
import { ARCHIVE_FILE_KEYS, archiveFileName, keyedBy } from '@just-ledger/core';
import type { ArchiveResponse } from '@just-ledger/contract';
import { unzipSync } from 'fflate';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { takeArchive as takeArchiveAtOnce } from '../src/areas/archives/archive-commands.js';
import type { ArchiveBytes } from '../src/areas/archives/archive-records.js';
import { ARCHIVE_TABLES } from '../src/areas/archives/archive-tables.js';
import { turnsOf } from '../src/areas/archives/archive-turns.js';
import { beginArrival, endArrival, takeArchiveTurn } from '../src/areas/archives/arrival-commands.js';
import { arrivalOf, arrivals } from '../src/areas/archives/arrival-store.js';
import { verifyBooks } from '../src/areas/proofs/verify-books.js';
import { openForCommands, runCommand } from '../src/composition/commands.js';
import { prepareBooks } from '../src/platform/database/migrate.js';
import { createFirstOwner } from '../src/platform/sessions/session-commands.js';
import type { WriteContext } from '../src/platform/threads/write-context.js';
import { fromTo } from './entries.js';
import { OWNER, RunningServer } from './running-server.js';
import { archiveOf, sendArchive } from './sent-archives.js';

let server: RunningServer;
beforeAll(async () => {
  server = await RunningServer.start();
});
afterAll(() => server.stop());

/** Books with so many entries, and something beside them. */
async function booksOf(entries: number): Promise<string> {
  const path = await server.organisation({ name: 'From elsewhere' });
  const rows = Array.from(
    { length: entries },
    (_, index) => `${index},2026-02-01,Item ${index},6100,1.00,\n${index},2026-02-01,Item ${index},1010,,1.00`,
  );
  const file = ['entry,date,explanation,account,debit,credit', ...rows].join('\n');
  expect((await server.request('POST', `${path}/entries/import`, file)).status).toBe(201);
  for (const name of ['Low Weir', 'High Weir']) {
    await server.done('POST', `${path}/contacts`, { name, roles: ['customer'] });
  }
  await server.done('POST', `${path}/drafts`, { explanation: 'A draft', lines: [] });
  await server.done('POST', `${path}/periods/2026-02/lock`);
  return path;
}

/** The books of the owner by their names. */
async function booksNamed(name: string): Promise<string | undefined> {
  const all = (await server.request('GET', '/api/organisations')).body as { id: number; name: string }[];
  const found = all.find((books) => books.name === name);
  return found && `/api/organisations/${found.id}`;
}

describe('a large archive', () => {
  let bytes: Uint8Array;
  let entries: number;
  beforeAll(async () => {
    const path = await booksOf(12_000);
    entries = (await server.request('GET', `${path}/entries/sums`)).body.count;
    bytes = await archiveOf(server, path);
  }, 120_000);

  async function begin(name: string): Promise<string> {
    const job = await sendArchive(server, bytes);
    expect(job.state).toBe('read');
    await server.done('POST', `/api/archives/${job.id}/taking`, { name });
    return `/api/archives/${job.id}`;
  }
  async function untilWriting(job: string): Promise<void> {
    for (let done = 0; done === 0; await wait(5)) {
      const { body }: { body: ArchiveResponse } = await server.request('GET', job);
      expect(['writing', 'done']).toContain(body.state);
      done = body.progress?.done ?? 0;
    }
  }

  test('is taken in in turns: others post between them, and nobody sees it before all of it is there', async () => {
    const others = await server.organisation({ name: 'Others' });
    const job = await begin('Taken in in turns');
    await untilWriting(job);
    const entry = { date: '2026-03-02', explanation: 'Between', lines: fromTo('1010', '6100', '5.00') };
    expect((await server.request('POST', `${others}/entries`, entry)).status).toBe(201);
    const { body }: { body: ArchiveResponse } = await server.request('GET', job);
    expect([body.state, await booksNamed('Taken in in turns')]).toEqual(['writing', undefined]);
    expect(verifyBooks(server.folder, () => undefined)).toEqual([]);
    let now = body;
    for (; now.state === 'writing'; await wait(20)) now = (await server.request('GET', job)).body;
    expect([now.state, now.problems]).toEqual(['done', []]);
    const path = `/api/organisations/${now.organisation}`;
    expect((await server.request('GET', `${path}/entries/sums`)).body.count).toBe(entries);
    const proofs = (await server.request('POST', `${path}/proofs/check`)).body.proofs as { holds: boolean }[];
    expect(proofs.every(({ holds }) => holds)).toBe(true);
    expect(readdirSync(join(server.folder, 'arriving'))).toEqual([]);
  }, 120_000);

  test('is gone on with after the next start when the server was killed', async () => {
    const job = await begin('Killed meanwhile');
    await untilWriting(job);
    await server.kill();
    server = await RunningServer.start({ folder: server.folder });
    let path: string | undefined;
    for (; path === undefined; await wait(20)) path = await booksNamed('Killed meanwhile');
    expect((await server.request('GET', `${path}/entries/sums`)).body.count).toBe(entries);
    expect((await server.request('GET', `${path}/drafts`)).body).toHaveLength(1);
    expect(verifyBooks(server.folder, () => undefined)).toEqual([]);
    expect(readdirSync(join(server.folder, 'arriving'))).toEqual([]);
  }, 120_000);
});

describe('an archive in turns of a few lines', () => {
  let folder: string;
  let context: WriteContext;
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'just-ledger-arrivals-'));
    await prepareBooks(folder);
    context = openForCommands(folder, {
      today: () => '2027-01-18',
      moment: () => '2027-01-18T12:00:00.000Z',
    } as never);
    runCommand(context, createFirstOwner, { email: OWNER.email, name: 'Ada', passwordHash: '-' });
  });
  afterAll(() => {
    context.db.$client.close();
    rmSync(folder, { recursive: true });
  });

  /** What an organisation has in a table, but for what names this installation's own. */
  function rowsOf(table: string, organisation: number): unknown[] {
    const rows = context.db.$client
      .prepare<[number], Record<string, unknown>>(`SELECT * FROM ${table} WHERE organisation = ?`)
      .all(organisation);
    const own = ['organisation', 'posted_by', 'seq', 'record_seal'];
    if (['period_event', 'take_on_event', 'set_up_change'].includes(table)) own.push('id', 'object');
    return rows.map((row) => Object.fromEntries(Object.entries(row).filter(([name]) => !own.includes(name))));
  }

  test('makes the same books as in one', async () => {
    const parts = unzipSync(await archiveOf(server, await booksOf(40)));
    const none = new Uint8Array();
    const files: ArchiveBytes = keyedBy(ARCHIVE_FILE_KEYS, (file) => parts[archiveFileName(file)] ?? none);
    const manifest = JSON.parse(new TextDecoder().decode(parts['manifest.json']));
    const whole = runCommand(context, takeArchiveAtOnce, { person: 1, name: 'In one', manifest, files });
    const organisation = runCommand(context, beginArrival, { owner: 1, name: 'In turns', archive: 'x', files });
    let turns = 0;
    // as after a new start before each turn
    for (;;) {
      const next = turnsOf(files, arrivalOf(context.db, organisation), 7).next();
      if (next.done) break;
      runCommand(context, takeArchiveTurn, { organisation, ...next.value });
      turns += 1;
    }
    expect(turns).toBeGreaterThan(20);
    runCommand(context, endArrival, { organisation, manifest, files });
    expect(arrivals(context.db)).toEqual([]);
    const named = Object.values(ARCHIVE_TABLES).map(
      (table) => (table as never)[Symbol.for('drizzle:Name')] as string,
    );
    for (const table of [...named, 'entry', 'line', 'total', 'balance', 'volume', 'membership']) {
      const [inTurns, inOne] = [organisation, whole.id].map((id) =>
        JSON.stringify(rowsOf(table, id)).replaceAll('In turns', 'In one'),
      );
      expect([table, inTurns]).toEqual([table, inOne]);
    }
    expect(verifyBooks(folder, () => undefined)).toEqual([]);
  });
});
