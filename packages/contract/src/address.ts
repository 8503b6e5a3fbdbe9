import type { Endpoints } from './endpoints.js';

/** The template of an address, a name in braces for each value it takes. */
export type Template = keyof Endpoints;

declare const template: unique symbol;

/** An address of the API, knowing what its methods take and give. */
export type Address<Of extends Template> = string & { readonly [template]: Of };

type Value = number | string;
type Values<Of extends string> = Of extends `${string}{${string}}${infer Rest}` ? [Value, ...Values<Rest>] : [];
export type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
type Of<From, Key extends string, Otherwise> = From extends Record<Key, infer Found> ? Found : Otherwise;
type Operation<At extends Template, With extends Method> = Of<Endpoints[At], With, never>;

/** The addresses that a method is there for. */
export type TemplatesWith<With extends Method> = {
  [At in Template]: Operation<At, With> extends never ? never : At;
}[Template];

/** What a method of an address gives, takes in its body, and may be asked in its query. */
export type Gives<At extends Template, With extends Method> = Of<Operation<At, With>, 'gives', never>;
export type Takes<At extends Template, With extends Method> = Of<Operation<At, With>, 'takes', undefined>;
export type Asked<At extends Template, With extends Method> = Of<Operation<At, With>, 'asks', never>;
export type Asks<At extends Template> = Endpoints[At] extends infer Operations
  ? { [With in keyof Operations]: Of<Operations[With], 'asks', never> }[keyof Operations]
  : never;

/** Fills in the values of a template, in their order. @example addressOf('/api/archives/{archive}', 'x') */
export function addressOf<At extends Template>(template: At, ...values: Values<At>): Address<At> {
  const given = [...(values as Value[])];
  return template.replace(/\{\w+\}/g, () => String(given.shift())) as Address<At>;
}

/** An address with a query; empty values are left out. */
export function withQuery<At extends Template>(
  address: Address<At>,
  query: { readonly [Key in keyof Asks<At>]?: string | number | null | undefined },
): Address<At> {
  const filled = Object.entries(query as Record<string, unknown>).filter(
    ([, value]) => value !== undefined && value !== null && value !== '',
  );
  if (filled.length === 0) return address;
  const search = new URLSearchParams(filled.map(([key, value]): [string, string] => [key, String(value)]));
  return `${address}?${search.toString()}` as Address<At>;
}
