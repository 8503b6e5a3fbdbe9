import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const MAIN = fileURLToPath(new URL('../dist/bundled/main.js', import.meta.url));
const SECRETS = { password: 'a long enough password', token: 'deadbeefdeadbeef', cookie: 'just_ledger_session=feed' };

interface LogLine {
  readonly level: number;
  readonly reqId?: string;
  readonly req?: { readonly method: string; readonly url: string };
  readonly res?: { readonly statusCode: number };
}

test('each request stands in the log by its id, without bodies, cookies or tokens', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'just-ledger-log-'));
  const env = { ...process.env, PORT: '0', JUST_LEDGER_DATA: folder, JUST_LEDGER_LOG: 'info' };
  const server = spawn(process.execPath, [MAIN], { env, stdio: ['ignore', 'pipe', 'inherit'] });
  let said = '';
  const url = await new Promise<string>((resolve) =>
    server.stdout.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const ready = /ready: (http\S+)/.exec(said);
      if (ready?.[1]) resolve(ready[1]);
    }),
  );
  const headers = { 'content-type': 'application/json', cookie: SECRETS.cookie };
  const body = JSON.stringify({ email: 'owner@sallow-reach.test', password: SECRETS.password });
  await fetch(`${url}/api/session`, { method: 'POST', headers, body });
  await fetch(`${url}/api/invitations/${SECRETS.token}`, { headers });
  await fetch(`${url}/api/password-reset/${SECRETS.token}`, { method: 'POST', headers, body });
  const ended = new Promise((resolve) => server.once('exit', resolve));
  server.kill('SIGTERM');
  await ended;
  rmSync(folder, { recursive: true });

  const lines = said
    .split('\n')
    .filter((line) => line.startsWith('{'))
    .map((line) => JSON.parse(line) as LogLine);
  const asked = lines.filter(({ req }) => req?.url.startsWith('/api/'));
  expect(asked.map(({ req }) => `${req?.method} ${req?.url}`)).toEqual([
    'POST /api/session',
    'GET /api/invitations/…',
    'POST /api/password-reset/…',
  ]);
  for (const { reqId } of asked) {
    expect(reqId).toMatch(/^[0-9a-f-]{36}$/);
    expect(lines.filter((line) => line.reqId === reqId && line.res)).toHaveLength(1);
  }
  for (const secret of Object.values(SECRETS)) expect(said).not.toContain(secret);
});
