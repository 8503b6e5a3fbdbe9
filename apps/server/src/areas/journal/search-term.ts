/** One of some marks, or a mark or word that begins in one of some ways. */
export interface MarksTerm {
  readonly marks: readonly string[];
  readonly prefixes?: readonly string[];
}

/** What an entry must have. */
export type SearchTerm =
  | MarksTerm
  /** One of some. */
  | { readonly any: readonly SearchTerm[] }
  /** All of some, and none of others. */
  | { readonly all: readonly SearchTerm[]; readonly none?: readonly SearchTerm[] };

/** Whether an entry has all that is searched for. */
export function hasAll(found: ReadonlySet<string>, terms: readonly SearchTerm[]): boolean {
  return terms.every((term) => has(found, term));
}

function has(found: ReadonlySet<string>, term: SearchTerm): boolean {
  if ('any' in term) return term.any.some((searchTerm) => has(found, searchTerm));
  if ('all' in term)
    return hasAll(found, term.all) && !(term.none ?? []).some((searchTerm) => has(found, searchTerm));
  const { marks, prefixes = [] } = term;
  return (
    marks.some((mark) => found.has(mark)) ||
    prefixes.some((prefix) => [...found].some((word) => word.startsWith(prefix)))
  );
}

/** The terms in the words of SQLite's full-text search: an entry has to have all of them. */
export function matchOf(terms: readonly SearchTerm[]): string {
  return terms.map(matchOfTerm).join(' AND ');
}

function matchOfTerm(term: SearchTerm): string {
  if ('any' in term) return group(term.any.map(matchOfTerm), 'OR');
  if ('all' in term) {
    const all = group(term.all.map(matchOfTerm), 'AND');
    const none = (term.none ?? []).map(matchOfTerm);
    return none.length === 0 ? all : `(${all} NOT ${group(none, 'OR')})`;
  }
  const quoted = (text: string): string => `"${text}"`;
  return group([...term.marks.map(quoted), ...(term.prefixes ?? []).map((prefix) => `${quoted(prefix)} *`)], 'OR');
}

/** Some matches joined; of none of them nothing is found. */
function group(matches: readonly string[], by: 'AND' | 'OR'): string {
  return `(${matches.length === 0 ? '"="' : matches.join(` ${by} `)})`;
}
