import type { FastifyInstance, RouteOptions } from 'fastify';
import type { ApiDescription } from './openapi.js';

/** Gathers the routes of the API as they are registered, such as `get /api/organisations/{organisation}`. */
export function listenToRoutes(fastify: Pick<FastifyInstance, 'addHook'>): ReadonlySet<string> {
  const routes = new Set<string>();
  fastify.addHook('onRoute', ({ method, url }: RouteOptions) => {
    if (!url.startsWith('/api/')) return;
    for (const verb of [method].flat()) {
      if (verb !== 'HEAD') routes.add(`${verb.toLowerCase()} ${url.replace(/:(\w+)/g, '{$1}')}`);
    }
  });
  return routes;
}

/** That the contract describes every route, and no other: a server whose description is not true does not start. */
export function assertDescribed(routes: ReadonlySet<string>, { paths }: ApiDescription): void {
  const described = new Set(
    Object.entries(paths).flatMap(([template, methods]) =>
      Object.keys(methods).map((method) => `${method} ${template}`),
    ),
  );
  const missing = [...routes].filter((route) => !described.has(route));
  const absent = [...described].filter((route) => !routes.has(route));
  if (missing.length === 0 && absent.length === 0) return;
  throw new Error(
    `Not described: ${missing.join(', ') || 'none'}. Described, but not there: ${absent.join(', ') || 'none'}.`,
  );
}
