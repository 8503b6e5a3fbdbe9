import { canonicalJson } from './canonical-json.js';

/** What something says, with null for what it does not say. */
export type VersionedContent =
  | string
  | number
  | boolean
  | null
  | undefined
  | readonly VersionedContent[]
  | { readonly [key: string]: VersionedContent };

/**
 * The version of something that keeps no count of its changes: a number made of what it says. Whoever changes it names
 * the version that was looked at; where it says something else by now, it is another. 0 where there is nothing, or an empty list.
 *
 * It tells honest people's versions apart, not forged ones: it is a hash of 52 bits, not a seal.
 *
 * @param content what it says; a field that is null is as if it were left out, and the order of fields says nothing
 * @example versionOf(undefined) // → 0
 * @example versionOf({ a: 'x', b: null }) === versionOf({ a: 'x' }) // → true
 */
export function versionOf(content: VersionedContent): number {
  if (content === undefined || content === null) return 0;
  if (typeof content === 'object' && isList(content) && content.length === 0) return 0;
  const text = textOf(content);
  let first = FIRST_START;
  let second = SECOND_START;
  for (let index = 0; index < text.length; index += 1) {
    const unit = text.charCodeAt(index);
    first = Math.imul(first ^ unit, FIRST_PRIME);
    second = Math.imul(second ^ unit, SECOND_PRIME);
  }
  return 1 + (first >>> 0) * SECOND_PART + (((second ^ (second >>> 15)) >>> 0) % SECOND_PART);
}

/** What is said of it as canonical JSON, without null: left out of a record, an empty list within a list. */
function textOf(content: Exclude<VersionedContent, null | undefined>): string {
  if (typeof content !== 'object') return canonicalJson(content);
  let text = '';
  if (isList(content)) {
    for (const item of content) text += `${text && ','}${item === null || item === undefined ? '[]' : textOf(item)}`;
    return `[${text}]`;
  }
  for (const key of Object.keys(content).sort()) {
    const field = content[key];
    if (field !== null && field !== undefined) text += `${text && ','}${JSON.stringify(key)}:${textOf(field)}`;
  }
  return `{${text}}`;
}

function isList(content: object): content is readonly VersionedContent[] {
  return Array.isArray(content);
}

/** Two FNV-1a of 32 bits, from memory: where each starts and what it multiplies by. */
const FIRST_START = 0x811c9dc5;
const SECOND_START = 0x050c5d1f;
const FIRST_PRIME = 0x01000193;
const SECOND_PRIME = 0x85ebca6b;
/** So much of the second stands behind the first, in a whole number that JSON keeps. */
const SECOND_PART = 2 ** 20;
