import { MEMBER_ROLE_KEYS, isEnough, isMemberRole, isPercent, parsePercent, withArticle } from '../src/index.js';

describe('roles', () => {
  test('stand in a row: who may do more may do all that others may', () => {
    expect(MEMBER_ROLE_KEYS).toEqual(['reader', 'preparer', 'approver', 'owner']);
    const table = MEMBER_ROLE_KEYS.map((role) => MEMBER_ROLE_KEYS.map((needed) => isEnough(role, needed)));
    expect(table).toEqual([
      [true, false, false, false],
      [true, true, false, false],
      [true, true, true, false],
      [true, true, true, true],
    ]);
  });
  test('have names, and articles that fit', () => {
    expect(['owner', 'constructor', ''].map(isMemberRole)).toEqual([true, false, false]);
    expect(MEMBER_ROLE_KEYS.map(withArticle)).toEqual(['a reader', 'a preparer', 'an approver', 'an owner']);
  });
});

describe('percentages', () => {
  test.each([
    ['0', true],
    ['17.5', true],
    ['9.975', true],
    ['1000', true],
    ['1000.0', true],
    ['1000.1', false],
    ['1001', false],
    ['-1', false],
    ['.5', false],
    ['5.', false],
    ['0.00001', false],
    ['1e2', false],
    ['', false],
  ])('%j is one: %s', (text, is) => expect(isPercent(text)).toBe(is));
  test('what is none is refused', () => expect(() => parsePercent('a fifth')).toThrow(RangeError));
});
