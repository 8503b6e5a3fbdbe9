import { addMonths, type CivilDate, dayBefore, endOfMonth, laterOf } from '../dates/civil-date.js';
import { occurrences, type Schedule, scheduleWords } from '../recurring/schedule.js';

/** How often board papers can be issued by themselves. */
export const PAPERS_UNITS = ['month', 'quarter', 'year'] as const;

/** One of {@link PAPERS_UNITS}. */
export type PapersUnit = (typeof PAPERS_UNITS)[number];

/** When board papers are issued by themselves. */
export interface IssueDays {
  readonly every: PapersUnit;
  /** The first of the days; the last of a month stands for the last of each. */
  readonly firstDay: CivilDate;
}

/** More than the longest time from one day to the next. */
const MONTHS_AHEAD = 13;

/**
 * The next day on which board papers are issued.
 *
 * @param through the last day that is done with
 * @example nextIssue({every: 'quarter', firstDay: d('2027-01-31')}, d('2027-01-31')) // → '2027-04-30'
 */
export function nextIssue(days: IssueDays, through: CivilDate): CivilDate {
  const to = addMonths(laterOf(through, days.firstDay), MONTHS_AHEAD);
  const next = issueDays(days, to).find((day) => day > through);
  if (!next) throw new RangeError(`No day after ${through} within ${MONTHS_AHEAD} months.`);
  return next;
}

/**
 * The day for which board papers are to be issued now. Papers are drawn of the books as they are: where several days went
 * by, they are issued once, for the last of them.
 *
 * @param through the last day that is done with
 * @returns undefined if none has come
 */
export function dueIssue(days: IssueDays, through: CivilDate, today: CivilDate): CivilDate | undefined {
  return issueDays(days, today).findLast((day) => day > through);
}

/** Up to which day everything is done with as soon as days are chosen: what is past is not issued after the fact. */
export function doneWhenChosen(today: CivilDate): CivilDate {
  return dayBefore(today);
}

/** The days in words. @example issueDaysInWords({every: 'quarter', firstDay: d('2027-01-31')}) // → 'quarterly, on the last day' */
export function issueDaysInWords(days: IssueDays): string {
  return scheduleWords(scheduleOf(days));
}

function issueDays(days: IssueDays, to: CivilDate): CivilDate[] {
  return occurrences(scheduleOf(days), to);
}

function scheduleOf({ every, firstDay }: IssueDays): Schedule {
  const isLast = firstDay === endOfMonth(firstDay);
  return { unit: every, every: 1, from: firstDay, ...(isLast && { day: 'last' as const }) };
}
