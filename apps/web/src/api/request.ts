import type { ProblemDetails } from '@just-ledger/contract';
import { tellReached } from './reachability.js';

/** A request that was refused, with every problem by path. */
export class RequestRefused extends Error {
  constructor(readonly details: ProblemDetails) {
    super(details.detail ?? details.title);
  }

  /** The sentence for a field, if there is one. */
  at(path: string): string | undefined {
    return this.details.problems.find((problem) => problem.path === path)?.message;
  }
}

/** The server could not be reached. */
export class ServerAway extends Error {
  constructor() {
    super('The server cannot be reached. What you typed is still here; try again in a moment.');
  }
}

/** Sends a request and answers the JSON. @throws {RequestRefused | ServerAway} */
export async function request<T>(
  method: string,
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<T> {
  const isFile = body instanceof Blob;
  const type = body === undefined ? undefined : isFile ? 'application/octet-stream' : 'application/json';
  let response: Response;
  try {
    response = await fetch(path, {
      method,
      headers: { ...(type && { 'content-type': type }), ...headers },
      ...(body !== undefined && { body: isFile ? body : JSON.stringify(body) }),
    });
  } catch {
    tellReached(false);
    throw new ServerAway();
  }
  tellReached(true);
  const text = await response.text();
  const answer: unknown = text && response.headers.get('content-type')?.includes('json') ? JSON.parse(text) : text;
  if (!response.ok) throw new RequestRefused(detailsOf(answer, response));
  return answer as T;
}

/** A path with a query; empty values are left out. */
export function withQuery(path: string, query: Record<string, string | number | undefined | null>): string {
  const filled = Object.entries(query).filter(([, value]) => value !== undefined && value !== null && value !== '');
  return filled.length === 0
    ? path
    : `${path}?${new URLSearchParams(filled.map(([key, value]) => [key, String(value)])).toString()}`;
}

function detailsOf(answer: unknown, response: Response): ProblemDetails {
  if (typeof answer === 'object' && answer !== null && 'problems' in answer) return answer as ProblemDetails;
  return {
    type: 'about:blank',
    title: response.statusText || `The server answered ${response.status}.`,
    status: response.status,
    problems: [],
  };
}
