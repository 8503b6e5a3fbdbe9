import { isNullable } from '@just-ledger/contract';
import { problem, type Problem } from '@just-ledger/core';
import { defaultMetadataStorage } from 'class-transformer/cjs/storage.js';

type RequestClass = new () => object;

/** What class-transformer knows of a field: the class of its values, and whether it is a list of them. */
interface FieldType {
  readonly typeFunction: () => RequestClass;
  readonly reflectedType: unknown;
}

const storage = defaultMetadataStorage as {
  findTypeMetadata(type: RequestClass, key: string): FieldType | undefined;
};

/** A body without the fields that are null, where null says nothing of its own. */
export function withoutNulls(type: RequestClass, value: unknown): unknown {
  if (!isRecord(value)) return value;
  const kept = Object.entries(value).filter(([key, member]) => member !== null || isNullable(type, key));
  return Object.fromEntries(kept.map(([key, member]) => [key, fieldWithoutNulls(type, key, member)]));
}

function fieldWithoutNulls(type: RequestClass, key: string, value: unknown): unknown {
  const within = storage.findTypeMetadata(type, key)?.typeFunction();
  if (!within) return value;
  return Array.isArray(value) ? value.map((item) => withoutNulls(within, item)) : withoutNulls(within, value);
}

/**
 * Where a body is of another shape than its class: a list or a bare value for an object, lists within lists. The rules
 * of the fields are only asked of what has the shape, since they look into it.
 */
export function shapeProblems(type: RequestClass, value: unknown, path = ''): Problem[] {
  if (!isRecord(value)) return [problem('invalid', path, 'An object is expected here.')];
  return Object.entries(value).flatMap(([key, member]) => {
    const field = storage.findTypeMetadata(type, key);
    const memberPath = path ? `${path}.${key}` : key;
    if (!field || member === undefined || member === null) return [];
    const within = field.typeFunction();
    // numbers of queries have a type too; only classes of ours have a shape
    if ([String, Number, Boolean, Date].includes(within as never)) return [];
    if (field.reflectedType !== Array) return shapeProblems(within, member, memberPath);
    if (!Array.isArray(member)) return [problem('invalid', memberPath, 'A list is expected here.')];
    return member.flatMap((element, index) => shapeProblems(within, element, `${memberPath}.${index}`));
  });
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
