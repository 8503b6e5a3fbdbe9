import { problem, type Problem } from '@just-ledger/core';

/** A request that is refused for a reason the caller can understand, with every problem found. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly problems: readonly Problem[],
  ) {
    super(problems[0]?.message ?? 'refused');
  }
}

/** What was asked for does not exist, or not for this person. */
export function notFound(what: string): Refusal {
  return new Refusal(404, [problem('not-found', '', `There is no such ${what}.`)]);
}

/** Somebody else has changed it since it was looked at. */
export function changedSince(what: string, path = 'version'): Refusal {
  return new Refusal(409, [
    problem('changed-since', path, `This ${what} has been changed since you opened it. Look at it again.`),
  ]);
}

/**
 * Whoever changes, posts or removes something has looked at it as it is now.
 *
 * @param lookedAt the version that was looked at; left out it is 0, where there was nothing
 * @param now its version by now; undefined where it is not there
 * @throws {Refusal} 409 if it is another
 */
export function assertVersion(
  what: string,
  lookedAt: number | undefined,
  now: number | undefined,
  path = 'version',
): void {
  if ((lookedAt ?? 0) !== now) throw changedSince(what, path);
}

/** Wrong input, with one problem. */
export function unprocessable(code: string, path: string, message: string): Refusal {
  return new Refusal(422, [problem(code, path, message)]);
}
