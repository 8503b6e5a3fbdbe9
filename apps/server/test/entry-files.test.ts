import 'reflect-metadata';
import type { ContactResponse, ImportResponse, SetUpChangeResponse } from '@just-ledger/contract';
import { type ImportSubject, parseCivilDate } from '@just-ledger/core';
import Database from 'better-sqlite3';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { createOrganisation } from '../src/areas/beginning/beginning-commands.js';
import {
  beginEntryFile,
  endEntryFile,
  entryFileMark,
  giveUpEntryFile,
  keepEntryTurn,
  postEntryTurn,
} from '../src/areas/journal/entry-file-commands.js';
import { entryFileOf } from '../src/areas/journal/entry-file-store.js';
import { lockPeriod } from '../src/areas/periods/period-commands.js';
import { openForCommands, runCommand } from '../src/composition/commands.js';
import { prepareBooks } from '../src/platform/database/migrate.js';
import { createFirstOwner } from '../src/platform/sessions/session-commands.js';
import type { WriteContext } from '../src/platform/threads/write-context.js';
import { fromTo } from './entries.js';
import { type Reply, RunningServer } from './running-server.js';

let server: RunningServer;
beforeAll(async () => {
  server = await RunningServer.start();
});
afterAll(() => server.stop());

const HEADINGS = 'entry,date,kind,explanation,account,debit,credit,reverses';

/** Entries of two lines, all of one day. */
function pairs(count: number, first = 1): string[] {
  return Array.from({ length: count }, (_, index) => {
    const [name, amount] = [index + first, `${(index % 900) + 1}.00`];
    return `${name},2026-03-02,ordinary,Item ${name},6100,${amount},,\n${name},2026-03-02,ordinary,Item ${name},1010,,${amount},`;
  });
}

function fileOf(rows: readonly string[]): string {
  return [HEADINGS, ...rows].join('\n');
}

function send(organisation: string, file: string, key = ''): Promise<Reply> {
  return server.request('POST', `${organisation}/entries/import`, file, key ? { 'idempotency-key': key } : {});
}

async function count(organisation: string): Promise<number> {
  return (await server.request('GET', `${organisation}/entries/sums`)).body.count;
}

async function untilPosting(organisation: string): Promise<void> {
  while ((await count(organisation)) === 0) await wait(5);
}

async function proofsHold(organisation: string): Promise<boolean> {
  const { body } = await server.request('POST', `${organisation}/proofs/check`);
  return (body.proofs as { holds: boolean }[]).every(({ holds }) => holds);
}

