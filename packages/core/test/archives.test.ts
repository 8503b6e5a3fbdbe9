import fc from 'fast-check';
import {
  ARCHIVE_FILES,
  ARCHIVE_FILE_KEYS,
  ARCHIVE_SCHEMA,
  archiveFileName,
  entryOfSealed,
  minor,
  parseCivilDate as d,
  parseCurrencyCode,
  parseRate,
  sealedContent,
  type AccountId,
  type ContactId,
  type EntryLine,
  type JsonSchema,
  type PostedEntry,
  type SealedEntry,
} from '../src/index.js';

const text = fc.string({ unit: 'grapheme', minLength: 1, maxLength: 30 });
const amount = fc.integer({ min: -(10 ** 12), max: 10 ** 12 }).map((units) => minor(units));
const foreign = fc.record({
  currency: fc.constantFrom(parseCurrencyCode('USD'), parseCurrencyCode('GBP')),
  amount,
  quote: fc.constantFrom({ rate: parseRate('0.91') }, { ratePerBase: parseRate('1.0989') }, undefined),
});
const line: fc.Arbitrary<EntryLine> = fc
  .record(
    {
      account: fc.integer({ min: 1, max: 99 }).map((id) => id as AccountId),
      amount,
      note: text,
      contact: fc.integer({ min: 1, max: 99 }).map((id) => id as ContactId),
      breakdowns: fc.constantFrom({ 1: 2 }, { 1: 1, 3: 4 }),
      foreign,
      dueDate: fc.constant(d('2026-04-30')),
      document: text,
      documentDate: fc.constant(d('2026-03-12')),
      ownNumber: text,
      movement: fc.constantFrom('transfer' as const, 'correction' as const),
      cashBasis: fc.boolean(),
    },
    { requiredKeys: ['account', 'amount'] },
  )
  .map(({ foreign: given, ...rest }) => {
    if (!given) return rest as EntryLine;
    const { quote, ...kept } = given;
    return { ...rest, foreign: { ...kept, ...(quote && { quote }) } } as EntryLine;
  });
const entry: fc.Arbitrary<PostedEntry> = fc
  .record({
    lines: fc.array(line, { minLength: 2, maxLength: 6 }),
    explanation: text,
    reference: fc.option(text, { nil: undefined }),
    reverses: fc.option(fc.integer({ min: 1, max: 9 }), { nil: undefined }),
  })
  .map(({ reference, reverses, ...rest }) => ({
    ...rest,
    ...(reference !== undefined && { reference }),
    ...(reverses !== undefined && { reverses }),
    date: d('2026-03-31'),
    kind: 'adjusting',
    stage: 'adjusting',
    source: 'manual',
    year: '2026',
    number: 7,
    place: 12,
    postedAt: '2026-04-01T08:00:00.000Z',
  }));

describe('a sealed entry', () => {
  test('read back from its canonical text is the same entry, with the same text', () => {
    fc.assert(
      fc.property(entry, (posted) => {
        const content = sealedContent(posted);
        const again = entryOfSealed(JSON.parse(content) as SealedEntry);
        expect(again).toEqual(posted);
        expect(sealedContent(again)).toBe(content);
      }),
      { seed: 20261126, numRuns: 200 },
    );
  });
  test('says nothing that its text does not say', () => {
    const changed = {
      v: 1,
      place: 1,
      year: '2026',
      number: 1,
      date: '2026-01-01',
      kind: 'ordinary',
      stage: 'ordinary',
      source: 'manual',
      explanation: 'x',
      postedAt: 'y',
      lines: [{ account: 1, amount: 5, currency: 'USD' }],
    };
    expect(entryOfSealed(changed as never).lines[0]).toEqual({ account: 1, amount: 5 });
  });
});

/** Every schema inside a schema, with the way to it. */
function* within(schema: JsonSchema, path: string): Generator<readonly [string, JsonSchema]> {
  yield [path, schema];
  for (const [key, jsonSchema] of Object.entries(schema.properties ?? {}))
    yield* within(jsonSchema, `${path}.${key}`);
  if (schema.items) yield* within(schema.items, `${path}[]`);
  if (typeof schema.additionalProperties === 'object') yield* within(schema.additionalProperties, `${path}.*`);
}

describe('the description of an archive', () => {
  const all = ARCHIVE_FILE_KEYS.flatMap((file) => [...within(ARCHIVE_FILES[file], file)]);
  test('has a sentence for every file', () => {
    for (const file of ARCHIVE_FILE_KEYS)
      expect([file, ARCHIVE_FILES[file].description]).toEqual([file, expect.stringMatching(/^[A-Z].*\.$/)]);
  });
  test('leaves nothing open that it could say: kinds, lengths, bounds, unknown fields', () => {
    const kept = ['schedule', 'amounts', 'entry'].map((field) => `recurring-versions.${field}`);
    const free = ['drafts.content', 'patterns.content', ...kept];
    for (const [path, schema] of all) {
      const isText = schema.type === 'string' && !schema.enum && !schema.pattern && schema.const === undefined;
      expect([path, schema.type !== undefined]).toEqual([path, true]);
      if (isText) expect([path, schema.maxLength]).toEqual([path, expect.any(Number)]);
      if (schema.type === 'integer' && schema.const === undefined)
        expect([path, schema.minimum, schema.maximum]).toEqual([path, expect.any(Number), expect.any(Number)]);
      if (schema.type === 'object' && !free.includes(path))
        expect([path, schema.additionalProperties]).not.toEqual([path, undefined]);
    }
  });
  test('requires only fields that it has', () => {
    for (const [path, { required = [], properties = {} }] of all) {
      expect([path, required.filter((field) => !(field in properties))]).toEqual([path, []]);
    }
  });
  test('names the manifest’s files after the archive’s', () => {
    const { files } = ARCHIVE_SCHEMA.$defs.manifest.properties as { files: JsonSchema };
    expect(Object.keys(files.properties ?? {})).toEqual(ARCHIVE_FILE_KEYS);
    expect(ARCHIVE_FILE_KEYS.map(archiveFileName)).toContain('tax-codes.jsonl');
  });
  test('puts what others refer to before them', () => {
    const numberOf = (file: string): number =>
      ARCHIVE_FILE_KEYS.findIndex((archiveFileKey) => archiveFileKey === file);
    for (const [first, later] of [
      ['people', 'entries'],
      ['tax-codes', 'accounts'],
      ['breakdowns', 'breakdown-values'],
      ['accounts', 'tax-parts'],
      ['contacts', 'entries'],
      ['currencies', 'exchange-rates'],
      ['entries', 'occurrences'],
      ['entries', 'period-locks'],
      ['take-on-rows', 'take-on'],
    ] as const) {
      expect([first, later, numberOf(first) < numberOf(later)]).toEqual([first, later, true]);
    }
  });
});
