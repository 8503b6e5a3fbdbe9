/**
 * Computes something of an object the first time it is asked for, and keeps it for as long as the object lives. Only for
 * objects that never change.
 *
 * @example const lengthOf = onceFor((list: readonly string[]) => list.join('').length); lengthOf(names) // computed; again: kept
 */
export function onceFor<Of extends object, Result>(compute: (object: Of) => Result): (object: Of) => Result {
  const kept = new WeakMap<Of, { readonly result: Result }>();
  return (object) => {
    const known = kept.get(object) ?? { result: compute(object) };
    kept.set(object, known);
    return known.result;
  };
}
