import { RunningServer } from './running-server.js';

// A fuzzer with a fixed seed over the description of the API: whatever it sends, nothing answers 500 and nothing is posted.

const REQUESTS = 3_000;

let server: RunningServer;
let path: string;
beforeAll(async () => {
  server = await RunningServer.start();
  path = await server.organisation({ kind: 'non-profit', changeoverDate: '2025-12-31' });
});
afterAll(() => server.stop());

/** The same numbers each time (mulberry32). */
function seeded(seed: number): (most: number) => number {
  let state = seed;
  return (most) => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return Math.floor((((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32) * most);
  };
}

/** Values that break whoever does not look. */
const AWKWARD: readonly unknown[] = [
  null,
  true,
  0,
  -1,
  1e308,
  2 ** 60,
  '',
  ' ',
  'x'.repeat(5_000),
  '\u0000',
  '\ud800',
  '\ufffd',
  '__proto__',
  '1e999',
  '-0',
  '２０２６',
  '2026-02-30',
  '2026-13-45T99:99',
  "'; DROP TABLE entry; --",
  '<script>alert(1)</script>',
  '../../../etc/passwd',
  [],
  [[]],
  [null],
  [[['a']]],
  {},
  { a: { b: { c: null } } },
  [{}],
  { length: 5 },
  { toString: 'x' },
  { constructor: { name: 'x' } },
];

interface Schema {
  readonly type?: string;
  readonly $ref?: string;
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly items?: Schema;
  readonly enum?: readonly unknown[];
  readonly anyOf?: readonly Schema[];
  readonly oneOf?: readonly Schema[];
}

test(`${REQUESTS.toLocaleString('en')} requests of a fuzzer: none answers 500, nothing is posted`, async () => {
  const draw = seeded(20_261_127);
  const pick = <T>(from: readonly T[]): T => from[draw(from.length)] as T;
  const { body: document } = await server.request('GET', '/api/openapi.json');
  const schemas = document.components.schemas as Record<string, Schema>;
  const id = path.split('/').at(-1) ?? '';

  // one in so many values of a request is awkward; with few of them the rest is good enough to be looked into
  let rarity = 6;
  const made = (schema: Schema | undefined, depth: number): unknown => {
    if (!schema || depth > 5 || draw(rarity) === 0) return pick(AWKWARD);
    const name = schema.$ref?.split('/').at(-1);
    if (name) return made(schemas[name], depth + 1);
    const other = schema.anyOf ?? schema.oneOf;
    if (other) return made(pick(other), depth + 1);
    if (schema.enum) return pick(schema.enum);
    if (schema.properties) {
      const fields = Object.entries(schema.properties).filter(() => draw(5) > 0);
      return Object.fromEntries(fields.map(([key, schema]) => [key, made(schema, depth + 1)]));
    }
    if (schema.type === 'array') return Array.from({ length: draw(4) }, () => made(schema.items, depth + 1));
    if (schema.type === 'integer' || schema.type === 'number') return pick([0, 1, 2, -1, 1e9]);
    if (schema.type === 'boolean') return pick([true, false]);
    return pick(['1010', '4000', '2026-05-01', '12.50', 'Low Weir', 'EUR', 'USD', 'x', '2026', 'ordinary']);
  };
  const routes = Object.entries(document.paths as Record<string, Record<string, unknown>>).flatMap(
    ([route, methods]) =>
      Object.entries(methods).map(([method, operation]) => ({ route, method: method.toUpperCase(), operation })),
  );
  // what ends the session, or makes books of its own, is tried elsewhere
  const left = /session|first-owner|own-sign-in|password-reset|^\/api\/organisations$|archived|archives/;
  const tried = routes.filter(
    ({ route, method }) => !left.test(route) && !(method === 'POST' && route === '/api/organisations'),
  );
  const entriesBefore = (await server.request('GET', `${path}/entries`)).body.count;

  for (let index = 0; index < REQUESTS; index += 1) {
    const { route, method, operation } = pick(tried);
    rarity = pick([5, 15, 40]);
    const described = operation as {
      requestBody?: { content: Record<string, { schema?: Schema }> };
      parameters?: { in: string; name: string }[];
    };
    const address = route
      .replace('{organisation}', id)
      .replaceAll(/\{[^}]+\}/g, () =>
        encodeURIComponent(pick(['1', '0', '2026', '2026-05', '2026-0001', 'USD', 'x y', '-1', '9'.repeat(20)])),
      );
    const query = (described.parameters ?? []).filter((parameter) => parameter.in === 'query' && draw(2) === 0);
    const text = query
      .map(
        ({ name }) =>
          `${name}=${encodeURIComponent(String(pick(['2026-05-01', '1010', 'x', '', '-1', '2026-02-30', '%', "'", 'ü', '1'.repeat(60)])))}`,
      )
      .join('&');
    const kinds = Object.entries(described.requestBody?.content ?? {});
    const [kind, content] = kinds.length > 0 ? pick(kinds) : ['application/json', undefined];
    const isJson = kind.includes('json');
    const body =
      method === 'GET' || method === 'DELETE'
        ? undefined
        : isJson
          ? JSON.stringify(draw(8) === 0 ? pick(AWKWARD) : made(content?.schema, 0))
          : pick(['', 'a,b\n1', '"', '\ufeffnumber,name\n1,', '\u0000', 'entry,date\n'.repeat(50)]);
    const reply = await server.request(method, `${address}${text ? `?${text}` : ''}`, body, {
      'content-type': isJson ? 'application/json' : 'text/csv',
    });
    const said = [method, `${address}?${text}`, body?.slice(0, 300), reply.status];
    expect([...said, reply.status < 500]).toEqual([...said, true]);
  }
  expect((await server.request('GET', `${path}/entries`)).body.count).toBe(entriesBefore);
  expect((await server.request('GET', '/api/health')).body.ready).toBe(true);
}, 600_000);

