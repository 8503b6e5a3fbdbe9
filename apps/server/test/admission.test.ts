import type { FastifyReply } from 'fastify';
import { createServer, request as ask, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Db } from '../src/platform/database/connection.js';
import { Admission, type AdmittedRequest } from '../src/platform/sessions/admission.js';

/** A server that admits what comes, without a session, and answers once the body is there. @param patience in milliseconds */
function admitting(patience: number): Promise<Server> {
  const admission = new Admission({} as Db, patience);
  const headers = { header: () => undefined, removeHeader: () => undefined };
  const server = createServer((raw, response) => {
    const request = { raw, headers: raw.headers, ip: '127.0.0.1', cookies: {} };
    admission.admit(request as AdmittedRequest, { ...headers, raw: response } as unknown as FastifyReply);
    raw.on('error', () => undefined).on('end', () => response.end('all there'));
    raw.resume();
  });
  return new Promise((resolve) => server.listen(0, '127.0.0.1', () => resolve(server)));
}

/** Sends the beginning of a body, and its end if it has one. @returns what is answered, or how the connection ended */
function sent(server: Server, begin: string, end?: string): Promise<string> {
  const { port } = server.address() as AddressInfo;
  const length = begin.length + (end ?? 'never').length;
  return new Promise((resolve) => {
    const asked = ask({ port, host: '127.0.0.1', method: 'POST', headers: { 'content-length': length } });
    asked.on('response', (response) => response.on('data', (piece: Buffer) => resolve(piece.toString())));
    asked.on('error', ({ message }) => resolve(message));
    asked.write(begin);
    if (end !== undefined) asked.end(end);
  });
}

test('a body that does not come to its end is not waited for', async () => {
  const server = await admitting(20);
  expect(await sent(server, 'slow')).toMatch(/socket hang up|ECONNRESET/);
  server.close();
});
test('one that does is', async () => {
  const server = await admitting(30_000);
  expect(await sent(server, 'quick', 'ly')).toBe('all there');
  server.close();
});
