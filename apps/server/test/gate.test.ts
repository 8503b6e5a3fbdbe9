import { readdirSync } from 'node:fs';
import { request as send } from 'node:http';
import { connect } from 'node:net';
import { join } from 'node:path';
import { RunningServer } from './running-server.js';

let server: RunningServer;
let path: string;
beforeAll(async () => {
  server = await RunningServer.start();
  path = await server.organisation();
});
afterAll(() => server.stop());

/** Sends a request with its address just as it is written: `fetch` would tidy it. */
function raw(method: string, address: string, headers: Record<string, string> = {}, body?: string): Promise<number> {
  const { hostname, port } = new URL(server.url);
  return new Promise((resolve, reject) => {
    const asked = send({ hostname, port, method, path: address, headers: { cookie: server.session, ...headers } });
    asked.on('response', (answer) => {
      answer.resume();
      answer.on('end', () => resolve(answer.statusCode ?? 0));
    });
    asked.on('error', reject);
    asked.end(body);
  });
}

/** Other ways to write an address that some part of a server might take for the same. */
const SPELLINGS: readonly [string, (address: string) => string][] = [
  ['its first letter in code', (address) => address.replace('/api', '/%61pi')],
  ['a later letter in code', (address) => address.replace('organisations', 'organis%61tions')],
  ['a letter in code twice over', (address) => address.replace('/api', '/%2561pi')],
  ['the stroke in code', (address) => address.replace('/api/', '/api%2f')],
  ['two strokes', (address) => `/${address}`],
  ['two strokes within', (address) => address.replace('/api/', '/api//')],
  ['a dot', (address) => address.replace('/api/', '/api/./')],
  ['two dots', (address) => address.replace('/api/', '/api/x/../')],
  ['dots in code', (address) => address.replace('/api/', '/api/%2e/')],
  ['capitals', (address) => address.replace('/api', '/API')],
  ['a stroke at the end', (address) => `${address}/`],
  ['a backslash', (address) => address.replace('/api/', '/api\\')],
  ['a whole address', (address) => `${server.url}${address}`],
];

test('every route, in every spelling, is shut to another origin, and written in one way only', async () => {
  const { body: document } = await server.request('GET', '/api/openapi.json');
  const entries = async (): Promise<unknown> => (await server.request('GET', `${path}/changes`)).body;
  const before = await entries();
  const id = path.split('/').at(-1) ?? '';
  const routes = Object.entries(document.paths as Record<string, Record<string, unknown>>).flatMap(
    ([route, methods]) =>
      Object.keys(methods).map((method) => ({
        method: method.toUpperCase(),
        address: route.replace('{organisation}', id).replaceAll(/\{[^}]+\}/g, '2026-05'),
      })),
  );
  expect(routes.length).toBeGreaterThan(80);
  const foreign = { origin: 'http://elsewhere.example', 'sec-fetch-site': 'cross-site' };
  for (const { method, address } of routes) {
    const isChange = method !== 'GET';
    if (isChange) expect([method, address, await raw(method, address, foreign)]).toEqual([method, address, 403]);
    for (const [, spell] of SPELLINGS) {
      const spelt = spell(address);
      if (spelt === address) continue;
      const status = await raw(method, spelt, foreign);
      const said = [method, spelt, status];
      if (isChange) expect([...said, status >= 400 && status < 500]).toEqual([...said, true]);
      else expect([...said, status < 500]).toEqual([...said, true]);
      // no way to write it is let in that is not the one way
      if (!isChange || spelt.startsWith('http')) continue;
      const own = await raw(method, spelt);
      expect([method, spelt, own >= 400 && own < 500]).toEqual([method, spelt, true]);
    }
  }
  expect(await raw('POST', `/%61pi/organisations/${id}/periods/2026-05/lock`)).toBe(404);
  expect(await raw('POST', `/api/organisations/${id}/periods/2026-0%35/lock`)).toBe(404);
  expect(await raw('GET', '/api/health', { host: 'elsewhere.example' })).toBe(403);
  expect(await raw('GET', '/nowhere', { host: 'elsewhere.example' })).toBeLessThan(500);
  expect(await entries()).toEqual(before);
  const { years } = (await server.request('GET', `${path}/fiscal-years`)).body;
  expect(
    years
      .flatMap(({ periods }: { periods: { locked: boolean }[] }) => periods)
      .filter(({ locked }: { locked: boolean }) => locked),
  ).toEqual([]);
});

