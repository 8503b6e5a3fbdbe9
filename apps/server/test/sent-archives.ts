import { expect } from '@jest/globals';
import type { ArchiveResponse } from '@just-ledger/contract';
import type { RunningServer } from './running-server.js';

/** The archive of the books at a path. */
export async function archiveOf(server: RunningServer, path: string): Promise<Uint8Array> {
  const reply = await fetch(`${server.url}${path}/archive.zip`, { headers: { cookie: server.session } });
  expect([reply.status, reply.headers.get('content-type')]).toEqual([200, 'application/zip']);
  return new Uint8Array(await reply.arrayBuffer());
}

/** Sends an archive and waits until it has been read. */
export async function sendArchive(server: RunningServer, bytes: Uint8Array): Promise<ArchiveResponse> {
  const reply = await fetch(`${server.url}/api/archives?name=books.zip`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream', cookie: server.session },
    body: bytes as never,
  });
  expect(reply.status).toBe(201);
  return settled(server, (await reply.json()) as ArchiveResponse);
}

/** Makes books of an archive that was sent, and waits until they stand. */
export async function takeArchive(
  server: RunningServer,
  job: ArchiveResponse,
  name: string,
): Promise<ArchiveResponse> {
  const reply = await server.request('POST', `/api/archives/${job.id}/taking`, { name });
  expect(reply.status).toBe(202);
  return settled(server, reply.body as ArchiveResponse);
}

export async function settled(server: RunningServer, job: ArchiveResponse): Promise<ArchiveResponse> {
  let now = job;
  while (['reading', 'writing'].includes(now.state)) {
    await new Promise((resolve) => setTimeout(resolve, 20));
    now = (await server.request('GET', `/api/archives/${job.id}`)).body as ArchiveResponse;
  }
  return now;
}
