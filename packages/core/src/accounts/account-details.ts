import type { ProposedTexts, TextDetails, TextsOf } from '../text-details/text-details.js';

/** What is known of an account beyond what entries need of it. */
export const ACCOUNT_DETAILS = {
  note: {
    label: 'What belongs on it',
    trailName: 'what belongs on it',
    column: 'note',
    alsoCalled: 'remark comment explanation',
    length: 200,
    lines: 4,
    otherwise: 'A note has up to four lines of 200 characters.',
  },
} as const satisfies TextDetails;

/** The texts of {@link ACCOUNT_DETAILS}, each left out if there is none. */
export type AccountDetails = TextsOf<typeof ACCOUNT_DETAILS>;

/** The texts of {@link ACCOUNT_DETAILS} as somebody proposes them. */
export type ProposedAccountDetails = ProposedTexts<typeof ACCOUNT_DETAILS>;
