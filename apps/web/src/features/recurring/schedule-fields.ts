import type { RecurringJournalRequest, RecurringVersionResponse } from '@just-ledger/contract';
import {
  addMonths,
  BUSINESS_DAY_RULES,
  type BusinessDayRule,
  type CivilDate,
  datesOfJournal,
  type Holidays,
  isWeekday,
  laterOf,
  parseCivilDate,
  type Schedule,
  SCHEDULE_UNITS,
  scheduleSentence,
  shortDate,
  type Weekday,
  weekdayName,
  weekdayOf,
  isSchedule,
} from '@just-ledger/core';
import { typedDay } from '../../ui/own-ways.js';

/** When a recurring journal falls due, as it is typed. */
export interface ScheduleFields {
  readonly every: string;
  readonly unit: Schedule['unit'];
  /** A day of the month, `last`, `2nd` … for a weekday of it, or nothing for the day it begins on. */
  readonly day: string;
  readonly weekday: Weekday;
  readonly businessDay: BusinessDayRule;
  readonly from: string;
  readonly until: string;
  readonly count: string;
}

/** The choices of a day that are a weekday of the month, with what they mean. */
export const NTH = { first: 1, second: 2, third: 3, fourth: 4, 'last-of': 'last' } as const;

/** What the fields begin with: every month from a day. */
export function monthlyFrom(day: CivilDate): ScheduleFields {
  return {
    every: '1',
    unit: 'month',
    day: '',
    weekday: 'monday',
    businessDay: 'as-is',
    from: shortDate(day),
    until: '',
    count: '',
  };
}

/** The fields of a schedule as it is kept. */
export function scheduleFields({ schedule }: Pick<RecurringVersionResponse, 'schedule'>): ScheduleFields {
  const { every, unit, day, weekday, businessDay, from, until, count } = schedule;
  const nth = Object.entries(NTH).find(([, value]) => value === weekday?.nth)?.[0];
  return {
    every: String(every),
    unit: SCHEDULE_UNITS.find((scheduleUnit) => scheduleUnit === unit) ?? 'month',
    day: nth ?? String(day ?? ''),
    weekday: weekday && isWeekday(weekday.weekday) ? weekday.weekday : 'monday',
    businessDay: BUSINESS_DAY_RULES.find((businessDayRule) => businessDayRule === businessDay) ?? 'as-is',
    from: shortDate(parseCivilDate(from)),
    until: until ? shortDate(parseCivilDate(until)) : '',
    count: count ? String(count) : '',
  };
}

/** The schedule as it is asked for. */
export function scheduleOf(fields: ScheduleFields, today: CivilDate): RecurringJournalRequest['schedule'] {
  const { unit, day, weekday, businessDay } = fields;
  const nth = Object.entries(NTH).find(([key]) => key === day)?.[1];
  const isByDay = unit !== 'week' && day !== '';
  return {
    unit,
    every: Number(fields.every || '1'),
    ...(isByDay && nth !== undefined && { weekday: { nth, weekday } }),
    ...(isByDay && nth === undefined && { day: day === 'last' ? ('last' as const) : Number(day) }),
    from: typedDay(fields.from, today) ?? fields.from,
    ...(fields.until && { until: typedDay(fields.until, today) ?? fields.until }),
    ...(fields.count && { count: Number(fields.count) }),
    ...(businessDay !== 'as-is' && { businessDay }),
  };
}

/** So many of the next dates are said while a schedule is typed. */
const SAID = 6;

/** A schedule in words with its next dates; nothing while it cannot be read. */
export function scheduleInWords(
  request: RecurringJournalRequest['schedule'],
  today: CivilDate,
  holidays: Holidays,
): { readonly sentence: string; readonly dates: string } | undefined {
  if (!isSchedule(request)) return undefined;
  const journal = { versions: [{ from: request.from, schedule: request }], pauses: [] };
  const to = addMonths(laterOf(today, request.from), 36);
  const dates = datesOfJournal(journal, to, holidays)
    .slice(0, SAID)
    .map(({ nominal, date }) => {
      const said = `${weekdayName(weekdayOf(date)).slice(0, 3)} ${shortDate(date)}`;
      return nominal === date ? said : `${said} (for the ${shortDate(nominal)})`;
    });
  return { sentence: capitalised(scheduleSentence(request)), dates: dates.join(', ') };
}

/** A sentence with its first letter large. */
export function capitalised(sentence: string): string {
  return `${sentence.slice(0, 1).toUpperCase()}${sentence.slice(1)}`;
}
