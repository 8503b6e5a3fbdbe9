/** From this likeness on, of 1, a name is worth proposing. */
const LIKE_ENOUGH = 0.6;

/**
 * The name that is most like another one, so that “Ferry Ln School” finds “Ferry Lane School”: by the pairs of
 * neighbouring letters that both have (Dice’s coefficient, from memory), whatever the order of the words.
 *
 * @returns undefined if none is like it enough, or it is there just as it stands
 * @example similarName('School, Ferry Lane', ['Ferry Lane School', 'Low Weir']) // → 'Ferry Lane School'
 */
export function similarName(text: string, names: readonly string[]): string | undefined {
  const wanted = pairsOf(text);
  let [best, likeness]: [string | undefined, number] = [undefined, LIKE_ENOUGH];
  for (const name of names) {
    if (name.trim().toLowerCase() === text.trim().toLowerCase()) return undefined;
    const found = likenessOf(wanted, pairsOf(name));
    if (found >= likeness) [best, likeness] = [name, found];
  }
  return best;
}

function likenessOf(a: readonly string[], b: readonly string[]): number {
  const left = [...b];
  const shared = a.filter((pair) => {
    const index = left.indexOf(pair);
    if (index >= 0) left.splice(index, 1);
    return index >= 0;
  });
  return a.length + b.length === 0 ? 0 : (2 * shared.length) / (a.length + b.length);
}

/** The pairs of neighbouring letters in each word, in small letters without accents, of any script. */
function pairsOf(text: string): string[] {
  const words =
    text
      .normalize('NFKD')
      .replace(/\p{M}/gu, '')
      .toLowerCase()
      .match(/[\p{L}\p{N}]+/gu) ?? [];
  return words.flatMap((word) =>
    Array.from({ length: Math.max(1, word.length - 1) }, (_, index) => word.slice(index, index + 2)),
  );
}
