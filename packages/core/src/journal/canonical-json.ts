/** A value with one canonical text: whole numbers only, so that no two writers can differ. */
export type CanonicalValue =
  string | number | boolean | readonly CanonicalValue[] | { readonly [key: string]: CanonicalValue | undefined };

/**
 * Writes a value as canonical JSON: keys in code-unit order, no white space, absent fields left out.
 * Source: RFC 8785 (JSON Canonicalization Scheme), here with whole numbers only.
 *
 * @throws {RangeError} for a number that is not a safe integer
 * @example canonicalJson({b: 1, a: 'x'}) // → '{"a":"x","b":1}'
 */
export function canonicalJson(value: CanonicalValue): string {
  if (typeof value === 'number') {
    if (!Number.isSafeInteger(value)) throw new RangeError(`only whole numbers can be sealed, got ${value}`);
    return String(value);
  }
  if (typeof value !== 'object') return JSON.stringify(value);
  if (isList(value)) return `[${value.map(canonicalJson).join(',')}]`;
  const fields = Object.keys(value)
    .sort()
    .flatMap((key) => {
      const field = value[key];
      return field === undefined ? [] : [`${JSON.stringify(key)}:${canonicalJson(field)}`];
    });
  return `{${fields.join(',')}}`;
}

function isList(value: CanonicalValue): value is readonly CanonicalValue[] {
  return Array.isArray(value);
}
