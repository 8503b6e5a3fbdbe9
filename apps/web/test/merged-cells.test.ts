import { mergedCells } from '../src/features/take-on/merged-cells.js';

const was = { account: '1010', debit: '5.00', note: 'till' };

describe('a row that two people type into', () => {
  test.each([
    [
      'different cells',
      { ...was, note: 'till, east' },
      { ...was, debit: '6.00' },
      { debit: '6.00', note: 'till, east' },
    ],
    ['the same into the same cell', { ...was, debit: '6.00' }, { ...was, debit: '6.00' }, { debit: '6.00' }],
    [
      'a cell that was empty',
      { ...was, contact: 'Weir' },
      { ...was, debit: '6.00' },
      { contact: 'Weir', debit: '6.00' },
    ],
    ['one of them a cell empty', { ...was, note: '' }, { ...was, debit: '6.00' }, { note: '', debit: '6.00' }],
  ])('keeps what both have typed: %s', (_, mine, theirs, differing) => {
    expect(mergedCells(was, mine, theirs)).toEqual({ cells: { ...was, ...differing }, conflicts: [] });
  });

  test('tells of a cell that each has changed into something else', () => {
    const { conflicts } = mergedCells(was, { ...was, debit: '7.00' }, { ...was, debit: '6.00', note: '' });
    expect(conflicts).toEqual([{ column: 'debit', mine: '7.00', theirs: '6.00' }]);
  });

  test('tells of a cell that one has emptied and the other changed', () => {
    const { conflicts } = mergedCells(was, { ...was, debit: '' }, { account: '1010', debit: '6.00', note: 'till' });
    expect(conflicts).toEqual([{ column: 'debit', mine: '', theirs: '6.00' }]);
  });
});
