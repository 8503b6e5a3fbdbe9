import { isNullable } from '@just-ledger/contract';
import { problem, type Problem } from '@just-ledger/core';
import { defaultMetadataStorage } from 'class-transformer/cjs/storage.js';

/** A class of the contract that a body is read as. */
export type RequestClass = new () => object;

/** What is declared without fields of its own: numbers of queries have a class, too. */
const BARE = new Set<unknown>([String, Number, Boolean, Date, Array, Object, Buffer, Uint8Array]);

/** Whether what is declared is a class of the contract. */
export function isRequestClass(declared: unknown): declared is RequestClass {
  return typeof declared === 'function' && !BARE.has(declared);
}

/** A body without the fields that are null, where null says nothing of its own. */
export function withoutNulls(type: RequestClass, value: unknown): unknown {
  if (!isRecord(value)) return value;
  const kept = Object.entries(value).filter(([key, member]) => member !== null || isNullable(type, key));
  return Object.fromEntries(kept.map(([key, member]) => [key, fieldWithoutNulls(type, key, member)]));
}

function fieldWithoutNulls(type: RequestClass, key: string, value: unknown): unknown {
  const within = defaultMetadataStorage.findTypeMetadata(type, key)?.typeFunction();
  if (!isRequestClass(within)) return value;
  return Array.isArray(value) ? value.map((item) => withoutNulls(within, item)) : withoutNulls(within, value);
}

/**
 * Where a body is of another shape than its class: a list or a bare value for an object, lists within lists. The rules
 * of the fields are only asked of what has the shape, since they look into it.
 */
export function shapeProblems(type: RequestClass, value: unknown, path = ''): Problem[] {
  if (!isRecord(value)) return [problem('invalid', path, 'An object is expected here.')];
  return Object.entries(value).flatMap(([key, member]) => {
    const field = defaultMetadataStorage.findTypeMetadata(type, key);
    const memberPath = path ? `${path}.${key}` : key;
    if (!field || member === undefined || member === null) return [];
    const within = field.typeFunction();
    if (!isRequestClass(within)) return [];
    if (field.reflectedType !== Array) return shapeProblems(within, member, memberPath);
    if (!Array.isArray(member)) return [problem('invalid', memberPath, 'A list is expected here.')];
    return member.flatMap((element, index) => shapeProblems(within, element, `${memberPath}.${index}`));
  });
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
