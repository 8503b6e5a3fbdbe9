import { DRAFT_EVENTS, DRAFT_STATES, draftStateAfter } from '@just-ledger/core';

test('a draft goes from state to state as a table says, and no other way', () => {
  const table = DRAFT_STATES.map((state) => [
    state,
    ...DRAFT_EVENTS.map((event) => draftStateAfter(state, event) ?? '-'),
  ]);
  expect(table).toEqual([
    //             prepared, changed, handed-in, sent-back, noted, discarded, brought-back, posted
    ['draft', '-', 'draft', 'for-review', '-', 'draft', 'discarded', '-', 'draft'],
    ['for-review', '-', 'for-review', 'for-review', 'sent-back', 'for-review', 'discarded', '-', 'for-review'],
    ['sent-back', '-', 'sent-back', 'for-review', '-', 'sent-back', 'discarded', '-', 'sent-back'],
    ['discarded', '-', '-', '-', '-', '-', '-', 'draft', '-'],
  ]);
});
