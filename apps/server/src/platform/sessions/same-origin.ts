import { problem } from '@just-ledger/core';
import type { FastifyRequest } from 'fastify';
import { isIP } from 'node:net';
import { Refusal } from '../problems/refusal.js';

/** What a request says about where it comes from. */
export type RequestHeaders = Pick<FastifyRequest, 'method' | 'headers'>;

/**
 * Refuses requests that another site made a browser send: the host must be ours, and a change from a browser must
 * come from our own pages. A script that sends neither Origin nor Sec-Fetch-Site is served.
 *
 * @param origin the address people use, if one was given
 * @throws {Refusal} 403
 */
export function assertSameOrigin({ method, headers }: RequestHeaders, origin: string | undefined): void {
  const host = headers.host ?? '';
  if (!isOurHost(host, origin)) throw refusal(`The host ${host} is not ours.`);
  if (method === 'GET' || method === 'HEAD' || method === 'OPTIONS') return;
  const { origin: from, 'sec-fetch-site': site } = headers;
  const own = [origin, `http://${host}`, `https://${host}`];
  if (from !== undefined && !own.includes(from)) throw refusal(`Changes from ${from} are not taken.`);
  if (site !== undefined && site !== 'same-origin' && site !== 'none')
    throw refusal('Changes from another site are not taken.');
}

/** Names that cannot be pointed here by a stranger: ours, localhost, plain addresses. */
function isOurHost(host: string, origin: string | undefined): boolean {
  if (origin !== undefined && URL.canParse(origin) && new URL(origin).host === host) return true;
  const name = host.replace(/:\d+$/, '').replace(/^\[|\]$/g, '');
  return name === 'localhost' || isIP(name) !== 0;
}

function refusal(message: string): Refusal {
  return new Refusal(403, [problem('foreign-origin', '', message)]);
}
