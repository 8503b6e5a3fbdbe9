/**
 * An expected failure as data: a stable code, the place it belongs to and a sentence for people.
 * `path` names a field of the request, e.g. `lines.2.debit`; empty when the whole is meant.
 */
export interface Problem {
  readonly code: string;
  readonly path: string;
  readonly message: string;
}

/** Either a value or what stands in its way. */
export type Checked<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] };

/** A good result. @example valid(3) // → {ok: true, value: 3} */
export function valid<T>(value: T): Checked<T> {
  return { ok: true, value };
}

/** A refused one, with everything that was found. */
export function refused(problems: readonly Problem[]): { readonly ok: false; readonly problems: readonly Problem[] } {
  return { ok: false, problems };
}

/** One problem. @example problem('unbalanced', '', 'Debits and credits differ by 1.00.') */
export function problem(code: string, path: string, message: string): Problem {
  return { code, path, message };
}
