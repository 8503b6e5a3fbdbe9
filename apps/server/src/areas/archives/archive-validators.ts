import type { JsonSchema } from '@just-ledger/core';
import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js';

/** What says whether a record is as a schema has it. */
export type ValidatorOf = <Described>(schema: JsonSchema) => ValidateFunction<Described>;

/** Each schema is compiled once (JSON Schema 2020-12). */
export function newValidators(): ValidatorOf {
  // which knows the schemas that it has compiled
  const ajv = new Ajv2020({ allErrors: false, strict: false });
  return (schema) => ajv.compile(schema);
}
