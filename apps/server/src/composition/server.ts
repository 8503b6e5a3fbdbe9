import fastifyCookie from '@fastify/cookie';
import fastifyStatic from '@fastify/static';
import { NestFactory } from '@nestjs/core';
import { FastifyAdapter, type NestFastifyApplication } from '@nestjs/platform-fastify';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { AppModule } from './app.module.js';
import { describeApi } from './openapi.js';
import { readJson } from '../platform/problems/read-json.js';
import { passGate, type RouteConfig } from '../platform/sessions/gate.js';
import { settings } from '../platform/settings.js';

const WEB = fileURLToPath(new URL('../../../web/dist', import.meta.url));
const JSON_LIMIT = 1024 * 1024;
const CSV_LIMIT = 64 * 1024 * 1024;
const FILE_LIMIT = 32 * 1024 * 1024;
const ARCHIVE_LIMIT = 128 * 1024 * 1024;

const HEADERS = {
  'content-security-policy':
    "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self'; object-src 'none'; base-uri 'none'; frame-ancestors 'none'; form-action 'self'",
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
} as const;

/** Makes the server, ready to listen. The data folder must be taken and its books prepared. */
export async function createServer(): Promise<NestFastifyApplication> {
  const adapter = new FastifyAdapter({ bodyLimit: JSON_LIMIT, trustProxy: settings.origin !== undefined });
  const app = await NestFactory.create<NestFastifyApplication>(AppModule, adapter, {
    logger: ['error', 'warn'],
    bufferLogs: false,
  });
  const fastify = adapter.getInstance();
  await app.register(fastifyCookie as never);
  app.useBodyParser('text/csv', { bodyLimit: CSV_LIMIT }, (_request, body, done) =>
    done(null, body?.toString('utf8')),
  );
  app.useBodyParser('application/octet-stream', { bodyLimit: ARCHIVE_LIMIT }, (_request, body, done) =>
    done(null, body),
  );
  app.useBodyParser('application/json', { bodyLimit: JSON_LIMIT }, readJson(fastify) as never);
  fastify.addHook('onRequest', async (request: FastifyRequest, reply: FastifyReply) => {
    void reply.headers(HEADERS);
    passGate(request, reply, settings.origin);
    assertNotTooLarge(request);
  });
  const document = describeApi(app);
  fastify.get('/api/openapi.json', (_request: FastifyRequest, reply: FastifyReply) => void reply.send(document));
  if (existsSync(WEB)) await serveWeb(app);
  app.enableShutdownHooks();
  return app;
}

/** Only archives are larger than other files; a body of unknown length has to stay within the parser's limit. */
function assertNotTooLarge({ routeOptions, headers }: FastifyRequest): void {
  const isFile = headers['content-type']?.startsWith('application/octet-stream') === true;
  const isArchive = routeOptions.url?.startsWith('/api/archives') === true;
  if (!isFile || isArchive || Number(headers['content-length'] ?? 0) <= FILE_LIMIT) return;
  throw Object.assign(new Error('too large'), { statusCode: 413 });
}

/** Serves the built pages; every address that is neither API nor asset opens the application. */
async function serveWeb(app: NestFastifyApplication): Promise<void> {
  await app.register(
    fastifyStatic as never,
    { root: WEB, wildcard: false, index: false, maxAge: '1y', immutable: true } as never,
  );
  const fastify = app.getHttpAdapter().getInstance();
  const config: RouteConfig = { isPage: true };
  const page = (_request: FastifyRequest, reply: FastifyReply): unknown =>
    (reply as FastifyReply & { sendFile: (name: string, root: string, options: object) => unknown }).sendFile(
      'index.html',
      join(WEB),
      { maxAge: 0, immutable: false },
    );
  fastify.get('/', { config }, page);
  fastify.get('/*', { config }, (request: FastifyRequest, reply: FastifyReply) => {
    const isFile = request.url.startsWith('/api/') || request.url.startsWith('/assets/');
    return isFile ? reply.callNotFound() : page(request, reply);
  });
}
