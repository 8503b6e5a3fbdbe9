import { folded } from './folded.js';

/**
 * The words of a text as a search knows them: letters and digits, without case and accents. What is searched for is found
 * where each of its words begins a word.
 *
 * @example searchWords('Rückzahlung, INV-12') // → ['ruckzahlung', 'inv', '12']
 */
export function searchWords(text: string): string[] {
  return folded(text).match(/[\p{L}\p{N}]+/gu) ?? [];
}
