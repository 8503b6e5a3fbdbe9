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

/** On which paper reports are printed. */
export const PAPER_SIZES = ['a4', 'letter'] as const;

/** One of {@link PAPER_SIZES}. */
export type PaperSize = (typeof PAPER_SIZES)[number];

/** How a person reads and types amounts and dates, in which colours, and prints on which paper, in whatever books. */
export interface Preferences {
  readonly amounts: MarksKey;
  readonly dates: DateOrder;
  readonly colours: Colours;
  readonly paper: PaperSize;
}

/** What holds until a person chooses otherwise. */
export const USUAL_PREFERENCES: Preferences = {
  amounts: 'point',
  dates: 'day-first',
  colours: 'system',
  paper: 'a4',
};
