import { ACTS, actOf, withArticle } from '@just-ledger/core';
import { defaultMetadataStorage } from 'class-transformer/cjs/storage.js';
import { validationMetadatasToSchemas } from 'class-validator-jsonschema';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

type Json = Readonly<Record<string, unknown>>;

/** A schema as the contract's build writes it. */
interface Schema extends Json {
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly required?: readonly string[];
  readonly $ref?: string;
  readonly const?: string;
  readonly enum?: readonly string[];
}

/** An OpenAPI 3.1 document. */
export interface ApiDescription {
  readonly openapi: string;
  readonly paths: Readonly<Record<string, Readonly<Record<string, Json>>>>;
  readonly components: { readonly schemas: Readonly<Record<string, unknown>> };
}

const WIRE = createRequire(import.meta.url).resolve('@just-ledger/contract/wire.json');
const SCHEMAS = '#/components/schemas/';

const PROBLEMS = {
  description: 'Refused, with every problem by path (RFC 9457).',
  content: { 'application/problem+json': { schema: { $ref: `${SCHEMAS}ProblemDetails` } } },
};

/**
 * Describes the API from the contract alone: each address with what its methods ask, take and give. What a request has
 * to keep to comes from the rules of its class.
 */
export function describeApi(): ApiDescription {
  const text = readFileSync(WIRE, 'utf8').replaceAll('#/definitions/', SCHEMAS);
  const { definitions }: { definitions: Record<string, Schema> } = JSON.parse(text);
  const addresses = definitions['Endpoints']?.properties ?? {};
  const rules = rulesOfClasses();
  const isBody = (name: string): boolean => name !== 'Endpoints' && !contentTypesOf(definitions[name], definitions);
  return {
    openapi: '3.1.0',
    ...ABOUT,
    paths: Object.fromEntries(
      Object.entries(addresses).map(([template, { properties: methods = {} }]) => [
        template,
        Object.fromEntries(
          Object.entries(methods).map(([method, operation]) => [
            method.toLowerCase(),
            { ...takenBy(method, template), ...described(template, operation, definitions) },
          ]),
        ),
      ]),
    ),
    components: {
      ...ABOUT.components,
      schemas: Object.fromEntries(
        Object.entries(definitions).flatMap(([name, schema]) =>
          isBody(name) ? [[name, withRules(schema, rules[name])]] : [],
        ),
      ),
    },
  };
}

const ABOUT = {
  info: {
    title: 'Just Ledger',
    description:
      'Bookkeeping for small organisations. Amounts are decimal strings; errors are RFC 9457 problem details.',
    version: '1',
  },
  components: {
    securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'just_ledger_session' } },
  },
};

/** What the paths of an organisation begin with. */
const ORGANISATION = '/api/organisations/{organisation}';

/** Who may do it, in books. @throws {Error} for a change that no act says who may make */
function takenBy(method: string, template: string): { description?: string } {
  if (!template.startsWith(ORGANISATION)) return {};
  const act = actOf(method.toUpperCase(), template.slice(ORGANISATION.length));
  if (act === undefined) throw new Error(`no act says what ${method} ${template} takes`);
  const { least, says } = ACTS[act];
  return { description: `Takes ${withArticle(least)}. ${says}.` };
}

function described(
  template: string,
  { properties = {} }: Schema,
  definitions: Readonly<Record<string, Schema>>,
): Json {
  const { asks, takes, gives } = properties;
  const inPath = [...template.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));
  return {
    parameters: [...inPath, ...(asks ? asked(resolved(asks, definitions)) : [])],
    ...(takes && { requestBody: { content: contentOf(takes, definitions) } }),
    responses: {
      ...(gives && !isNothing(gives)
        ? { '2XX': { description: 'Done.', content: contentOf(gives, definitions) } }
        : { '204': { description: 'Done; nothing is said.' } }),
      default: PROBLEMS,
    },
  };
}

function asked({ properties = {}, required = [] }: Schema): Json[] {
  return Object.entries(properties).map(([name, schema]) => ({
    name,
    in: 'query',
    required: required.includes(name),
    schema,
  }));
}

/** A schema with what its class demands beyond its types: lengths, ranges, words. */
function withRules(schema: Schema, rules: Schema | undefined): Schema {
  if (!schema.properties || !rules?.properties) return schema;
  const properties = Object.entries(schema.properties).map(([key, typed]) => {
    const { $ref, type, ...demands } = rules.properties?.[key] ?? {};
    return [key, { ...typed, ...demands }];
  });
  return { ...schema, properties: Object.fromEntries(properties) };
}

/** A body as JSON, or as the files that it may be. */
function contentOf(schema: Schema, definitions: Readonly<Record<string, Schema>>): Json {
  const types = contentTypesOf(schema, definitions);
  if (!types) return { 'application/json': { schema } };
  return Object.fromEntries(types.map((type) => [type, { schema: { type: 'string', contentMediaType: type } }]));
}

/** What the classes of requests demand, as schemas by their names. */
function rulesOfClasses(): Readonly<Record<string, Schema>> {
  const rules = validationMetadatasToSchemas({
    classTransformerMetadataStorage: defaultMetadataStorage,
    refPointerPrefix: SCHEMAS,
  });
  // as it goes over the wire
  return JSON.parse(JSON.stringify(rules));
}

/** The content types of a file; undefined for what is none. */
function contentTypesOf(
  schema: Schema | undefined,
  definitions: Readonly<Record<string, Schema>>,
): readonly string[] | undefined {
  const { properties = {} } = schema ? resolved(schema, definitions) : {};
  const { contentType } = properties;
  return contentType?.const === undefined ? contentType?.enum : [contentType.const];
}

function resolved(schema: Schema, definitions: Readonly<Record<string, Schema>>): Schema {
  const name = schema.$ref?.slice(SCHEMAS.length);
  const found = name === undefined ? undefined : definitions[decodeURIComponent(name)];
  return found ? resolved(found, definitions) : schema;
}

/** Whether an operation gives nothing: `void` comes as `null` or as what never is. */
function isNothing(schema: Schema): boolean {
  return schema['type'] === 'null' || 'not' in schema || Object.keys(schema).length === 0;
}
