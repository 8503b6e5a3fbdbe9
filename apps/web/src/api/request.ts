import type {
  Address,
  Asked,
  FileOf,
  Gives,
  LookedAt,
  Method,
  ProblemDetails,
  Takes,
  Template,
  TemplatesWith,
} from '@just-ledger/contract';
import { addressWithMarks, withMarksKept, withMarksShown } from './direction-marks.js';
import { nextRequest, tellReached } from './reachability.js';

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

/** Whether somebody else has changed it since it was looked at. */
export function isChangedSince(error: unknown): boolean {
  return error instanceof RequestRefused && error.details.problems.some(({ code }) => code === 'changed-since');
}

/** The server could not be reached. */
export class ServerAway extends Error {
  constructor() {
    super('The server cannot be reached. What you typed is still here; try again in a moment.');
  }
}

type Sent<At extends Template, With extends Method> =
  Takes<At, With> extends undefined
    ? [body?: undefined, headers?: Record<string, string>]
    : [body: Takes<At, With> extends FileOf<string> ? Blob : Takes<At, With>, headers?: Record<string, string>];

type Removed<At extends Template> = [Asked<At, 'DELETE'>] extends [never] ? [] : [lookedAt: LookedAt];

/** Asks the server, and knows what it gets. Each throws {@link RequestRefused} or {@link ServerAway}. */
export const api = {
  get: <At extends TemplatesWith<'GET'>>(address: Address<At>): Promise<Gives<At, 'GET'>> => send('GET', address),
  post: <At extends TemplatesWith<'POST'>>(
    address: Address<At>,
    ...[body, headers]: Sent<At, 'POST'>
  ): Promise<Gives<At, 'POST'>> => send('POST', address, body, headers),
  put: <At extends TemplatesWith<'PUT'>>(
    address: Address<At>,
    ...[body]: Sent<At, 'PUT'>
  ): Promise<Gives<At, 'PUT'>> => send('PUT', address, body),
  patch: <At extends TemplatesWith<'PATCH'>>(
    address: Address<At>,
    ...[body]: Sent<At, 'PATCH'>
  ): Promise<Gives<At, 'PATCH'>> => send('PATCH', address, body),
  /** Removes something; where others may change it, in the version that was looked at. */
  delete: <At extends TemplatesWith<'DELETE'>>(
    address: Address<At>,
    ...[lookedAt]: Removed<At>
  ): Promise<Gives<At, 'DELETE'>> => send('DELETE', lookedAt ? `${address}?version=${lookedAt.version}` : address),
};

async function send<T>(
  method: Method,
  address: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<T> {
  const isFile = body instanceof Blob;
  const type = body === undefined ? undefined : isFile ? 'application/octet-stream' : 'application/json';
  const sent = nextRequest();
  let response: Response;
  try {
    response = await fetch(addressWithMarks(address), {
      method,
      headers: { ...(type && { 'content-type': type }), ...headers },
      ...(body !== undefined && { body: isFile ? body : withMarksKept(JSON.stringify(body)) }),
    });
  } catch {
    tellReached(sent, false);
    throw new ServerAway();
  }
  tellReached(sent, true);
  const text = withMarksShown(await response.text());
  const answer: unknown = text && response.headers.get('content-type')?.includes('json') ? JSON.parse(text) : text;
  if (!response.ok) throw new RequestRefused(detailsOf(answer, response));
  return answer as T;
}

function isDetails(answer: unknown): answer is ProblemDetails {
  return typeof answer === 'object' && answer !== null && 'problems' in answer;
}

function detailsOf(answer: unknown, response: Response): ProblemDetails {
  if (isDetails(answer)) return answer;
  return {
    type: 'about:blank',
    title: response.statusText || `The server answered ${response.status}.`,
    status: response.status,
    problems: [],
  };
}
