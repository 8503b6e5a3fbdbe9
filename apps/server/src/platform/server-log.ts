import type { LoggerService } from '@nestjs/common';
import type { FastifyBaseLogger, FastifyRequest } from 'fastify';
import { settings } from './settings.js';

/** Parts of an address that let whoever reads them in. */
const SECRETS = /\/(invitations|password-reset)\/[^/?]+/;

/**
 * How the server logs: a line of JSON (pino) for whatever goes wrong, and for each request if it is asked to. A line
 * names its request by an id. Neither bodies nor headers are logged, and of addresses no token.
 */
export const LOG_OPTIONS = {
  level: settings.log,
  serializers: {
    req: ({ method, url, ip }: FastifyRequest) => ({ method, url: url.replace(SECRETS, '/$1/…'), ip }),
  },
};

/** What the framework and the areas say, on the same log. */
export class ServerLog implements LoggerService {
  constructor(private readonly lines: FastifyBaseLogger) {}

  log(message: unknown, ...context: unknown[]): void {
    this.lines.info({ of: context.at(-1) }, textOf(message));
  }

  warn(message: unknown, ...context: unknown[]): void {
    this.lines.warn({ of: context.at(-1) }, textOf(message));
  }

  error(message: unknown, ...context: unknown[]): void {
    if (message instanceof Error) this.lines.error({ err: message, of: context.at(-1) }, message.message);
    else this.lines.error({ of: context.at(-1) }, textOf(message));
  }
}

function textOf(message: unknown): string {
  return typeof message === 'string' ? message : JSON.stringify(message);
}
