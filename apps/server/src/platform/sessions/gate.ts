import { problem } from '@just-ledger/core';
import type { FastifyContextConfig, FastifyReply, FastifyRequest } from 'fastify';
import type { FileBody } from '../files/passing-files.js';
import { Refusal } from '../problems/refusal.js';
import { assertSameOrigin } from './same-origin.js';

declare module 'fastify' {
  interface FastifyContextConfig {
    /** The page and its parts: what anybody may read, and nobody can change by it. */
    readonly isPage?: boolean;
    /** Its body is a file of this kind, taken as it comes in. */
    readonly takesFile?: FileBody['type'];
  }
}

/** What a route may say of itself where it is registered. */
export type RouteConfig = Pick<FastifyContextConfig, 'isPage' | 'takesFile'>;

/** What a route says that takes a file as it comes in. */
export const TAKES_FILE: RouteConfig = { takesFile: 'application/octet-stream' };
export const TAKES_CSV: RouteConfig = { takesFile: 'text/csv' };

/**
 * The one gate that every request passes, whatever its address looks like: the checks hang on the route that was
 * matched, and an address that matched none, or a route that says nothing, is held to all of them.
 *
 * @param origin the address people use, if one was given
 * @throws {Refusal} 404 for an address written in a strange way, 403 for a request that another site made
 */
export function passGate(request: FastifyRequest, reply: FastifyReply, origin: string | undefined): void {
  assertPlainAddress(request.url);
  const { isPage } = request.routeOptions.config;
  if (isPage && (request.method === 'GET' || request.method === 'HEAD')) return;
  void reply.header('cache-control', 'no-store');
  assertSameOrigin(request, origin);
}

/** An address is written in one way: no letter in code that can stand for itself, no empty or dotted step. */
function assertPlainAddress(url: string): void {
  const [path = ''] = url.split('?', 1);
  const codes = path.match(/%[0-9a-f]{2}/gi) ?? [];
  const isPlain =
    !codes.some((code) => /^[A-Za-z0-9\-._~/\\%]$/.test(String.fromCharCode(parseInt(code.slice(1), 16)))) &&
    !/%(?![0-9a-f]{2})/i.test(path) &&
    !/\/\/|\/\.{1,2}(\/|$)|\\/.test(path);
  if (isPlain) return;
  throw new Refusal(404, [problem('address', '', 'This address is not written the way addresses are here.')]);
}
