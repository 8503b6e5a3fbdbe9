import type { Notice } from '../../platform/threads/write-context.js';

/** Whose time before the books has changed, and who changed it. */
export interface BroughtForwardChange {
  readonly organisation: number;
  readonly person: number;
}

/** Told when somebody has posted into the time before an organisation's books, or settled where its result goes. */
export const broughtForwardChanged: Notice<BroughtForwardChange> = {
  noticeName: 'brought-forward-changed',
  keyOf: ({ organisation }) => organisation,
};
