import fastifyCompress from '@fastify/compress';
import fastifyCookie from '@fastify/cookie';
import fastifyHelmet, { type FastifyHelmetOptions } from '@fastify/helmet';
import fastifyStatic from '@fastify/static';
import { NestFactory } from '@nestjs/core';
import { FastifyAdapter, type NestFastifyApplication } from '@nestjs/platform-fastify';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { randomBytes, randomUUID } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { otherBody } from '../platform/files/passing-files.js';
import { packageFolder } from '../platform/package-folder.js';
import { messageOf } from '../platform/problems/message-of.js';
import { readJson } from '../platform/problems/read-json.js';
import { LOG_OPTIONS, ServerLog } from '../platform/server-log.js';
import { Admission } from '../platform/sessions/admission.js';
import { passGate, type RouteConfig } from '../platform/sessions/gate.js';
import { isSecure } from '../platform/sessions/session-cookie.js';
import { settings } from '../platform/settings.js';
import { workFor } from '../platform/threads/asker.js';
import { Reader } from '../platform/threads/threads.module.js';
import { AppModule } from './app.module.js';
import { assertDescribed, listenToRoutes } from './described-routes.js';
import { describeApi } from './openapi.js';

const WEB = join(packageFolder('@just-ledger/web'), 'dist');
const JSON_LIMIT = 1024 * 1024;

/** What a browser may do with our pages: nothing but what they need themselves, and never inside another page. Styles within a page are named by it. */
const HELMET: FastifyHelmetOptions = {
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'self'"],
      styleSrc: ["'self'"],
      imgSrc: ["'self'", 'data:'],
      fontSrc: ["'self'"],
      objectSrc: ["'none'"],
      baseUri: ["'none'"],
      frameAncestors: ["'none'"],
      formAction: ["'self'"],
    },
  },
  referrerPolicy: { policy: 'same-origin' },
  // whether there is a certificate is up to the proxy in front: once people come by https, they come by nothing else
  strictTransportSecurity: isSecure && { maxAge: 365 * 24 * 60 * 60, includeSubDomains: false },
};

/** Makes the server, ready to listen. The data folder must be taken and its books prepared. */
export async function createServer(): Promise<NestFastifyApplication> {
  const adapter = new FastifyAdapter({
    bodyLimit: JSON_LIMIT,
    trustProxy: settings.proxies.length > 0 ? settings.proxies : false,
    logger: LOG_OPTIONS,
    genReqId: () => randomUUID(),
  });
  // a connection that asks for nothing is not kept
  Object.assign(adapter.getInstance().server, { headersTimeout: 20_000, maxConnections: 2_000 });
  const app = await NestFactory.create<NestFastifyApplication>(AppModule, adapter, {
    logger: ['error', 'warn'],
  });
  const fastify = adapter.getInstance();
  app.useLogger(new ServerLog(fastify.log));
  const routes = listenToRoutes(fastify);
  await fastify.register(fastifyHelmet, HELMET);
  fastify.addHook('onRequest', async (_request, reply: FastifyReply) => {
    void reply.header('permissions-policy', 'camera=(), geolocation=(), microphone=(), payment=(), usb=()');
  });
  await fastify.register(fastifyCompress, { threshold: 1024, encodings: ['br', 'gzip'] });
  await fastify.register(fastifyCookie);
  fastify.addContentTypeParser(['application/octet-stream', 'text/csv'], (request, payload, done) => {
    const { takesFile } = request.routeOptions.config;
    const isTaken = takesFile !== undefined && request.headers['content-type']?.startsWith(takesFile);
    if (isTaken) done(null, payload);
    else done(otherBody(takesFile ?? 'application/json'));
  });
  app.useBodyParser('application/json', { bodyLimit: JSON_LIMIT }, readJson(fastify));
  const admission = new Admission(app.get(Reader).db);
  fastify.addHook('onRequest', (request, reply, done) => {
    const left = new AbortController();
    reply.raw.once('close', () => {
      if (!reply.raw.writableFinished) left.abort();
    });
    let who: string;
    try {
      passGate(request, reply, settings.origin);
      who = admission.admit(request, reply);
    } catch (error) {
      done(error instanceof Error ? error : new Error(messageOf(error)));
      return;
    }
    workFor({ who, signal: left.signal }, done);
  });
  const document = describeApi();
  fastify.get('/api/openapi.json', (_request: FastifyRequest, reply: FastifyReply) => void reply.send(document));
  if (existsSync(WEB)) await serveWeb(fastify);
  app.enableShutdownHooks();
  await app.init();
  assertDescribed(routes, document);
  return app;
}

/** What is kept in between depends on how it was asked for. */
function byEncoding(reply: { setHeader: (name: string, value: string) => void }): void {
  reply.setHeader('vary', 'accept-encoding');
}

/** What the build writes where the page names the styles that are its own; each answer has a word of its own for it. */
const NONCE = '__NONCE__';

/** What lies beside the page and its assets, such as its picture; not what was compressed of it. */
const BESIDE_PAGE = /^(?!index\.html)[\w-]+\.[a-z]+$/;

/** Serves the built pages; every address that is neither API nor asset opens the application. */
async function serveWeb(fastify: FastifyInstance): Promise<void> {
  await fastify.register(fastifyStatic, {
    root: join(WEB, 'assets'),
    prefix: '/assets/',
    index: false,
    maxAge: '1y',
    immutable: true,
    preCompressed: true,
    setHeaders: byEncoding,
  });
  for (const name of readdirSync(WEB).filter((file) => BESIDE_PAGE.test(file))) {
    fastify.get(`/${name}`, (_request, reply) => reply.sendFile(name, WEB));
  }
  const config: RouteConfig = { isPage: true };
  const html = readFileSync(join(WEB, 'index.html'), 'utf8');
  const page = (_request: FastifyRequest, reply: FastifyReply): unknown => {
    const nonce = randomBytes(16).toString('base64');
    const policy = String(reply.getHeader('content-security-policy'));
    return reply
      .type('text/html; charset=utf-8')
      .header('cache-control', 'no-cache')
      .header('vary', 'accept-encoding')
      .header('content-security-policy', policy.replace("style-src 'self'", `style-src 'self' 'nonce-${nonce}'`))
      .send(html.replaceAll(NONCE, nonce));
  };
  fastify.get('/', { config }, page);
  fastify.get('/*', { config }, (request: FastifyRequest, reply: FastifyReply) => {
    return request.url.startsWith('/api/') ? reply.callNotFound() : page(request, reply);
  });
}
