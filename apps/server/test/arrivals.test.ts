import type { ArchiveResponse } from '@just-ledger/contract';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { verifyBooks } from '../src/areas/proofs/verify-books.js';
import { fromTo } from './entries.js';
import { RunningServer } from './running-server.js';
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
    expect(await verifyBooks(server.folder, () => undefined)).toEqual([]);
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
    expect(await verifyBooks(server.folder, () => undefined)).toEqual([]);
    expect(readdirSync(join(server.folder, 'arriving'))).toEqual([]);
  }, 120_000);
});
