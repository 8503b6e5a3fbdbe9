import {
  addDays,
  addMonths,
  civilDate,
  endOfMonth,
  isCivilDate,
  laterOf,
  partsOf,
  type CivilDate,
} from '../dates/civil-date.js';
import { problem, type Problem } from '../problems/problem.js';
import { MONTH_NAMES, shortDate } from '../dates/month-names.js';
import { isWeekday, nthWeekday, type Weekday, weekdayName, weekdayOf, WEEKDAYS } from '../dates/weekday.js';
import { BUSINESS_DAY_RULES, type BusinessDayRule, moveWords } from './business-day.js';

/** The units in which a schedule counts. */
export const SCHEDULE_UNITS = ['week', 'month', 'quarter', 'year'] as const;

/** One of {@link SCHEDULE_UNITS}. */
export type ScheduleUnit = (typeof SCHEDULE_UNITS)[number];

/** The months of a unit; a week has none. */
const MONTHS = { week: 0, month: 1, quarter: 3, year: 12 } as const;

/** A weekday of a month, counted from its beginning, or its last. */
export interface WeekdayOfMonth {
  /** 1 to 5; a month without a fifth has its last. */
  readonly nth: number | 'last';
  readonly weekday: Weekday;
}

/** When a recurring journal falls due. Its dates are nominal: a business-day rule moves each of them afterwards. */
export interface Schedule {
  readonly unit: ScheduleUnit;
  /** Every how many units, from 1. */
  readonly every: number;
  /** For all but weeks: a day of the month, or its last; -2 is the last but one; by default the day of `from`. */
  readonly day?: number | 'last' | undefined;
  /** For all but weeks, instead of a day. */
  readonly weekday?: WeekdayOfMonth | undefined;
  readonly from: CivilDate;
  /** The last nominal date there may be, itself included. */
  readonly until?: CivilDate | undefined;
  /** How many nominal dates at most, counted from `from`. */
  readonly count?: number | undefined;
  /** What becomes of a date that is no business day; as it is if left out. */
  readonly businessDay?: BusinessDayRule | undefined;
}

/** The whole months from one nominal date to the next; 0 for a schedule by weeks. */
export function monthsApart(schedule: Pick<Schedule, 'unit' | 'every'>): number {
  return MONTHS[schedule.unit] * schedule.every;
}

/**
 * The nominal date that would come before the first, so that the first one has a span of its own.
 *
 * @returns undefined where a schedule has no date at all
 * @example dateBeforeFirst({unit: 'month', every: 1, day: 'last', from: d('2027-03-31')}) // → '2027-02-28'
 */
export function dateBeforeFirst(schedule: Schedule): CivilDate | undefined {
  for (let step = 0; step < 2; step += 1) {
    const date = dateOfStep(schedule, step);
    if (date !== undefined && date >= schedule.from) return dateOfStep(schedule, step - 1);
  }
  return undefined;
}

/**
 * The nominal dates of a schedule up to a day. In a month without the wanted day the last day is taken, counted from the
 * first month each time, so that the 31st never drifts to the 28th. RFC 5545 (3.3.10) skips such months instead; a
 * bookkeeper who expects the rent in February would lose a posting (common practice).
 *
 * @param to the last day wanted
 * @returns dates in order; none if the schedule begins later
 * @example occurrences({unit: 'month', every: 1, from: d('2024-01-31')}, d('2024-03-31'))
 * // → ['2024-01-31', '2024-02-29', '2024-03-31']
 */
export function occurrences(schedule: Schedule, to: CivilDate): CivilDate[] {
  const end = schedule.until !== undefined && schedule.until < to ? schedule.until : to;
  const dates: CivilDate[] = [];
  for (let step = 0; schedule.count === undefined || dates.length < schedule.count; step += 1) {
    const date = dateOfStep(schedule, step);
    if (date === undefined || date > end) break;
    if (date >= schedule.from) dates.push(date);
  }
  return dates;
}

/** A schedule from outside. */
interface WrittenSchedule {
  readonly unit: string;
  readonly every: number;
  readonly day?: number | string | undefined;
  readonly weekday?: { readonly nth: number | string; readonly weekday: string } | undefined;
  readonly from: string;
  readonly until?: string | undefined;
  readonly count?: number | undefined;
  readonly businessDay?: string | undefined;
}

/** Whether nothing is wrong with a schedule from outside. */
export function isSchedule(schedule: WrittenSchedule): schedule is Schedule {
  return scheduleProblems(schedule).length === 0;
}

