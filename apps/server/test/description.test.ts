import { Validator } from '@seriousme/openapi-schema-validator';
import { assertDescribed } from '../src/composition/described-routes.js';
import { Description } from './described.js';
import { RunningServer } from './running-server.js';

let server: RunningServer;
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- the document as it comes
let document: any;
beforeAll(async () => {
  server = await RunningServer.shared();
  ({ body: document } = await server.request('GET', '/api/openapi.json'));
});
afterAll(() => server.stop());

describe('the description of the API', () => {
  // source: the OpenAPI Initiative's own schema of OpenAPI 3.1, as its validator carries it
  test('is a sound OpenAPI 3.1 document', async () => {
    expect(await new Validator().validate(document)).toEqual({ valid: true });
  });
  test('says of every operation what it gives and how it refuses', () => {
    const operations = Object.values(document.paths).flatMap((methods) => Object.values(methods as object));
    expect(operations.length).toBeGreaterThan(130);
    for (const { responses } of operations) {
      expect(responses.default.content).toHaveProperty('application/problem+json');
      expect('204' in responses || responses['2XX'].content).toBeTruthy();
    }
  });
  test('gives requests the rules of their classes, and responses what stands over their fields', () => {
    const { ContactRequest, ContactResponse, ProblemDetails } = document.components.schemas;
    expect(ContactRequest).toMatchObject({
      required: ['name', 'roles'],
      properties: { name: { type: 'string', maxLength: 200 }, roles: { type: 'array', maxItems: 10 } },
    });
    expect(ContactResponse.properties.lines).toEqual({
      type: 'number',
      description: 'How many posted lines name it.',
    });
    expect(ProblemDetails.required).toEqual(['type', 'title', 'status', 'problems']);
  });
});

describe('every response under test is held against it', () => {
  const given = { method: 'GET', path: '/api/backups', status: 200, contentType: 'application/json' };
  const sound = { last: null, failure: null, rehearsal: null };
  const wrongIn = (what: object): string | undefined =>
    new Description(document).wrongIn({ ...given, body: {}, ...what });
  test.each<[string, object, RegExp | undefined]>([
    ['what is described', { body: { ...sound, kept: 3 } }, undefined],
    [
      'a field that is missing',
      { body: { last: null, kept: 3, rehearsal: null } },
      /must have required property 'failure'/,
    ],
    ['a field of another type', { body: { ...sound, kept: '3' } }, /kept must be number/],
    ['a field that is not described', { body: { ...sound, kept: 3, x: 1 } }, /additional properties/],
    ['an address that is not described', { path: '/api/nowhere' }, /is not described/],
    ['a file for JSON', { contentType: 'text/csv' }, /gives 200 as “text\/csv”/],
    ['a refusal without problems', { status: 422, contentType: 'application/problem+json' }, /required property/],
  ])('%s', (_, what, message) => {
    if (message) expect(wrongIn(what)).toMatch(message);
    else expect(wrongIn(what)).toBeUndefined();
  });
});

test('a server does not start with a route that is not described, or without one that is', () => {
  const describing = { ...document, paths: { '/api/health': { get: {} } } };
  expect(() => assertDescribed(new Set(['get /api/health']), describing)).not.toThrow();
  expect(() => assertDescribed(new Set(['get /api/health', 'get /api/new']), describing)).toThrow(/get \/api\/new/);
  expect(() => assertDescribed(new Set(), describing)).toThrow(/not there: get \/api\/health/);
});