describe('limits come before anything is built', () => {
  const csv = (to: string, body: string) => server.request('POST', `${path}${to}`, body);
  test('60 MB of rows that are none leave the server standing', async () => {
    const rows = '1\n'.repeat(30 * 1024 * 1024);
    const [accounts, entries] = await Promise.all([csv('/accounts/import', rows), csv('/entries/import', rows)]);
    expect([accounts.status, entries.status]).toEqual([422, 422]);
    const many = `number,name,element\n${'1\n'.repeat(5_000_000)}`;
    const ragged = await csv('/accounts/import', many);
    expect([ragged.status, ragged.body.problems.length]).toEqual([422, 201]);
    expect(ragged.body.problems.at(-1)).toMatchObject({ code: 'more' });
    // a thread that is still at the last of it says so until it is done
    let health = await server.request('GET', '/api/health');
    while (JSON.stringify(health.body).includes('busy')) health = await server.request('GET', '/api/health');
    expect(health.body).toEqual({
      ready: true,
      books: 'readable',
      threads: {
        writer: { state: 'running', deaths: 0 },
        reviews: { state: 'running', deaths: 0 },
        batches: { state: 'running', deaths: 0 },
        reader: { state: 'running', deaths: 0 },
        files: { state: 'running', deaths: 0 },
        printing: { state: 'running', deaths: 0 },
      },
    });
    expect(
      (await server.request('POST', `${path}/contacts`, { name: 'Still here', roles: ['customer'] })).status,
    ).toBe(201);
  });
  test('a file of more accounts than a chart has is refused', async () => {
    const rows = Array.from({ length: 5_001 }, (_, index) => `${100_000 + index},Account ${index},asset`);
    const { status, body } = await csv('/accounts/import', `number,name,element\n${rows.join('\n')}`);
    expect([status, body.problems[0].code]).toEqual([422, 'too-many-rows']);
  });
  test('values that nest 5,000 deep are refused, as a body and within a field', async () => {
    const deep = `${'['.repeat(5_000)}${']'.repeat(5_000)}`;
    for (const body of [deep, `{"name":"x","roles":${deep}}`]) {
      const answer = await server.request('POST', `${path}/contacts`, body, { 'content-type': 'application/json' });
      expect([answer.status, answer.body.problems[0].code]).toEqual([400, 'json-nesting']);
    }
  });
});

describe('a body is taken only as far as it may come', () => {
  /** A connection of its own, on which a request is begun by hand; answers what comes back until it ends. */
  const begun = (head: string, body = ''): Promise<string> => {
    const { hostname, port } = new URL(server.url);
    return new Promise((resolve) => {
      const socket = connect({ host: hostname, port: Number(port) });
      let heard = '';
      socket.on('data', (piece) => (heard += piece.toString()));
      socket.on('close', () => resolve(heard));
      socket.on('error', () => undefined);
      socket.write(`${head}\r\nhost: ${hostname}:${port}\r\n\r\n${body}`);
    });
  };
  const routes = ['/api/session', `/api/invitations/${'x'.repeat(43)}`, '/api/archives', '/api/nowhere'];

  test('from somebody who is not signed in: 16 kB, told beforehand; the rest is not read', async () => {
    for (const route of [...routes, `${path}/attachments?name=x`, `${path}/entries/import`]) {
      for (const type of ['application/json', 'application/octet-stream', 'text/csv']) {
        for (const length of ['content-length: 125829120', 'transfer-encoding: chunked']) {
          const heard = await begun(`POST ${route} HTTP/1.1\r\ncontent-type: ${type}\r\n${length}`, '4\r\n{"a"');
          expect([route, type, length, heard.slice(0, 12)]).toEqual([route, type, length, 'HTTP/1.1 401']);
        }
      }
    }
    const small = JSON.stringify({ email: 'nobody@sallow-reach.test', password: 'a long enough password' });
    expect((await server.signedOut().request('POST', '/api/session', JSON.parse(small))).status).toBe(401);
  });

  test('a file goes where files are taken, and as what is taken there', async () => {
    const send = (to: string, type: string) =>
      server.request('POST', `${path}${to}`, 'number,name,element', { 'content-type': type });
    expect((await send('/contacts', 'text/csv')).status).toBe(415);
    expect((await send('/contacts', 'application/octet-stream')).status).toBe(415);
    expect((await send('/accounts/import', 'application/octet-stream')).status).toBe(415);
    expect((await send('/imports?subject=chart', 'text/csv')).status).toBe(415);
    expect((await send('/attachments?name=x', 'text/csv')).status).toBe(415);
  });

  test('nothing that was sent stays behind', async () => {
    await server.request('POST', `${path}/accounts/import`, 'number,name,element\n1,Cash,nothing');
    await server.request('POST', `${path}/entries/import`, 'entry');
    await server.request('POST', `${path}/exchange-rates/import`, 'currency,date');
    const tooMuch = new Uint8Array(33 * 1024 * 1024);
    const { hostname, port } = new URL(server.url);
    const answer = await fetch(`http://${hostname}:${port}${path}/imports?subject=chart`, {
      method: 'POST',
      headers: { cookie: server.session, 'content-type': 'application/octet-stream' },
      body: tooMuch,
    });
    expect(answer.status).toBe(413);
    expect(readdirSync(join(server.folder, 'passing'))).toEqual([]);
  });
});

test('a hundred requests of a person are open at once; others do not notice', async () => {
  const other = await server.member(path, 'linnet', 'reader');
  const { hostname, port } = new URL(server.url);
  const headers = { cookie: server.session, 'content-type': 'application/json', 'content-length': 500 };
  // bodies that do not come to their end: each stays open until it is given up
  const open = Array.from({ length: 150 }, () =>
    send({ hostname, port, method: 'POST', path: `${path}/contacts`, headers }),
  );
  let refusals = 0;
  const refused = Promise.all(
    open.map(
      (slow) =>
        new Promise<number | undefined>((resolve) => {
          slow.on('error', () => resolve(undefined));
          slow.on('response', (answer) => {
            resolve(answer.statusCode);
            answer.resume();
            refusals += 1;
            if (refusals === 50) open.forEach((each) => each.destroy());
          });
          slow.write('{');
        }),
    ),
  );
  expect((await other.request('GET', `${path}/accounts`)).status).toBe(200);
  const statuses = await refused;
  expect(statuses.filter((status) => status === 429)).toHaveLength(50);
  expect(statuses.filter((status) => status === undefined)).toHaveLength(100);
  while ((await raw('GET', `${path}/accounts`)) === 429);
  expect(await raw('GET', `${path}/accounts`)).toBe(200);
});
