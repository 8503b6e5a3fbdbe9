import Database from 'better-sqlite3';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
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
});
