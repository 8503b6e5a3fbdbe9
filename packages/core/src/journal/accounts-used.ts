import { searchWords } from '../search/search-words.js';

/** What is asked of an entry that was posted before. */
export interface EntryBefore {
  readonly explanation: string;
  readonly lines: readonly { readonly account: string; readonly contact?: string | null }[];
}

/** How much more an entry of the very same explanation says than one that is only similar. */
const SAME = 3;

/**
 * The accounts that entries like one that is being written used, those used most first; of equals the one used last.
 *
 * @param explanation of the entry that is being written; case and accents make no difference
 * @param before entries that were found for it, the latest first
 * @returns numbers of accounts, each once
 * @example accountsUsed('Rent', [{ explanation: 'Rent', lines: [{ account: '6100' }, { account: '1010' }] }]) // → ['6100', '1010']
 */
export function accountsUsed(explanation: string, before: readonly EntryBefore[]): string[] {
  return usedMost(explanation, before, ({ account }) => account);
}

/** The contacts that entries like one that is being written named, in the same order. @returns their names, each once */
export function contactsUsed(explanation: string, before: readonly EntryBefore[]): string[] {
  return usedMost(explanation, before, ({ contact }) => contact ?? undefined);
}

function usedMost(
  explanation: string,
  before: readonly EntryBefore[],
  figure: (line: EntryBefore['lines'][number]) => string | undefined,
): string[] {
  const weights = new Map<string, number>();
  for (const entry of before) {
    const weight = hasSameWords(entry.explanation, explanation) ? SAME : 1;
    for (const used of new Set(entry.lines.flatMap((line) => figure(line) ?? [])))
      weights.set(used, (weights.get(used) ?? 0) + weight);
  }
  return [...weights].sort(([, a], [, b]) => b - a).map(([used]) => used);
}

/**
 * The words of a reference that say what kind of paper it is: those without a digit.
 *
 * @example paperWords('Z-report 301') // → 'z report'
 */
export function paperWords(reference: string): string {
  return searchWords(reference)
    .filter((word) => !/\d/.test(word))
    .join(' ');
}

/** Whether two explanations are the same but for case, accents and marks. */
export function hasSameWords(a: string, b: string): boolean {
  return searchWords(a).join(' ') === searchWords(b).join(' ');
}
