import { mkdtempSync } from 'node:fs';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { launch } from './launched-server.mjs';

/** By the worker that asks and the day they have: only one file of tests at a time works with one of them. */
const servers = new Map();

async function shared(today) {
  const folder = mkdtempSync(join(tmpdir(), 'just-ledger-'));
  const { process, url } = await launch(folder, today, {});
  return { process, url, folder };
}

/**
 * Servers that files of tests share one after the other, so that they find one whose code is compiled.
 * They start when the first asks for them and end with the run.
 */
export default async function keepServers() {
  const keeper = createServer(async (request, response) => {
    const key = request.url;
    if (!servers.has(key)) servers.set(key, shared(key.split('/').at(-1)));
    try {
      const { url, folder } = await servers.get(key);
      response.end(JSON.stringify({ url, folder }));
    } catch (error) {
      response.writeHead(500).end(String(error));
    }
  });
  await new Promise((resolve) => keeper.listen(0, '127.0.0.1', resolve));
  globalThis.sharedServers = { keeper, servers };
  process.env.SHARED_SERVERS = `http://127.0.0.1:${keeper.address().port}`;
}
