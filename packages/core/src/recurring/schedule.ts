import {
  addDays,
  addMonths,
  civilDate,
  endOfMonth,
  isCivilDate,
  partsOf,
  type CivilDate,
} from '../dates/civil-date.js';
import { problem, type Problem } from '../problems/problem.js';

/** The units in which a schedule counts. */
export const SCHEDULE_UNITS = ['week', 'month', 'year'] as const;

/** One of {@link SCHEDULE_UNITS}. */
export type ScheduleUnit = (typeof SCHEDULE_UNITS)[number];

/** When a recurring journal falls due. */
export interface Schedule {
  readonly unit: ScheduleUnit;
  /** Every how many units, from 1. */
  readonly every: number;
  /** For months and years: a day of the month, or its last; by default that of `from`. Ignored for weeks. */
  readonly day?: number | 'last' | undefined;
  readonly from: CivilDate;
  /** The last day on which it may fall due, itself included. */
  readonly until?: CivilDate | undefined;
  /** How many times at most, counted from `from`. */
  readonly count?: number | undefined;
}

/**
 * The dates of a schedule up to a day. In a month without the wanted day the last day is taken, counted from the
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

/** What is wrong with a schedule from outside, at its fields. */
export function scheduleProblems(schedule: {
  unit: string;
  every: number;
  day?: number | string | undefined;
  from: string;
  until?: string | undefined;
  count?: number | undefined;
}): Problem[] {
  const problems: Problem[] = [];
  const isWhole = (value: number, most: number): boolean => Number.isInteger(value) && value >= 1 && value <= most;
  if (!SCHEDULE_UNITS.some((unit) => unit === schedule.unit)) {
    problems.push(problem('schedule-unit', 'unit', `The unit is one of ${SCHEDULE_UNITS.join(', ')}.`));
  }
  if (!isWhole(schedule.every, 120)) problems.push(problem('schedule-every', 'every', 'Every 1 to 120 units.'));
  if (
    schedule.day !== undefined &&
    schedule.day !== 'last' &&
    !(typeof schedule.day === 'number' && isWhole(schedule.day, 31))
  ) {
    problems.push(problem('schedule-day', 'day', 'The day is 1 to 31, or last.'));
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

/** A schedule as people read it. @example scheduleWords(rent) // → 'monthly, on the 1st' */
export function scheduleWords(schedule: Schedule): string {
  const often = {
    week: schedule.every === 1 ? 'weekly' : `every ${schedule.every} weeks`,
    month: { 1: 'monthly', 3: 'quarterly' }[schedule.every] ?? `every ${schedule.every} months`,
    year: schedule.every === 1 ? 'yearly' : `every ${schedule.every} years`,
  }[schedule.unit];
  if (schedule.unit === 'week') return often;
  const day = schedule.day ?? partsOf(schedule.from).day;
  return `${often}, on the ${day === 'last' ? 'last day' : ordinal(day)}`;
}

function dateOfStep(schedule: Schedule, step: number): CivilDate | undefined {
  const limit = civilDate(2900, 1, 1);
  if (schedule.unit === 'week') {
    const date = addDays(schedule.from, 7 * schedule.every * step);
    return date > limit ? undefined : date;
  }
  const { year, month, day } = partsOf(schedule.from);
  const months = schedule.every * step * (schedule.unit === 'year' ? 12 : 1);
  if (year + months / 12 > 2900) return undefined;
  const first = civilDate(year, month, 1);
  return schedule.day === 'last'
    ? endOfMonth(addMonths(first, months))
    : addMonths(first, months, schedule.day ?? day);
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
