import { earlierOf, type CivilDate } from '../dates/civil-date.js';
import { type Holidays, lastNominal, onBusinessDay } from './business-day.js';
import { dateBeforeFirst, occurrences, type Schedule } from './schedule.js';

/** What has become of one date of a recurring journal. */
export type OccurrenceState = 'posted' | 'skipped' | 'drafted' | 'due' | 'to-come';

/** A schedule that holds from a nominal date on, until the next one does. */
export interface ScheduleVersion {
  readonly from: CivilDate;
  readonly schedule: Schedule;
}

/** Days on which a journal does not fall due, both included; without an end until it is taken up again. */
export interface Pause {
  readonly from: CivilDate;
  readonly until?: CivilDate | undefined;
}

/** What the dates of a recurring journal follow from. */
export interface JournalDates {
  /** In order; the first holds from its own beginning. */
  readonly versions: readonly ScheduleVersion[];
  readonly pauses: readonly Pause[];
  /** The last nominal date there may be. */
  readonly endedOn?: CivilDate | undefined;
}

/** One date of a recurring journal. */
export interface Occurrence {
  /** Which version it belongs to, and which of that version's dates it is; both from 0. */
  readonly version: number;
  readonly index: number;
  /** The date of the schedule: what identifies it. */
  readonly nominal: CivilDate;
  /** The date of its entry: the nominal one, or the business day next to it. */
  readonly date: CivilDate;
  /** The nominal date before it, in whichever version; for the first, the one that the schedule would have had. */
  readonly since: CivilDate;
}

/**
 * The dates of a recurring journal up to a day: nominal dates first, each from the first one, then each moved. A
 * version makes the dates from its own day up to that of the next; `count` and `until` count nominal dates. What lies
 * in a pause, or after the end, does not fall due.
 *
 * @param to the last day wanted, of the moved dates
 * @returns in the order of the nominal dates
 * @example datesOfJournal({versions: [{from: d('2027-01-31'), schedule: lastDay}], pauses: []}, d('2027-03-31'), new Set())
 */
export function datesOfJournal(journal: JournalDates, to: CivilDate, holidays: Holidays): Occurrence[] {
  const all = journal.versions.flatMap(({ from, schedule }, version) => {
    const rule = schedule.businessDay ?? 'as-is';
    const next = journal.versions[version + 1]?.from;
    const upTo = lastNominal(to, rule, holidays);
    return occurrences(schedule, journal.endedOn ? earlierOf(journal.endedOn, upTo) : upTo)
      .map((nominal, index) => ({ version, index, nominal, date: onBusinessDay(nominal, rule, holidays) }))
      .filter(({ nominal }) => nominal >= from && (next === undefined || nominal < next));
  });
  return all
    .map((occurrence, index) => ({
      ...occurrence,
      since: all[index - 1]?.nominal ?? sinceFirst(journal.versions[occurrence.version], occurrence.nominal),
    }))
    .filter(({ nominal, date }) => date <= to && !isPaused(journal.pauses, nominal));
}

/** Whether a nominal date lies in a pause. */
export function isPaused(pauses: readonly Pause[], nominal: CivilDate): boolean {
  return pauses.some(({ from, until }) => nominal >= from && (until === undefined || nominal <= until));
}

/** What has become of a date. @param settled what was done with it, if anything */
export function occurrenceState(
  { date }: Occurrence,
  settled: 'posted' | 'skipped' | 'drafted' | undefined,
  today: CivilDate,
): OccurrenceState {
  return settled ?? (date <= today ? 'due' : 'to-come');
}

function sinceFirst(version: ScheduleVersion | undefined, nominal: CivilDate): CivilDate {
  const before = version && occurrences(version.schedule, nominal).at(-2);
  return before ?? (version && dateBeforeFirst(version.schedule)) ?? nominal;
}
