import type { JsonSchema } from '@just-ledger/core';
import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js';

/** What says whether a record is as a schema has it. */
export type ValidatorOf = (schema: JsonSchema) => ValidateFunction;

/** Each schema is compiled once (JSON Schema 2020-12). */
export function newValidators(): ValidatorOf {
  const ajv = new Ajv2020({ allErrors: false, strict: false });
  const known = new Map<JsonSchema, ValidateFunction>();
  return (schema) => {
    const validate = known.get(schema) ?? ajv.compile(schema);
    known.set(schema, validate);
    return validate;
  };
}
