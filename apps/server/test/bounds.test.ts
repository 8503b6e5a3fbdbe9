import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { RunningServer, problemCodes, type Reply } from './running-server.js';

let server: RunningServer;
beforeAll(async () => {
  server = await RunningServer.start();
});
afterAll(() => server.stop());

const entry = (amount: string) => ({
  date: '2026-03-01',
  explanation: 'Much',
  lines: [
    { account: '1010', debit: amount },
    { account: '4000', credit: amount },
  ],
});
const readable = async (path: string): Promise<number[]> => {
  const paths = [
    `${path}/entries`,
    `${path}/accounts`,
    `${path}/proofs?asAt=2026-12-31`,
    `${path}/reports/trial-balance?asAt=2026-12-31`,
    `${path}/reports/balance-sheet?asAt=2026-12-31`,
    `${path}/reports/account-ledger?account=1010&from=2026-01-01&to=2026-12-31`,
    '/api/overview',
  ];
  return Promise.all(paths.map(async (path) => (await server.request('GET', path)).status));
};
const OK = Array<number>(7).fill(200);

describe('what books can hold', () => {
  test('all entries together stay within it: one more is refused, and everything can still be read', async () => {
    const path = await server.organisation();
    // 2^53 - 1 cents are 90,071,992,547,409.91
    const first = await server.request('POST', `${path}/entries`, entry('90000000000000.00'));
    expect(first.status).toBe(201);
    const reversal = await server.request('POST', `${path}/entries/${first.body.number}/reverse`, {
      date: '2026-03-02',
    });
    expect([reversal.status, problemCodes(reversal)]).toEqual([422, ['books-full at lines']]);
    expect((await server.request('POST', `${path}/entries`, entry('71992547409.91'))).status).toBe(201);
    expect((await server.request('POST', `${path}/entries`, entry('0.01'))).status).toBe(422);
    expect(await readable(path)).toEqual(OK);
  });

  test('the file itself refuses more, whoever writes to it', async () => {
    const path = await server.organisation();
    expect((await server.request('POST', `${path}/entries`, entry('1.00'))).status).toBe(201);
    const shell = (sql: string): string =>
      spawnSync('sqlite3', [join(server.folder, 'books.sqlite'), sql], { encoding: 'utf8' }).stderr;
    for (const sql of [
      'UPDATE volume SET debit = 0;',
      'DELETE FROM volume;',
      'INSERT OR REPLACE INTO volume VALUES (1, 0, 0);',
    ]) {
      expect(shell(sql)).toMatch(/volume: it is/);
    }
  });

  test('an organisation that cannot be read hides no other', async () => {
    const [broken, sound]: [string, string] = [await server.organisation(), await server.organisation()];
    await server.request('POST', `${broken}/entries`, entry('5.00'));
    const id = Number(broken.split('/').at(-1));
    const file = join(server.folder, 'books.sqlite');
    const sql = `DROP TRIGGER line_update; UPDATE line SET amount = 9007199254740991 * sign(amount) * 4 WHERE organisation = ${id};`;
    const { stderr } = spawnSync('sqlite3', [file, sql], { encoding: 'utf8' });
    expect(stderr).toBe('');
    const overview: Reply = await server.request('GET', '/api/overview');
    expect(overview.status).toBe(200);
    const told = (path: string) =>
      overview.body.find(
        ({ organisation }: { organisation: number }) => `/api/organisations/${organisation}` === path,
      );
    expect(told(broken).failure).toBe('These books cannot be read. Verify them.');
    expect(told(sound)).toMatchObject({ entries: 0 });
    expect(told(sound).failure).toBeUndefined();
    expect((await server.request('GET', '/api/organisations')).status).toBe(200);
  });
});
