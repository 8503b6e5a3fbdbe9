import type { EntryResponse, PatternResponse } from '@just-ledger/contract';

/**
 * The patterns that an entry is like: it says what they say, on the accounts that they name. An entry does not keep what
 * it was begun from, and one that was changed is like it no more.
 *
 * @example patternsLike(entry, patterns) // → the pattern “Monthly rent”
 */
export function patternsLike(
  { kind, explanation, lines }: Pick<EntryResponse, 'kind' | 'explanation' | 'lines'>,
  patterns: readonly PatternResponse[],
): PatternResponse[] {
  const own = accountsOf(lines.filter(({ taxSide }) => taxSide === null));
  return patterns.filter(
    (pattern) => pattern.kind === kind && isSame(saidBy(pattern), explanation) && accountsOf(pattern.lines) === own,
  );
}

/** What entries begun from a pattern say, unless it is changed. */
export function saidBy({ explanation, name }: Pick<PatternResponse, 'explanation' | 'name'>): string {
  return explanation || name;
}

function accountsOf(lines: readonly { readonly account?: string | undefined }[]): string {
  return [...new Set(lines.flatMap(({ account }) => account || []))].sort().join(' ');
}

function isSame(a: string, b: string): boolean {
  return a.trim().toLowerCase() === b.trim().toLowerCase();
}
