import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { RunningServer } from './running-server.js';

const VERIFY = fileURLToPath(new URL('../dist/bundled/verify.main.js', import.meta.url));
const MAIN = fileURLToPath(new URL('../dist/bundled/main.js', import.meta.url));
const entry = (name: string): object => ({
  date: '2026-05-01',
  explanation: name,
  lines: [
    { account: '1010', debit: '1.00' },
    { account: '4000', credit: '1.00' },
  ],
});

describe('a server killed while it posts', () => {
  test('has kept every acknowledged entry once, its chain and totals whole', async () => {
    const server = await RunningServer.start();
    const path = await server.organisation();
    const acknowledged: string[] = [];
    const send = async (worker: number): Promise<void> => {
      for (let n = 0; ; n += 1) {
        const reply = await server
          .request('POST', `${path}/entries`, entry(`entry ${worker}.${n}`), { 'idempotency-key': `${worker}.${n}` })
          .catch(() => undefined);
        if (reply?.status !== 201) return;
        acknowledged.push(reply.body.explanation);
      }
    };
    const workers = Array.from({ length: 6 }, (_, worker) => send(worker));
    const file = `entry,date,explanation,account,debit,credit\n${Array.from({ length: 4000 }, (_, n) => `${n},2026-06-01,imported,1010,1.00,\n${n},,,4000,,1.00`).join('\n')}\n`;
    await new Promise((resolve) => setTimeout(resolve, 400));
    const half = server.request('POST', `${path}/entries/import`, file).catch(() => undefined);
    await new Promise((resolve) => setTimeout(resolve, 500));
    await server.kill();
    await Promise.all([...workers, half]);

    const again = await RunningServer.start({ folder: server.folder });
    const counts = execFileSync(
      'sqlite3',
      [
        '-cmd',
        '.timeout 2000',
        join(server.folder, 'books.sqlite'),
        "SELECT explanation || '|' || count(*) FROM entry WHERE source = 'manual' GROUP BY explanation;",
      ],
      { encoding: 'utf8' },
    )
      .trim()
      .split('\n');
    const kept = new Map(counts.map((row) => row.split('|') as [string, string]));
    expect(acknowledged.length).toBeGreaterThan(5);
    for (const name of acknowledged) expect([name, kept.get(name)]).toEqual([name, '1']);
    const imported = Number(
      execFileSync(
        'sqlite3',
        [
          '-cmd',
          '.timeout 2000',
          join(server.folder, 'books.sqlite'),
          "SELECT count(*) FROM entry WHERE source = 'import';",
        ],
        { encoding: 'utf8' },
      ),
    );
    expect([0, 4000]).toContain(imported);
    const { proofs } = (await again.request('POST', `${path}/proofs/check`)).body as { proofs: { holds: boolean }[] };
    expect(proofs.length).toBeGreaterThan(4);
    expect(proofs.filter(({ holds }) => !holds)).toEqual([]);
    expect(execFileSync(process.execPath, [VERIFY, server.folder], { encoding: 'utf8' })).toContain('Verified');
    // what was not acknowledged can be sent again without being posted twice
    const repeated = await again.request('POST', `${path}/entries`, entry(acknowledged[0] ?? ''), {
      'idempotency-key': (acknowledged[0] ?? '').replace('entry ', ''),
    });
    expect(repeated.status).toBe(201);
    const after = execFileSync(
      'sqlite3',
      [
        '-cmd',
        '.timeout 2000',
        join(server.folder, 'books.sqlite'),
        `SELECT count(*) FROM entry WHERE explanation = '${acknowledged[0]}';`,
      ],
      { encoding: 'utf8' },
    );
    expect(after.trim()).toBe('1');
    await again.stop();
  });
  test('leaves its data folder to the next one, which it would not share', async () => {
    const server = await RunningServer.start();
    const second = (): string => {
      try {
        return execFileSync(process.execPath, [MAIN], {
          env: { ...process.env, PORT: '0', JUST_LEDGER_DATA: server.folder },
          encoding: 'utf8',
          stdio: 'pipe',
          timeout: 20_000,
        });
      } catch (error) {
        return String((error as { stderr: string }).stderr);
      }
    };
    expect(second()).toContain('already using');
    await server.stop();
  });
});
