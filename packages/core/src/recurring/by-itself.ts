import { addDays, firstOfNextMonth, type CivilDate } from '../dates/civil-date.js';

/** What the server does when a date comes: wait to be told, lay a draft, or post. */
export const BY_ITSELF = ['waits', 'drafts', 'posts'] as const;

/** One of {@link BY_ITSELF}. */
export type ByItself = (typeof BY_ITSELF)[number];

/** On which day the entry of an occurrence is reversed by itself. */
export const REVERSAL_RULES = ['next-day', 'next-month'] as const;

/** One of {@link REVERSAL_RULES}. */
export type ReversalRule = (typeof REVERSAL_RULES)[number];

/** The day on which an entry is reversed. @example reversalDay('next-month', d('2027-01-29')) // → '2027-02-01' */
export function reversalDay(rule: ReversalRule, date: CivilDate): CivilDate {
  return rule === 'next-day' ? addDays(date, 1) : firstOfNextMonth(date);
}
