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
  let text = '';
  if (isList(value)) {
    for (const canonicalValue of value) text += (text && ',') + canonicalJson(canonicalValue);
    return `[${text}]`;
  }
  for (const key of Object.keys(value).sort()) {
    const field = value[key];
    if (field !== undefined) text += `${text && ','}${JSON.stringify(key)}:${canonicalJson(field)}`;
  }
  return `{${text}}`;
}

function isList(value: CanonicalValue): value is readonly CanonicalValue[] {
  return Array.isArray(value);
}
