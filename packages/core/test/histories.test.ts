import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { createHash } from 'node:crypto';
import {
  againstHistory,
  changeContent,
  eventContent,
  type FieldChange,
  fieldChanges,
  FIRST_PREVIOUS_SEAL,
  mergedByHistory,
  NamesByHistory,
  type SealedChange,
  sealInput,
  standByHistory,
} from '../src/index.js';

const AT = '2027-01-04T09:00:00.000Z';
const SEAL = 'a'.repeat(64);

describe('what of a history is sealed', () => {
  test('an event is one canonical text; absent is left out', () => {
    const lock = { at: AT, event: 'locked', period: '2026-12', reason: null, entries: 3, seal: SEAL };
    expect(eventContent(lock)).toBe(
      `{"at":"${AT}","entries":3,"event":"locked","period":"2026-12","seal":"${SEAL}","v":1}`,
    );
    expect(eventContent({ at: AT, event: 'reopened', reason: 'a bill came', entries: 0, seal: SEAL })).toBe(
      `{"at":"${AT}","entries":0,"event":"reopened","reason":"a bill came","seal":"${SEAL}","v":1}`,
    );
  });

  test('a change tells what it is of by its id, but for what has another elsewhere', () => {
    const change: SealedChange = {
      at: AT,
      subject: 'account',
      object: 7,
      title: '6100 Rent',
      action: 'changed',
      fields: [{ field: 'name', from: null, to: 'Rent' }],
    };
    expect(changeContent(change)).toBe(
      `{"action":"changed","at":"${AT}","fields":[{"field":"name","to":"Rent"}],"object":7,"subject":"account","title":"6100 Rent","v":1}`,
    );
    expect(changeContent({ ...change, subject: 'person' })).not.toContain('object');
    expect(changeContent({ ...change, subject: 'organisation' })).not.toContain('object');
  });

  test('the first follows 64 zeros, as with entries', () => {
    // the digest is that of Node's own OpenSSL: SHA-256 of FIPS 180-4
    const seal = createHash('sha256').update(sealInput(FIRST_PREVIOUS_SEAL, '{"v":1}')).digest('hex');
    expect(seal).toBe(
      createHash('sha256')
        .update(`${'0'.repeat(64)}\n{"v":1}`)
        .digest('hex'),
    );
  });
});

const change = (object: number, action: 'added' | 'changed' | 'removed', fields: FieldChange[] = []) => ({
  object,
  action,
  fields,
});

describe('how things stand by their history', () => {
  const particulars = fc.dictionary(
    fc.constantFrom('number', 'name', 'note'),
    fc.option(fc.string({ minLength: 1 }), { nil: null }),
    { noNullPrototype: true },
  );

  test('is what the last of its states was, however many there were', () => {
    fc.assert(
      fc.property(fc.array(particulars, { minLength: 1 }), (states) => {
        const changes = states.map((state, index) =>
          change(1, index === 0 ? 'added' : 'changed', fieldChanges(states[index - 1], state)),
        );
        const stand = standByHistory(changes).get(1) ?? {};
        expect(fieldChanges(stand, states.at(-1))).toEqual([]);
      }),
    );
  });

  test('what was removed is gone; what is added under its id begins anew', () => {
    const name = (to: string): FieldChange[] => [{ field: 'name', from: null, to }];
    const stand = standByHistory([
      change(1, 'added', name('Rent')),
      change(2, 'added', name('Gifts')),
      change(1, 'removed'),
      change(2, 'removed'),
      change(2, 'added', [{ field: 'number', from: null, to: '4000' }]),
    ]);
    expect([...stand]).toEqual([[2, { number: '4000' }]]);
  });

  test('is compared by field, and not by words that are none any more', () => {
    const compared = { name: 'any', 'shown under': ['Revenue', 'Other income'] } as const;
    const now = { name: 'Gifts', 'shown under': 'Other income', note: 'x' };
    expect(againstHistory({ name: 'Rent', 'shown under': 'Revenue' }, now, compared)).toEqual([
      { field: 'name', from: 'Rent', to: 'Gifts' },
      { field: 'shown under', from: 'Revenue', to: 'Other income' },
    ]);
    expect(againstHistory({ name: 'Gifts', 'shown under': 'Turnover' }, now, compared)).toEqual([]);
    expect(againstHistory({ name: 'Gifts' }, now, compared)).toHaveLength(1);
  });
});

describe('what objects were called', () => {
  const called = (object: number, action: 'added' | 'changed', name: string) =>
    change(object, action, [{ field: 'name', from: null, to: name }]);
  const names = new NamesByHistory(
    [
      called(1, 'added', 'Field, or barn'),
      called(2, 'added', 'Crop'),
      called(1, 'changed', 'Field'),
      change(3, 'added', [{ field: 'number', from: null, to: '7' }]),
      change(2, 'removed'),
    ],
    ({ name }) => name,
  );

  test('is known of each for ever', () => {
    expect([names.wasCalled(1, 'Field, or barn'), names.wasCalled(1, 'Field'), names.wasCalled(2, 'Crop')]).toEqual([
      true,
      true,
      true,
    ]);
    expect([names.wasCalled(2, 'Field'), names.wasCalled(3, '7'), names.wasCalled(undefined, 'Field')]).toEqual([
      false,
      false,
      false,
    ]);
  });

  test.each<[number[], string, boolean]>([
    [[1, 2], 'Field, or barn, Crop', true],
    [[2, 1], 'Field, Crop', true],
    [[1, 2], 'Crop, Field', true],
    [[1], 'Field, or barn, Crop', false],
    [[1, 2], 'Field', false],
    [[], '', true],
    [[], 'Field', false],
  ])('%j were called “%s”: %s', (objects, list, isSo) => {
    expect(names.wereCalled(objects, list)).toBe(isSo);
  });

  test('lets what is told by another name stand, and no other object', () => {
    const compared = { under: (told: string) => names.wasCalled(1, told) };
    expect(againstHistory({ under: 'Field, or barn' }, { under: 'Field' }, compared)).toEqual([]);
    expect(againstHistory({ under: 'Crop' }, { under: 'Field' }, compared)).toHaveLength(1);
    expect(againstHistory({}, { under: 'Field' }, compared)).toHaveLength(1);
    expect(againstHistory({ under: 'Field' }, {}, compared)).toHaveLength(1);
  });
});

describe('contacts that were merged', () => {
  const added = (object: number, number: string, name: string) =>
    change(object, 'added', fieldChanges(undefined, { number, name }));
  const merged = (object: number, into: string) =>
    change(object, 'changed', [{ field: 'merged into', from: null, to: into }]);

  test('lead to the one that stays, by what it was called then', () => {
    const history = [
      added(1, '1001', 'Osier Beds'),
      added(2, '1002', 'Osier Bed'),
      added(3, '1003', 'Osier'),
      merged(3, '1002 Osier Bed'),
      change(1, 'changed', [{ field: 'name', from: 'Osier Beds', to: 'Osier Beds Society' }]),
      merged(2, '1001 Osier Beds Society'),
      change(1, 'changed', [{ field: 'name', from: 'Osier Beds Society', to: 'Osier Society' }]),
    ];
    expect([...mergedByHistory(history).merged]).toEqual([
      [3, 1],
      [2, 1],
    ]);
  });

  test('into nobody there is stay unmerged', () => {
    expect(mergedByHistory([added(1, '1001', 'Osier Beds'), merged(1, '1009 Nobody')]).merged.size).toBe(0);
  });
});
