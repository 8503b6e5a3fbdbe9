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
    problem('changed-since', path, `This ${what} has been changed since you opened it. Open it again.`),
  ]);
}

/** Wrong input, with one problem. */
export function unprocessable(code: string, path: string, message: string): Refusal {
  return new Refusal(422, [problem(code, path, message)]);
}