describe('a file of many entries', () => {
  test('is posted in turns: others post between them, and what it was checked against stays as it is', async () => {
    const mine = await server.organisation({ name: 'In turns' });
    const importing = send(mine, fileOf(pairs(20_000)));
    await untilPosting(mine);
    const entry = { date: '2026-03-02', explanation: 'Between', lines: fromTo('1010', '6100', '5.00') };
    const between = await server.request('POST', `${mine}/entries`, entry);
    const refused = [
      await server.request('POST', `${mine}/periods/2026-03/lock`),
      await server.request('POST', `${mine}/contacts`, { name: 'New', roles: ['customer'] }),
      await server.request('POST', `${mine}/contacts`, { name: 'New', roles: ['customer'] }),
      await server.request('POST', `${mine}/entries/2026-0001/reverse`, { date: '2026-03-02' }),
      await send(mine, fileOf(pairs(1))),
      await send(mine, fileOf(pairs(2_000))),
    ];
    const answer = await importing;
    expect([answer.status, answer.body.posted, answer.body.lines]).toEqual([201, 20_000, 40_000]);
    expect(between.status).toBe(201);
    const [year, number] = (between.body.number as string).split('-').map(Number);
    expect(year).toBe(2026);
    expect(number).toBeGreaterThan(1);
    expect(number).toBeLessThan(20_001);
    expect([answer.body.first, answer.body.last]).toEqual(['2026-0001', '2026-20001']);
    for (const { status, body } of refused) {
      expect([status, body.problems?.[0]?.code]).toEqual([409, 'entry-file']);
    }
    expect(refused[0]?.body.problems[0].message).toMatch(
      /^A file of 20,000 entries is being posted, and [\d,]+ of them are\./,
    );
    expect((await server.request('POST', `${mine}/contacts`, { name: 'New', roles: ['customer'] })).status).toBe(201);
    expect(await proofsHold(mine)).toBe(true);
  }, 120_000);

  test('comes to the same as in one go, with what takes back what an earlier turn posted', async () => {
    const [many, few] = [await server.organisation({ name: 'Many' }), await server.organisation({ name: 'Few' })];
    const back = `back,2026-12-31,reversing,Not this one,6100,,20.00,20\nback,2026-12-31,reversing,Not this one,1010,20.00,,20`;
    const answer = await send(many, fileOf([...pairs(1_500), back]));
    expect([answer.status, answer.body]).toEqual([201, expect.objectContaining({ posted: 1_501 })]);
    for (const rows of [[...pairs(500), back], pairs(500, 501), pairs(500, 1_001)]) {
      expect((await send(few, fileOf(rows))).status).toBe(201);
    }
    const [whole, parts] = await Promise.all(
      [many, few].map((path) => server.request('GET', `${path}/reports/trial-balance?from=2026-01-01&to=2026-12-31`)),
    );
    expect(whole?.body.totals).toEqual(parts?.body.totals);
    const reversal = (await server.request('GET', `${many}/entries/${answer.body.last}`)).body;
    expect([reversal.kind, reversal.reverses]).toEqual(['reversing', '2026-0020']);
    expect(await proofsHold(many)).toBe(true);
  }, 120_000);

  test('with a problem posts nothing, and keeps nothing from being changed', async () => {
    const mine = await server.organisation({ name: 'With a problem' });
    const wrong = fileOf([...pairs(3_000), 'x,2026-03-02,ordinary,Alone,6100,1.00,,']);
    const { status, body } = await send(mine, wrong);
    expect([status, body.problems[0].path]).toEqual([422, 'rows.6002.entry']);
    expect(await count(mine)).toBe(0);
    expect((await server.request('POST', `${mine}/contacts`, { name: 'New', roles: ['customer'] })).status).toBe(201);
  }, 60_000);

  test('is posted to its end by the next start when the server was killed, and once', async () => {
    const mine = await server.organisation({ name: 'Killed' });
    const file = fileOf(pairs(20_000));
    const importing = send(mine, file, 'the same').catch(() => undefined);
    await untilPosting(mine);
    await server.kill();
    expect(await importing).toBeUndefined();
    server = await RunningServer.start({ folder: server.folder });
    expect(await count(mine)).toBe(20_000);
    const again = await send(mine, file, 'the same');
    expect([again.status, again.body]).toEqual([
      201,
      { posted: 20_000, first: '2026-0001', last: '2026-20000', lines: 40_000 },
    ]);
    expect(await count(mine)).toBe(20_000);
    expect(await proofsHold(mine)).toBe(true);
  }, 120_000);

  test('of which not every turn was kept is taken away by the next start', async () => {
    const mine = await server.organisation({ name: 'Half kept' });
    const id = Number(mine.split('/').at(-1));
    await server.stop(true);
    const books = new Database(join(server.folder, 'books.sqlite'));
    books
      .prepare(
        `INSERT INTO entry_file (organisation, person, sha256, lines, entries, turns, with_difference, begun_at)
         VALUES (?, 1, '', 4000, 2000, 2, '[]', '2026-03-02T00:00:00.000Z')`,
      )
      .run(id);
    books
      .prepare('INSERT INTO entry_file_turn (organisation, turn, entries) VALUES (?, 0, ?)')
      .run(id, Buffer.from('[]'));
    books.close();
    server = await RunningServer.start({ folder: server.folder });
    expect(await count(mine)).toBe(0);
    expect(
      (
        await server.request('POST', `${mine}/entries`, {
          date: '2026-03-02',
          explanation: 'On',
          lines: fromTo('1010', '6100', '5.00'),
        })
      ).status,
    ).toBe(201);
    expect((await server.request('POST', `${mine}/contacts`, { name: 'New', roles: ['customer'] })).status).toBe(201);
  }, 60_000);

  test('from the import screen cannot be given up once it is being posted', async () => {
    const mine = await server.organisation({ name: 'From the screen' });
    const { job, until } = await taking(mine, 'entries', fileOf(pairs(10_000)));
    await until('posting');
    const refused = await server.request('DELETE', job);
    expect([refused.status, refused.body.detail]).toEqual([409, 'It is being taken in, and all of it will be.']);
    expect((await until('done', 'failed')).result).toEqual({ added: 10_000, changed: 0, unchanged: 0 });
    expect(await count(mine)).toBe(10_000);
  }, 120_000);
});

