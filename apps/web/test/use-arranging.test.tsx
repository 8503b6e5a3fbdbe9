/** @jest-environment jsdom */
import type { ArrangementResponse } from '@just-ledger/contract';
import { act, renderHook } from '@testing-library/react';
import { worded } from '../src/features/statements/arrangement-edits.js';
import { useArranging } from '../src/features/statements/use-arranging.js';

const kept = (version: number, number: string): ArrangementResponse => ({
  version,
  order: [],
  parts: [
    {
      classification: 'revenue',
      isArranged: true,
      items: [{ account: { number, name: 'Sales', contra: false } }],
      usual: [number],
    },
  ],
  terms: [{ key: 'revenue', usual: 'Revenue', usualLoss: null, word: null, lossWord: null }],
});
const begun = (first: ArrangementResponse) =>
  renderHook(({ now }) => useArranging(1, now), { initialProps: { now: first } });
const numberIn = ({ request }: ReturnType<typeof useArranging>): string | undefined =>
  request.parts[0]?.items[0]?.account;

beforeEach(() => sessionStorage.clear());

test('what nobody has touched follows accounts that are renumbered, and what somebody else saves', () => {
  const { result, rerender } = begun(kept(1, '4000'));
  rerender({ now: kept(1, '4100') });
  expect([numberIn(result.current), result.current.isChanged]).toEqual(['4100', false]);
  rerender({ now: kept(2, '4200') });
  expect([numberIn(result.current), result.current.request.version]).toEqual(['4200', 2]);
});

test('what was changed stays, outlasts a reload, and says that it is behind', () => {
  const { result, rerender, unmount } = begun(kept(1, '4000'));
  act(() => result.current.set(worded(result.current.now, 'revenue', 'Income', 'Revenue')));
  rerender({ now: kept(2, '4000') });
  expect([result.current.isChanged, result.current.isBehind]).toEqual([true, true]);
  unmount();
  const again = begun(kept(2, '4000')).result;
  expect([again.current.now.words, again.current.isBehind]).toEqual([{ revenue: 'Income' }, true]);
  act(() => again.current.begin(kept(2, '4000')));
  expect([again.current.isChanged, again.current.isBehind]).toEqual([false, false]);
});
