import { type CivilDate, parseCivilDate } from '../dates/civil-date.js';
import { shortDate } from '../dates/month-names.js';
import type { ByItself } from './by-itself.js';

/** How a recurring journal stands, beyond its dates. */
export interface ScheduleStanding {
  readonly endedOn: string | null;
  readonly pauses: readonly { readonly from: string; readonly until: string | null }[];
  readonly byItself: ByItself;
  readonly approvedBy: string | null;
  /** Its next dates; none when it is over. */
  readonly next: readonly (string | CivilDate)[];
}

/**
 * How a recurring journal stands, in words; empty where somebody posts it as its dates come.
 *
 * @example standingWords({...rent, endedOn: '2027-03-31'}) // → 'ended 31 Mar 2027'
 */
export function standingWords({ endedOn, pauses, byItself, approvedBy, next }: ScheduleStanding): string {
  const open = pauses.find(({ until }) => until === null);
  if (endedOn !== null) return `ended ${shortDate(parseCivilDate(endedOn))}`;
  if (open) return `paused from ${shortDate(parseCivilDate(open.from))}`;
  if (next.length === 0) return 'over';
  if (byItself === 'drafts') return 'laid as a draft by itself';
  if (byItself === 'posts') return approvedBy === null ? 'waits for approval' : 'posted by itself';
  return '';
}
