import type { DateOrder } from '../dates/typed-date.js';
import type { AmountMarks } from '../money/amount.js';

/** How amounts can be written, by a key that is kept. */
export const MARKS_OF_AMOUNTS = {
  point: { decimal: '.', thousands: ',' },
  comma: { decimal: ',', thousands: '.' },
  'space-comma': { decimal: ',', thousands: ' ' },
  'apostrophe-point': { decimal: '.', thousands: '’' },
} as const satisfies Record<string, AmountMarks>;

/** A key of {@link MARKS_OF_AMOUNTS}. */
export type MarksKey = keyof typeof MARKS_OF_AMOUNTS;

/** In which colours a person sees the books: as the computer is set, or always the same. */
export const COLOURS = ['system', 'light', 'dark'] as const;

/** One of {@link COLOURS}. */
export type Colours = (typeof COLOURS)[number];

/** How a person reads and types amounts and dates, and in which colours, in whatever books. */
export interface Preferences {
  readonly amounts: MarksKey;
  readonly dates: DateOrder;
  readonly colours: Colours;
}

/** What holds until a person chooses otherwise. */
export const USUAL_PREFERENCES: Preferences = { amounts: 'point', dates: 'day-first', colours: 'system' };
