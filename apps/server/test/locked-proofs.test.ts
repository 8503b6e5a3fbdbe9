import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { LockedProofsResponse } from '@just-ledger/contract';
import Database from 'better-sqlite3';
import { rmSync } from 'node:fs';
import { verifyBooks } from '../src/areas/proofs/verify-books.js';
import { booksFile } from '../src/platform/database/connection.js';
import { type Reply, RunningServer } from './running-server.js';
import { archiveOf, sendArchive, takeArchive } from './sent-archives.js';

// The proofs of a locked month are kept as they stood, by the server itself: after every start, and within a minute.

let server: RunningServer;
let folder: string;
let base: string;
beforeAll(async () => {
  server = await RunningServer.start({ today: '2027-01-18' });
  folder = server.folder;
  base = await server.organisation();
  await post('2026-01-10', '100.00');
  await post('2026-02-10', '50.00');
});
afterAll(async () => {
  await server.stop();
  rmSync(folder, { recursive: true, force: true });
});

const done = (method: string, path: string, body?: object): Promise<Reply['body']> =>
  server.done(method, `${base}${path}`, body);
const post = (date: string, amount: string): Promise<Reply['body']> =>
  done('POST', '/entries', {
    date,
    explanation: 'Sold',
    lines: [
      { account: '1010', debit: amount },
      { account: '4000', credit: amount },
    ],
  });
/** Starts the server anew, and waits until it has kept what it has to keep. */
async function kept(): Promise<LockedProofsResponse[]> {
  await server.stop(true);
  server = await RunningServer.start({ folder, today: '2027-01-18' });
  for (;;) {
    const months = (await done('GET', '/proofs/locked')) as LockedProofsResponse[];
    if (months.every(({ keptAt }) => keptAt !== null)) return months;
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}
const figures = ({ period, entries, hasLaterEntries, proofs }: LockedProofsResponse) => [
  period,
  entries,
  hasLaterEntries,
  proofs.find(({ key }) => key === 'debits-credits')?.left,
];

test('as at the month’s end, with so many entries as there were when it was locked', async () => {
  await done('POST', '/periods/2026-01/lock');
  const [month] = await kept();
  expect(figures(month as LockedProofsResponse)).toEqual(['2026-01', 2, false, '100.00']);
  expect(month?.proofs.map(({ key }) => key)).toEqual(['debits-credits', 'equity-balance-sheet', 'result-equity']);
  expect(await verifyBooks(folder, () => undefined)).toEqual([]);
});

test('anew once it was unlocked, changed and locked again; what was kept before stays', async () => {
  await done('POST', '/periods/2026-01/unlock', { reason: 'A late bill' });
  await post('2026-01-20', '7.00');
  await done('POST', '/periods/2026-01/lock');
  expect((await kept()).map(figures)).toEqual([['2026-01', 3, false, '107.00']]);
  const db = new Database(booksFile(folder), { readonly: true });
  const rows = db.prepare("SELECT entries FROM locked_proof WHERE key = 'debits-credits' ORDER BY entries").all();
  db.close();
  expect(rows).toEqual([{ entries: 2 }, { entries: 3 }]);
});

test('what is brought forward after a month was locked is told apart from what was changed', async () => {
  const lines = [
    { account: '1010', debit: '30.00' },
    { account: '3000', credit: '30.00' },
  ];
  await done('POST', '/entries', { date: '2025-12-31', kind: 'opening', explanation: 'Brought forward', lines });
  expect((await kept()).map(figures)).toEqual([['2026-01', 3, true, '107.00']]);
  expect(await verifyBooks(folder, () => undefined)).toEqual([]);
  await done('POST', '/periods/2026-01/unlock', { reason: 'Balances came late' });
  await done('POST', '/periods/2026-01/lock');
  expect((await kept()).map(figures)).toEqual([['2026-01', 4, false, '137.00']]);
});

test('go out with an archive and come in again', async () => {
  const job = await sendArchive(server, await archiveOf(server, base));
  const { organisation } = await takeArchive(server, job, 'Taken in');
  const own = (await server.done(
    'GET',
    `/api/organisations/${organisation}/proofs/locked`,
  )) as LockedProofsResponse[];
  expect(own.map(figures)).toEqual(((await done('GET', '/proofs/locked')) as LockedProofsResponse[]).map(figures));
});

test('are never changed or deleted, and tell of a file that was changed behind its guards', async () => {
  await server.stop(true);
  const db = new Database(booksFile(folder));
  for (const act of ['UPDATE locked_proof SET left_figure = 1', 'DELETE FROM locked_proof'])
    expect(() => db.exec(act)).toThrow('what was proved is never');
  expect(() => db.exec('INSERT INTO locked_proof SELECT * FROM locked_proof LIMIT 1')).toThrow('it is kept once');
  // somebody changes what was kept
  const { sql } = db.prepare("SELECT sql FROM sqlite_schema WHERE name = 'locked_proof_update'").get() as {
    sql: string;
  };
  db.exec('DROP TRIGGER locked_proof_update');
  db.exec("UPDATE locked_proof SET left_figure = left_figure + 5 WHERE key = 'debits-credits' AND entries = 4");
  db.exec(sql);
  db.close();
  const wrong = await verifyBooks(folder, () => undefined);
  expect(wrong.filter((sentence) => sentence.includes('2026-01'))).toEqual([
    expect.stringContaining('The proof debits-credits of 2026-01 is not what was kept of it'),
    expect.stringContaining('Taken in: The proof debits-credits of 2026-01 is not what was kept of it'),
  ]);
});
