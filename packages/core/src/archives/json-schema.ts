/** The part of JSON Schema (draft 2020-12) that an archive's description is written in. */
export interface JsonSchema {
  readonly $ref?: string;
  readonly type?: 'object' | 'array' | 'string' | 'integer' | 'boolean' | readonly ['string', 'null'];
  readonly description?: string;
  readonly const?: string | number;
  readonly enum?: readonly string[];
  readonly pattern?: string;
  readonly minimum?: number;
  readonly maximum?: number;
  readonly maxLength?: number;
  readonly minItems?: number;
  readonly properties?: Readonly<Record<string, JsonSchema>>;
  readonly required?: readonly string[];
  readonly additionalProperties?: boolean | JsonSchema;
  readonly items?: JsonSchema;
}

/** A field that may be left out. */
export interface OptionalField {
  readonly optional: JsonSchema;
}

/** The fields of a record; those wrapped by {@link optional} may be left out. */
export type RecordFields = Readonly<Record<string, JsonSchema | OptionalField>>;

/** Marks a field that may be left out. */
export function optional(schema: JsonSchema): OptionalField {
  return { optional: schema };
}

/** An object with these fields and no others. @example record('A fund.', {name: text()}).required // → ['name'] */
export function record(description: string, fields: RecordFields): JsonSchema {
  const entries = Object.entries(fields);
  return {
    type: 'object',
    description,
    properties: Object.fromEntries(
      entries.map(([key, field]) => [key, 'optional' in field ? field.optional : field]),
    ),
    required: entries.filter(([, field]) => !('optional' in field)).map(([key]) => key),
    additionalProperties: false,
  };
}

/** What no text of the books holds: a NUL, and halves of characters that stand alone. */
const WHOLE_TEXT = '^[^\\u0000\\ud800-\\udfff]*$';

/** A text, up to so many UTF-16 code units. */
export function text(description?: string, maxLength = 10_000): JsonSchema {
  return { type: 'string', maxLength, pattern: WHOLE_TEXT, ...(description && { description }) };
}

/** A whole number within the range that doubles keep exactly. */
export function whole(description?: string, minimum = -Number.MAX_SAFE_INTEGER): JsonSchema {
  return { type: 'integer', minimum, maximum: Number.MAX_SAFE_INTEGER, ...(description && { description }) };
}

/** The id of something within the organisation, or of a person of the archive. */
export function id(what: string): JsonSchema {
  return whole(`The id of ${what}.`, 1);
}

/** Yes or no. */
export function yesNo(description?: string): JsonSchema {
  return { type: 'boolean', ...(description && { description }) };
}

/** One of some words. */
export function oneOf(words: readonly string[], description?: string): JsonSchema {
  return { type: 'string', enum: words, ...(description && { description }) };
}

/** A civil date, `YYYY-MM-DD`. */
export function date(description?: string): JsonSchema {
  return { type: 'string', pattern: '^\\d{4}-\\d{2}-\\d{2}$', ...(description && { description }) };
}

/** A UTC moment, ISO 8601 with milliseconds. */
export function moment(description?: string): JsonSchema {
  return {
    type: 'string',
    pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}:\\d{2}\\.\\d{3}Z$',
    ...(description && { description }),
  };
}

/** An exact decimal number as a text. */
export function decimal(description: string): JsonSchema {
  return { type: 'string', pattern: '^\\d{1,15}(\\.\\d{1,15})?$', description };
}

/** An ISO 4217 currency code. */
export function currency(description?: string): JsonSchema {
  return { type: 'string', pattern: '^[A-Z]{3}$', ...(description && { description }) };
}

/** A SHA-256 in lower-case hexadecimal. */
export function sha256(description: string): JsonSchema {
  return { type: 'string', pattern: '^[0-9a-f]{64}$', description };
}

/** Many of the same. */
export function list(items: JsonSchema, description?: string, minItems = 0): JsonSchema {
  return { type: 'array', items, minItems, ...(description && { description }) };
}
