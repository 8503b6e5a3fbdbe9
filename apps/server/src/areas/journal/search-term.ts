/** What an entry must have: one of some marks, or a mark or word that begins in one of some ways. */
export interface SearchTerm {
  readonly marks: readonly string[];
  readonly prefixes?: readonly string[];
}

/** Whether an entry has all that is searched for. */
export function hasAll(found: ReadonlySet<string>, terms: readonly SearchTerm[]): boolean {
  return terms.every(
    ({ marks, prefixes = [] }) =>
      marks.some((mark) => found.has(mark)) ||
      prefixes.some((prefix) => [...found].some((word) => word.startsWith(prefix))),
  );
}
