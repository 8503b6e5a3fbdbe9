/** Where a draft stands: being written, handed in for review, sent back with a reason, or discarded. */
export const DRAFT_STATES = ['draft', 'for-review', 'sent-back', 'discarded'] as const;

/** A key of {@link DRAFT_STATES}. */
export type DraftState = (typeof DRAFT_STATES)[number];

/** What happens to a draft, as its history has it. */
export const DRAFT_EVENTS = [
  'prepared',
  'changed',
  'handed-in',
  'sent-back',
  'noted',
  'discarded',
  'brought-back',
  'posted',
] as const;

/** A key of {@link DRAFT_EVENTS}. */
export type DraftEvent = (typeof DRAFT_EVENTS)[number];

/**
 * Where a draft stands after something happened to it. A change leaves it where it stands: what was sent back is handed in
 * again by its preparer, what is for review stays with the approver.
 *
 * @returns undefined where it cannot happen: only what was handed in is sent back, only what was discarded is brought back,
 *   and to what was discarded nothing else happens
 * @example draftStateAfter('for-review', 'sent-back') // → 'sent-back'
 */
export function draftStateAfter(state: DraftState, event: DraftEvent): DraftState | undefined {
  if (state === 'discarded') return event === 'brought-back' ? 'draft' : undefined;
  switch (event) {
    case 'prepared':
    case 'brought-back':
      return undefined;
    case 'changed':
    case 'noted':
    case 'posted':
      return state;
    case 'handed-in':
      return 'for-review';
    case 'sent-back':
      return state === 'for-review' ? 'sent-back' : undefined;
    case 'discarded':
      return 'discarded';
    default:
      return event satisfies never;
  }
}