test.each<[string, string, unknown]>([
  ['arrays for objects', '/entries', { date: '2026-05-01', explanation: 'x', lines: [[], []] }],
  ['arrays within arrays', '/entries', { date: '2026-05-01', explanation: 'x', lines: [[['a']]] }],
  ['nothing for a line', '/entries', { date: '2026-05-01', explanation: 'x', lines: [null, null] }],
  [
    'nothing for an amount',
    '/entries',
    { date: '2026-05-01', explanation: 'x', lines: [{ account: '1010', debit: null }, { account: null }] },
  ],
  [
    'a number for a value',
    '/entries',
    {
      date: '2026-05-01',
      explanation: 'x',
      lines: [
        { account: '1010', debit: '1', breakdowns: { Fund: 5 } },
        { account: '4000', credit: '1' },
      ],
    },
  ],
  ['an array for values', '/drafts', { lines: [{ breakdowns: ['x'] }] }],
  ['nothing for a name', '/contacts', { name: null, roles: ['customer'] }],
  ['an array for bank details', '/contacts', { name: 'x', roles: ['customer'], bank: [[]] }],
  ['half a character', '/contacts', { name: 'x\ud800', roles: ['customer'] }],
  ['an array for cells', '/take-on/trays/customers/rows', { rows: [{ cells: [['x']] }] }],
  ['a number for a cell', '/take-on/trays/customers/rows', { rows: [{ cells: { contact: 5 } }] }],
  ['an array for a schedule', '/recurring-journals', { name: 'x', schedule: [], entry: [] }],
  [
    'an array for the day of one',
    '/recurring-journals',
    {
      name: 'x',
      schedule: { unit: 'month', every: 1, from: '2026-01-01', day: [1] },
      entry: { explanation: 'x', lines: [] },
    },
  ],
])('%s is refused where it stands', async (_, to, body) => {
  const reply = await server.request('POST', `${path}${to}`, JSON.stringify(body), {
    'content-type': 'application/json',
  });
  expect([reply.status >= 400 && reply.status < 500, reply.body.problems?.length > 0]).toEqual([true, true]);
});
