/**
 * The keys of a table that is keyed by a union, in its order and as its type knows them.
 *
 * @example keysOf({ debit: 1, credit: -1 }) // → ['debit', 'credit']
 */
export function keysOf<Key extends string>(table: Readonly<Partial<Record<Key, unknown>>>): Key[] {
  // Object.keys forgets the type, since an object may have more keys than its type says; a constant table has not
  return Object.keys(table) as Key[];
}

/** Whether a text is a key of a table. @example isKeyOf({ debit: 1, credit: -1 }, 'both') // → false */
export function isKeyOf<Key extends string>(table: Readonly<Record<Key, unknown>>, text: string): text is Key {
  return Object.hasOwn(table, text);
}

/**
 * A table with a value for each key.
 *
 * @example keyedBy(['a', 'b'], (key) => key.length) // → { a: 1, b: 1 }
 */
export function keyedBy<Key extends string, Value>(
  keys: readonly Key[],
  valueOf: (key: Key) => Value,
): Record<Key, Value> {
  return Object.fromEntries(keys.map((key) => [key, valueOf(key)])) as Record<Key, Value>;
}

/**
 * Items in groups, by what each of them says, in the order in which groups begin.
 *
 * @example groupsOf([1, 2, 3], (number) => number % 2) // → Map { 1 → [1, 3], 0 → [2] }
 */
export function groupsOf<Item, Key>(items: Iterable<Item>, keyOf: (item: Item) => Key): Map<Key, Item[]> {
  const groups = new Map<Key, Item[]>();
  for (const item of items) {
    const key = keyOf(item);
    const group = groups.get(key);
    if (group) group.push(item);
    else groups.set(key, [item]);
  }
  return groups;
}

/**
 * Groups of more than one item, by what each of them says, in the order in which they become more than one. Of what is
 * alone nothing is made, so that there may be many of it.
 *
 * @example repeatedIn([1, 2, 3], (number) => number % 2) // → [[1, 3]]
 */
export function repeatedIn<Item, Key>(items: Iterable<Item>, keyOf: (item: Item) => Key): Item[][] {
  const firsts = new Map<Key, Item>();
  const groups = new Map<Key, Item[]>();
  for (const item of items) {
    const key = keyOf(item);
    const first = firsts.get(key);
    if (first === undefined) firsts.set(key, item);
    else {
      const group = groups.get(key);
      if (group) group.push(item);
      else groups.set(key, [first, item]);
    }
  }
  return [...groups.values()];
}
