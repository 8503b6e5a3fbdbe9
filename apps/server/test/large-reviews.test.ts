import { afterAll, beforeAll, expect, jest, test } from '@jest/globals';
import Database from 'better-sqlite3';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { Reviews } from '../src/areas/findings/reviews.js';
import { clockFor } from '../src/platform/database/clock.js';
import { openForReading } from '../src/platform/database/connection.js';
import { settings } from '../src/platform/settings.js';
import type { Reader, Readers, Reviewer } from '../src/platform/threads/threads.module.js';
import { RunningServer } from './running-server.js';

// Books of so many entries that what is found in them is kept beside them.

const ENTRIES = 5_100;
let server: RunningServer;
let base: string;
beforeAll(async () => {
  server = await RunningServer.start({ today: '2027-01-18' });
  base = await server.organisation({ firstDay: '2026-01-01' });
  const rows = Array.from({ length: ENTRIES }, (_, index) => {
    const date = new Date(Date.UTC(2026, 0, 1 + (index % 365))).toISOString().slice(0, 10);
    const amount = (10 + (index % 97)).toFixed(2);
    return [`${index},${date},Sold,1010,${amount},`, `${index},${date},Sold,4000,,${amount}`];
  });
  const file = ['entry,date,explanation,account,debit,credit', ...rows.flat(), ''].join('\n');
  await server.done('POST', `${base}/entries/import`, file);
  // more than is usual on repairs, on the other side of it
  await server.done('POST', `${base}/entries`, entry('6500', '1010', '77.31'));
});
afterAll(() => server.stop());

function entry(debited: string, credited: string, amount: string): object {
  const [debit, credit] = [
    { account: debited, debit: amount },
    { account: credited, credit: amount },
  ];
  return { date: '2026-12-30', explanation: 'Something', lines: [debit, credit] };
}

interface Kept {
  readonly first: string;
  readonly last: string;
  readonly version: string;
  readonly found: string;
  readonly isAsked: number;
}

/** What is kept beside the books, the latest first. */
function keptReviews(): Kept[] {
  const derived = new Database(join(server.folder, 'derived.sqlite'), { readonly: true });
  const rows = derived
    .prepare<[], Kept>('SELECT first, last, version, found, is_asked AS isAsked FROM review ORDER BY rowid DESC')
    .all();
  derived.close();
  return rows;
}

/** Writes into what is kept, as nobody should. */
function alterKept(found: string): void {
  const derived = new Database(join(server.folder, 'derived.sqlite'));
  derived.prepare('UPDATE review SET found = ?').run(found);
  derived.close();
}

const YEAR = 'from=2026-01-01&to=2026-12-31';
const found = async (): Promise<{ id: string; type: string; state: string; version: number }[]> =>
  (await server.done('GET', `${base}/findings?${YEAR}`)).findings;
const unusual = async (): Promise<string[]> =>
  (await found()).filter(({ type }) => type === 'unusual-side').map(({ state }) => state);

async function startAgain(env: Record<string, string> = {}): Promise<void> {
  await server.stop(true);
  server = await RunningServer.start({ folder: server.folder, env });
}

test('what is found is kept for the days that were asked for, and what is said of it counts at once', async () => {
  expect(keptReviews()).toEqual([]);
  expect(await unusual()).toEqual([]);
  await server.done('POST', `${base}/entries`, entry('1010', '6600', '40.00'));
  expect(await unusual()).toEqual(['open']);
  expect(keptReviews()).toMatchObject([{ first: '2026-01-01', last: '2026-12-31', isAsked: 1 }]);
  const [finding] = (await found()).filter(({ type }) => type === 'unusual-side');
  await server.done('PUT', `${base}/findings/${finding?.id}`, {
    state: 'looked-at',
    reason: 'A refund that comes next year.',
    version: finding?.version,
  });
  expect(await unusual()).toEqual(['looked-at']);
});

test('it is read after a start, and looked over anew as soon as an entry is posted or a name changes', async () => {
  await startAgain();
  alterKept('[]');
  expect(await found()).toEqual([]);
  await server.done('POST', `${base}/entries`, entry('6600', '1010', '10.00'));
  expect(await unusual()).toHaveLength(1);
  alterKept('[]');
  const { id, ...account } = (await server.done('GET', `${base}/accounts`)).find(
    ({ number }: { number: string }) => number === '6600',
  );
  const named = { number: '6600', name: 'Sundries', element: account.element, version: account.version };
  await server.done('PUT', `${base}/accounts/${id}`, named);
  expect(await unusual()).toHaveLength(1);
});

test('it counts no more once somebody else has written to the books', async () => {
  await found();
  await server.stop(true);
  alterKept('[]');
  const books = new Database(join(server.folder, 'books.sqlite'));
  books.exec('CREATE TABLE another (id INTEGER); DROP TABLE another');
  books.close();
  server = await RunningServer.start({ folder: server.folder });
  expect(await unusual()).toHaveLength(1);
});

test('to-do and lacking adjustments tell of it too', async () => {
  await server.done('POST', `${base}/entries`, entry('1010', '6100', '55.00'));
  const lacking = await server.request('GET', `${base}/adjustments/lacking?${YEAR}`);
  expect(lacking.status).toBe(200);
  const months = await server.done('GET', `${base}/fiscal-years/2026/to-do`);
  const counted = months.reduce((sum: number, month: { findings: number }) => sum + month.findings, 0);
  expect(counted).toBe((await found()).filter(({ state }) => state === 'open').length);
  expect(counted).toBeGreaterThan(0);
});

test('large books are looked over ahead, a while after a start', async () => {
  await server.done('POST', `${base}/entries`, entry('6600', '1010', '11.00'));
  await startAgain({ JUST_LEDGER_WARM_AFTER: '0' });
  // those up to today, and those that somebody had to wait for, which are those of the next year to be closed too
  const spans = [
    ['2027-01-01', '2027-01-18', 0],
    ['2026-01-01', '2026-12-31', 1],
  ] as const;
  const isThere = ([from, to, isAsked]: (typeof spans)[number]): boolean =>
    keptReviews().some(
      ({ first, last, version, ...kept }) =>
        first === from && last === to && kept.isAsked === isAsked && version.startsWith(`${ENTRIES + 5} `),
    );
  while (!spans.every(isThere)) await setTimeout(50);
  alterKept('[]');
  expect(await found()).toEqual([]);
});

test('and again once nothing more is posted', async () => {
  const db = openForReading(server.folder);
  jest.useFakeTimers({
    doNotFake: ['Date', 'nextTick', 'performance', 'queueMicrotask', 'setImmediate', 'setInterval'],
  });
  let reviews = 0;
  const reviewer = { report: () => Promise.resolve((reviews += 1) < 0) };
  const looks = new Reviews(
    {} as Readers,
    reviewer as unknown as Reviewer,
    { db, clock: clockFor(undefined) } as Reader,
  );
  const look = (): Promise<void> => jest.advanceTimersByTimeAsync(20_000);
  const post = (): Promise<unknown> => server.done('POST', `${base}/entries`, entry('6600', '1010', '12.00'));
  looks.onApplicationBootstrap();
  await jest.advanceTimersByTimeAsync(settings.warmAfter * 1_000);
  expect(reviews).toBe(1);
  await look();
  expect(reviews).toBe(1);
  await post();
  await look();
  await post();
  await look();
  expect(reviews).toBe(1);
  await look();
  expect(reviews).toBe(2);
  looks.beforeApplicationShutdown();
  await post();
  await look();
  await look();
  expect(reviews).toBe(2);
  jest.useRealTimers();
  db.$client.close();
});
