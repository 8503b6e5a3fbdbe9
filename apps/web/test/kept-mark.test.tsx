/** @jest-environment jsdom */
import type { LockedProofsResponse, ProofResponse } from '@just-ledger/contract';
import { cleanup, render, screen } from '@testing-library/react';
import { KeptMark } from '../src/features/proofs/kept-mark.js';

const KEPT = {
  period: '2026-01',
  entries: 3,
  keptAt: '2026-02-03T08:00:00.000Z',
  hasLaterEntries: false,
  proofs: [{ key: 'debits-credits', left: '100.00', right: '100.00' }],
} as unknown as LockedProofsResponse;
const drawn = (left: string) =>
  [{ key: 'debits-credits', label: 'Debits = credits', left, right: '100.00', holds: true }] as ProofResponse[];
afterEach(cleanup);

test.each([
  ['what still is as it was kept', KEPT, '100.00', /^as kept on 3 Feb 2026$/],
  ['what is otherwise though nothing came since', KEPT, '105.00', /^otherwise$/],
  ['what an entry of earlier days moved', { ...KEPT, hasLaterEntries: true }, '105.00', /^later$/],
  ['entries that moved no proof', { ...KEPT, hasLaterEntries: true }, '100.00', /^as kept on/],
  ['a month that was just locked', { ...KEPT, keptAt: null }, '100.00', /^…$/],
])('%s', (_, kept, left, words) => {
  const { container } = render(<KeptMark kept={kept} drawn={drawn(left)} />);
  expect(container.textContent).toMatch(words);
  if (left === '105.00') expect(screen.getByTitle(/kept 100.00 and 100.00, now 105.00 and 100.00/)).toBeDefined();
});
test('nothing is said before the proofs are drawn', () => {
  const { container } = render(<KeptMark kept={KEPT} drawn={undefined} />);
  expect(container.textContent).toBe('');
});
