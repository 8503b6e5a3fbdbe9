/**
 * Two lists side by side.
 *
 * @throws {RangeError} if they are not equally long
 * @example zip([1, 2], ['a', 'b']) // → [[1, 'a'], [2, 'b']]
 */
export function zip<First, Second>(first: readonly First[], second: readonly Second[]): [First, Second][] {
  if (first.length !== second.length) {
    throw new RangeError(`expected two lists of ${first.length}, got one of ${second.length}`);
  }
  const pairs: [First, Second][] = [];
  const others = second.values();
  for (const left of first) {
    const other = others.next();
    if (!other.done) pairs.push([left, other.value]);
  }
  return pairs;
}