/** Sends a file by the import screen, and has it taken in. */
async function taking(organisation: string, subject: ImportSubject, file: string) {
  const sent = await fetch(`${server.url}${organisation}/imports?subject=${subject}&name=many.csv`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream', cookie: server.session },
    body: file,
  });
  const job = `${organisation}/imports/${((await sent.json()) as ImportResponse).id}`;
  const until = async (...states: ImportResponse['state'][]): Promise<ImportResponse> => {
    for (;;) {
      const { body } = await server.request('GET', job);
      if (states.includes(body.state)) return body;
      await wait(5);
    }
  };
  const { headings } = await until('matching');
  await server.done('PUT', `${job}/matching`, { columns: headings.map(({ column }) => column) });
  await until('checked');
  await server.done('POST', `${job}/taking`);
  return { job, until };
}

describe('a file of many contacts', () => {
  const people = (number: number, name: string, first = 1): string =>
    [
      'number,name,roles,email',
      ...Array.from({ length: number }, (_, index) => {
        const called = index + first;
        return `C${called},${name} ${called},customer,c${called}@ferry-lane.test`;
      }),
    ].join('\n');
  const contacts = async (organisation: string): Promise<ContactResponse[]> =>
    server.done('GET', `${organisation}/contacts`);

  test('is written in turns: others post between them, and the set-up stays as it is', async () => {
    const mine = await server.organisation({ name: 'Many contacts' });
    const { until } = await taking(mine, 'contacts', people(20_000, 'Person'));
    await until('posting');
    const entry = { date: '2026-03-02', explanation: 'Between', lines: fromTo('1010', '6100', '5.00') };
    const [posted, added] = [
      await server.request('POST', `${mine}/entries`, entry),
      await server.request('POST', `${mine}/contacts`, { name: 'New', roles: ['customer'] }),
    ];
    expect(posted.status).toBe(201);
    expect([added.status, added.body.problems[0].code]).toEqual([409, 'entry-file']);
    expect(added.body.problems[0].message).toMatch(
      /^A file of 20,000 contacts is being taken in, and [\d,]+ of them/,
    );
    expect((await until('done', 'failed')).result).toEqual({ added: 20_000, changed: 0, unchanged: 0 });
    expect(await contacts(mine)).toHaveLength(20_000);
    expect((await server.request('POST', `${mine}/contacts`, { name: 'New', roles: ['customer'] })).status).toBe(201);
    expect(await proofsHold(mine)).toBe(true);
  }, 120_000);

  test('changes what is known, adds the rest, and leaves the same trail as a short one', async () => {
    const [many, few] = [await server.organisation({ name: 'Long' }), await server.organisation({ name: 'Short' })];
    await (await taking(many, 'contacts', people(2_500, 'Person'))).until('done');
    const later = await taking(many, 'contacts', people(2_600, 'Somebody', 1_500));
    expect((await later.until('done', 'failed')).result).toEqual({ added: 1_599, changed: 1_001, unchanged: 0 });
    const again = await taking(many, 'contacts', people(2_600, 'Somebody', 1_500));
    expect((await again.until('done', 'failed')).result).toEqual({ added: 0, changed: 0, unchanged: 2_600 });
    await (await taking(few, 'contacts', people(10, 'Person', 1_500))).until('done');
    await (await taking(few, 'contacts', people(10, 'Somebody', 1_500))).until('done');
    const [of, alike] = await Promise.all(
      [many, few].map(async (path) => {
        const found = (await contacts(path)).find(({ number }) => number === 'C1505');
        const trail = await server.done('GET', `${path}/set-up-changes?subject=contact&object=${found?.id}`);
        const told = trail as SetUpChangeResponse[];
        return {
          version: found?.version,
          trail: told.map(({ action, title, fields }) => ({ action, title, fields })),
        };
      }),
    );
    expect(of?.trail).toHaveLength(2);
    expect(of).toEqual(alike);
  }, 120_000);

  test('is written to its end by the next start when the server was killed', async () => {
    const mine = await server.organisation({ name: 'Killed contacts' });
    const { until } = await taking(mine, 'contacts', people(20_000, 'Person'));
    await until('posting');
    await server.kill();
    server = await RunningServer.start({ folder: server.folder });
    expect(await contacts(mine)).toHaveLength(20_000);
    expect(await proofsHold(mine)).toBe(true);
  }, 120_000);

  test('that gives one the name of another, which it changes too, says so at its row', async () => {
    const mine = await server.organisation({ name: 'Taken names' });
    await (await taking(mine, 'contacts', 'number,name,roles\n1,Ash,customer\n2,Birch,customer\n')).until('done');
    const swapped = await fetch(`${server.url}${mine}/imports?subject=contacts&name=swap.csv`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream', cookie: server.session },
      body: 'number,name,roles\n1,Birch,customer\n2,Ash,customer\n',
    });
    const job = `${mine}/imports/${((await swapped.json()) as ImportResponse).id}`;
    const now = async (): Promise<ImportResponse> => server.done('GET', job);
    while ((await now()).state !== 'matching') await wait(5);
    await server.done('PUT', `${job}/matching`, { columns: ['number', 'name', 'roles'] });
    while ((await now()).state !== 'checked') await wait(5);
    expect((await now()).problems.map(({ path, message }) => [path, message])).toEqual([
      ['rows.2.name', '“Birch” is still that of contact 2, which this file changes, too. Change that one first.'],
      ['rows.3.name', '“Ash” is still that of contact 1, which this file changes, too. Change that one first.'],
    ]);
  });
});

