import { folded } from './folded.js';
import { searchWords } from './search-words.js';

/** What a field offers to choose from: known by a number and a name. */
export interface Numbered {
  readonly number: string;
  readonly name: string;
}

/** So many are offered at once. */
const MOST = 60;

/**
 * What a field offers for what is typed, the best first: what has it as its number or its whole name; what was used
 * before; what begins with it; what has a word that begins with it; what only holds it, or has a word that begins with
 * each of its words. Case and accents make no difference; among equals the order stays.
 *
 * @param usedBefore the numbers of what was used before, the most likely first
 * @example bestMatches([wagesOwed, wages], 'wages') // → [wages, wagesOwed]
 */
export function bestMatches<Option extends Numbered>(
  options: readonly Option[],
  typed: string,
  usedBefore: readonly string[] = [],
): Option[] {
  const sought = folded(typed.trim());
  const use = new Map(usedBefore.map((number, index) => [number, index]));
  const byUse = (a: Option, b: Option): number =>
    (use.get(a.number) ?? usedBefore.length) - (use.get(b.number) ?? usedBefore.length);
  if (sought === '') return (use.size === 0 ? [...options] : [...options].sort(byUse)).slice(0, MOST);
  const words = searchWords(sought);
  const held = options.filter(({ number, name }) => {
    const text = folded(`${number} ${name}`);
    return text.includes(sought) || (words.length > 1 && begins(searchWords(text), words));
  });
  const ranked = held.map((option) => ({ option, rank: rankOf(option, sought) }));
  return ranked
    .sort((a, b) => Number(b.rank === 0) - Number(a.rank === 0) || byUse(a.option, b.option) || a.rank - b.rank)
    .slice(0, MOST)
    .map(({ option }) => option);
}

/** Whether the number, the name or a word of it begins with what is typed. */
export function isBegunBy(option: Numbered, typed: string): boolean {
  return rankOf(option, folded(typed.trim())) < 3;
}

function rankOf(option: Numbered, sought: string): number {
  const [number, name] = [folded(option.number), folded(option.name)];
  if (number === sought || name === sought) return 0;
  if (number.startsWith(sought) || name.startsWith(sought)) return 1;
  return name.includes(` ${sought}`) ? 2 : 3;
}

/** Whether each of some words begins one of others. */
function begins(those: readonly string[], words: readonly string[]): boolean {
  return words.every((word) => those.some((other) => other.startsWith(word)));
}
