import type { CivilDate } from '../dates/civil-date.js';
import { occurrences, type Schedule } from './schedule.js';

/** What has become of one date of a recurring journal. */
export type OccurrenceState = 'posted' | 'skipped' | 'due' | 'to-come';

/** One date of a recurring journal. */
export interface Occurrence {
  readonly date: CivilDate;
  readonly state: OccurrenceState;
}

/**
 * The dates of a recurring journal with their states: what was posted or skipped, what is due up to today, what is
 * still to come.
 *
 * @param settled the dates already posted or skipped
 * @param to the last day wanted
 * @example occurrencesOf(rent, new Map(), today, today).filter((one) => one.state === 'due')
 */
export function occurrencesOf(
  schedule: Schedule,
  settled: ReadonlyMap<string, 'posted' | 'skipped'>,
  today: CivilDate,
  to: CivilDate,
): Occurrence[] {
  return occurrences(schedule, to).map((date) => ({
    date,
    state: settled.get(date) ?? (date <= today ? 'due' : 'to-come'),
  }));
}