describe('what a file was checked against', () => {
  const today = parseCivilDate('2026-06-01');
  let folder: string;
  let context: WriteContext;
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'just-ledger-entry-files-'));
    await prepareBooks(folder);
    context = openForCommands(folder, { today: () => today, moment: () => `${today}T12:00:00.000Z` });
    runCommand(context, createFirstOwner, { email: 'a@sallow-reach.test', name: 'Ada', passwordHash: '-' });
    const request = {
      name: 'Hedges',
      kind: 'company',
      baseCurrency: 'EUR',
      fiscalYearStartMonth: 1,
      firstDay: '2026-01-01',
      starterChart: true,
    } as const;
    runCommand(context, createOrganisation, { person: 1, request });
  });
  afterAll(() => {
    context.db.$client.close();
    rmSync(folder, { recursive: true });
  });

  const sent = { organisation: 1, person: 1, sha256: '' };
  const file = {
    subject: 'entries' as const,
    counts: { added: 1, changed: 0, unchanged: 0 },
    entries: 1,
    lines: 2,
    turns: 1,
    days: [parseCivilDate('2026-03-02')],
    reverses: [],
    withDifference: [],
    debit: 100,
    foreign: 0,
  };

  test('has another mark after each change of the set-up: the file is checked once more', () => {
    const { mark } = runCommand(context, entryFileMark, sent);
    expect(runCommand(context, beginEntryFile, { ...sent, mark, file })).toBe(true);
    runCommand(context, giveUpEntryFile, { organisation: 1 });
    runCommand(context, lockPeriod, { organisation: 1, person: 1, period: '2026-01' });
    expect(runCommand(context, beginEntryFile, { ...sent, mark, file })).toBe(false);
    const later = runCommand(context, entryFileMark, sent);
    expect(runCommand(context, beginEntryFile, { ...sent, mark: later.mark, file })).toBe(true);
    runCommand(context, giveUpEntryFile, { organisation: 1 });
  });

  test('leaves no more room than the books have', () => {
    const { mark } = runCommand(context, entryFileMark, sent);
    const large = { ...file, debit: Number.MAX_SAFE_INTEGER + 1 };
    expect(() => runCommand(context, beginEntryFile, { ...sent, mark, file: large })).toThrow(
      /than these books can hold/,
    );
    expect(entryFileOf(context.db, 1)).toBeUndefined();
  });

  test('refuses to go on in the middle only where nobody reckoned with it: then it ends and says how far it was', async () => {
    const { mark } = runCommand(context, entryFileMark, sent);
    runCommand(context, beginEntryFile, { ...sent, mark, file });
    const entry = { date: '2026-01-02', kind: 'ordinary', explanation: 'Locked', lines: [] };
    const entries = new TextEncoder().encode(JSON.stringify([{ key: '1', entry }]));
    runCommand(context, keepEntryTurn, { organisation: 1, turn: 0, entries });
    expect(() => runCommand(context, postEntryTurn, { organisation: 1 })).toThrow();
    expect(runCommand(context, endEntryFile, { organisation: 1 })).toEqual({ posted: 0, entries: 1, last: null });
    expect(entryFileOf(context.db, 1)).toBeUndefined();
  });
});
