import { searchWords } from '../search/search-words.js';

/** What is asked of an entry that was posted before. */
export interface EntryBefore {
  readonly explanation: string;
  readonly lines: readonly { readonly account: string }[];
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
  const weights = new Map<string, number>();
  for (const entry of before) {
    const weight = hasSameWords(entry.explanation, explanation) ? SAME : 1;
    for (const account of new Set(entry.lines.map((line) => line.account)))
      weights.set(account, (weights.get(account) ?? 0) + weight);
  }
  return [...weights].sort(([, a], [, b]) => b - a).map(([account]) => account);
}

/** Whether two explanations are the same but for case, accents and marks. */
export function hasSameWords(a: string, b: string): boolean {
  return searchWords(a).join(' ') === searchWords(b).join(' ');
}
