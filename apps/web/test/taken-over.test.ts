import fc from 'fast-check';
import { isAlikeButForKeys, type TakenOver, takenOver } from '../src/ui/taken-over.js';

interface Fields {
  readonly name: string;
  readonly roles: readonly string[];
  readonly bank: { readonly iban: string; readonly bic: string };
}
const BEFORE: Fields = { name: 'Inn', roles: ['customer'], bank: { iban: '', bic: '' } };

test.each<[string, Partial<Fields>, Partial<Fields>, Partial<Fields>, readonly string[], TakenOver<Fields>['typed']]>(
  [
    ['what only they changed is as it is now', { name: 'Weir' }, {}, { name: 'Weir' }, ['name'], []],
    ['what only was typed stays', {}, { name: 'Mill' }, { name: 'Mill' }, [], []],
    [
      'what both changed stays as it was typed',
      { name: 'Weir' },
      { name: 'Mill' },
      { name: 'Mill' },
      [],
      [{ path: 'name', theirs: 'Weir' }],
    ],
    ['what both changed alike is no matter', { name: 'Weir' }, { name: 'Weir' }, { name: 'Weir' }, [], []],
    [
      'fields within fields are looked at one by one',
      { bank: { iban: 'GB82', bic: '' } },
      { bank: { iban: '', bic: 'BIC' } },
      { bank: { iban: 'GB82', bic: 'BIC' } },
      ['bank.iban'],
      [],
    ],
    [
      'a list counts as one',
      { roles: [] },
      { roles: ['customer', 'supplier'] },
      { roles: ['customer', 'supplier'] },
      [],
      [{ path: 'roles', theirs: [] }],
    ],
    [
      'a list that was not touched is theirs',
      { roles: [] },
      { name: 'Mill' },
      { name: 'Mill', roles: [] },
      ['roles'],
      [],
    ],
  ],
)('%s', (_, theirs, own, fields, changed, typed) => {
  expect(takenOver(BEFORE, { ...BEFORE, ...theirs }, { ...BEFORE, ...own })).toEqual({
    fields: { ...BEFORE, ...fields },
    changed,
    typed,
  });
});

test('nothing that was typed is lost, and nothing that only they changed', () => {
  const some = fc.record({ a: fc.integer({ max: 2, min: 0 }), b: fc.integer({ max: 2, min: 0 }) });
  fc.assert(
    fc.property(some, some, some, (before, now, typed) => {
      const { fields } = takenOver(before, now, typed);
      for (const key of ['a', 'b'] as const)
        expect(fields[key]).toBe(typed[key] === before[key] ? now[key] : typed[key]);
    }),
  );
});

test('rows are told apart by their keys on screen only', () => {
  expect(isAlikeButForKeys([{ key: 1, rate: '5' }], [{ key: 9, rate: '5' }])).toBe(true);
  expect(isAlikeButForKeys([{ key: 1, rate: '5' }], [{ key: 1, rate: '7' }])).toBe(false);
});