/** What is wrong with a schedule from outside, at its fields. */
export function scheduleProblems(schedule: WrittenSchedule): Problem[] {
  const problems: Problem[] = [];
  const isWhole = (value: number, most: number): boolean => Number.isInteger(value) && value >= 1 && value <= most;
  if (!SCHEDULE_UNITS.some((unit) => unit === schedule.unit)) {
    problems.push(problem('schedule-unit', 'unit', `The unit is one of ${SCHEDULE_UNITS.join(', ')}.`));
  }
  if (!isWhole(schedule.every, 120)) problems.push(problem('schedule-every', 'every', 'Every 1 to 120 units.'));
  if (
    schedule.day !== undefined &&
    schedule.day !== 'last' &&
    !(typeof schedule.day === 'number' && isWhole(Math.abs(schedule.day), 31))
  ) {
    problems.push(problem('schedule-day', 'day', 'The day is 1 to 31, or last, or -1 to -31 from the month’s end.'));
  }
  if (schedule.weekday !== undefined) problems.push(...weekdayProblems(schedule.weekday, schedule));
  if (schedule.businessDay !== undefined && !BUSINESS_DAY_RULES.some((rule) => rule === schedule.businessDay)) {
    const message = `The business day is one of ${BUSINESS_DAY_RULES.join(', ')}.`;
    problems.push(problem('schedule-business-day', 'businessDay', message));
  }
  if (!isCivilDate(schedule.from)) problems.push(problem('not-a-date', 'from', `“${schedule.from}” is not a date.`));
  if (schedule.until !== undefined && !isCivilDate(schedule.until)) {
    problems.push(problem('not-a-date', 'until', `“${schedule.until}” is not a date.`));
  } else if (schedule.until !== undefined && schedule.until < schedule.from) {
    problems.push(problem('until-before-from', 'until', 'It ends before it begins.'));
  }
  if (schedule.count !== undefined && !isWhole(schedule.count, 1200)) {
    problems.push(problem('schedule-count', 'count', 'It falls due 1 to 1,200 times.'));
  }
  return problems;
}

function weekdayProblems(
  { nth, weekday }: { nth: number | string; weekday: string },
  schedule: { unit: string; day?: number | string | undefined },
): Problem[] {
  const isNth = nth === 'last' || (typeof nth === 'number' && Number.isInteger(nth) && nth >= 1 && nth <= 5);
  if (!isNth || !isWeekday(weekday)) {
    const message = `A weekday of the month is its 1st to 5th, or last, of ${WEEKDAYS.join(', ')}.`;
    return [problem('schedule-weekday', 'weekday', message)];
  }
  if (schedule.unit === 'week' || schedule.day !== undefined) {
    const message =
      'It is either a day of the month or a weekday of the month; by weeks, it is the day it begins on.';
    return [problem('schedule-weekday', 'weekday', message)];
  }
  return [];
}

/** A schedule as people read it. @example scheduleWords(rent) // → 'monthly, on the 1st' */
export function scheduleWords(schedule: Schedule): string {
  const { unit, every } = schedule;
  const often = {
    week: every === 1 ? 'weekly' : `every ${every} weeks`,
    month: { 1: 'monthly', 3: 'quarterly' }[every] ?? `every ${every} months`,
    quarter: every === 1 ? 'quarterly' : `every ${every} quarters`,
    year: every === 1 ? 'yearly' : `every ${every} years`,
  }[unit];
  return `${often}, on ${dayWords(schedule)}${moveWords(schedule.businessDay)}`;
}

/** A schedule with where it begins and ends. @example scheduleSentence(rent) // → 'monthly, on the 1st; from 1 Jan 2027, 12 times' */
export function scheduleSentence(schedule: Schedule): string {
  const { from, until, count } = schedule;
  const times = count === undefined ? '' : count === 1 ? ', once' : `, ${count} times`;
  return `${scheduleWords(schedule)}; from ${shortDate(from)}${until ? ` until ${shortDate(until)}` : ''}${times}`;
}

function dayWords({ unit, weekday, day, from }: Schedule): string {
  if (unit === 'week') return `${weekdayName(weekdayOf(from))}s`;
  if (weekday) {
    return `the ${weekday.nth === 'last' ? 'last' : ordinal(weekday.nth)} ${weekdayName(weekday.weekday)}`;
  }
  const month = unit === 'year' ? ` of ${MONTH_NAMES[partsOf(from).month - 1] ?? ''}` : '';
  if (day === 'last' || day === -1) return `the last day${month}`;
  if (day !== undefined && day < 0) return `the ${ordinal(-day)} day from the end${month}`;
  return `the ${ordinal(day ?? partsOf(from).day)}${month}`;
}

function dateOfStep(schedule: Schedule, step: number): CivilDate | undefined {
  const limit = civilDate(2900, 1, 1);
  if (schedule.unit === 'week') {
    const date = addDays(schedule.from, 7 * schedule.every * step);
    return date > limit ? undefined : date;
  }
  const { year, month, day } = partsOf(schedule.from);
  const months = monthsApart(schedule) * step;
  if (year + months / 12 > 2900) return undefined;
  const first = civilDate(year, month, 1);
  if (schedule.weekday) return nthWeekday(addMonths(first, months), schedule.weekday.nth, schedule.weekday.weekday);
  const wanted = schedule.day === 'last' ? -1 : (schedule.day ?? day);
  if (wanted > 0) return addMonths(first, months, wanted);
  const start = addMonths(first, months);
  return laterOf(start, addDays(endOfMonth(start), wanted + 1));
}

function ordinal(day: number): string {
  const ending =
    day % 10 === 1 && day !== 11
      ? 'st'
      : day % 10 === 2 && day !== 12
        ? 'nd'
        : day % 10 === 3 && day !== 13
          ? 'rd'
          : 'th';
  return `${day}${ending}`;
}
