import { searchWords } from '../search/search-words.js';

/** So many words stand before the first that is found, and so many from it on. */
const BEFORE = 5;
const FROM = 9;

/** A word of more letters is no word of a language; so many of it are shown. */
const LONGEST = 40;

/**
 * The words of a text around the first that was searched for, on one line.
 *
 * @param sought words as `searchWords` gives them; a word of the text is found that begins with one
 * @returns undefined where the text has none of them
 * @example paperExcerpt('Invoice 4711\nof Low Weir Farm Shop', ['weir']) // → 'Invoice 4711 of Low Weir Farm Shop'
 */
export function paperExcerpt(text: string, sought: readonly string[]): string | undefined {
  const words = text.match(/\S+/g) ?? [];
  const found = words.findIndex((word) =>
    searchWords(word).some((part) => sought.some((soughtWord) => part.startsWith(soughtWord))),
  );
  if (found < 0) return undefined;
  const [first, end] = [Math.max(0, found - BEFORE), Math.min(words.length, found + FROM)];
  const shown = words.slice(first, end).map((word) => (word.length > LONGEST ? `${word.slice(0, LONGEST)}…` : word));
  return `${first > 0 ? '… ' : ''}${shown.join(' ')}${end < words.length ? ' …' : ''}`;
}
