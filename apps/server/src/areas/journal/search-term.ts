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

/** What no entry has. */
const NOTHING = '"="';

/** So many alternatives are looked at beside each other; of more, groups of as many are. */
const BESIDE = 16;

/**
 * Some matches joined; of none of them nothing is found. Of alternatives SQLite looks at all for each entry that it finds, however
 * they are nested, unless something else lies between: a thousand are found five times as soon in groups less nothing.
 */
function group(matches: readonly string[], by: 'AND' | 'OR'): string {
  if (matches.length === 0) return `(${NOTHING})`;
  if (by === 'AND' || matches.length <= BESIDE) return `(${matches.join(` ${by} `)})`;
  const groups: string[] = [];
  for (let first = 0; first < matches.length; first += BESIDE) {
    groups.push(`(${group(matches.slice(first, first + BESIDE), by)} NOT ${NOTHING})`);
  }
  return group(groups, by);
}
