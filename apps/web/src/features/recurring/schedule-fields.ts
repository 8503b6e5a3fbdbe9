import type { RecurringJournalRequest, RecurringJournalResponse } from '@just-ledger/contract';
import { type CivilDate, parseCivilDate, shortDate } from '@just-ledger/core';
import { typedDay } from '../../ui/own-ways.js';

/** A recurring journal's name and schedule, as they are typed. */
export interface ScheduleFields {
  readonly name: string;
  /** A number of units, as `3 month`. */
  readonly often: string;
  /** A day of the month, `last`, or nothing for the day it begins on. */
  readonly day: string;
  readonly from: string;
  readonly until: string;
  readonly count: string;
}

/** What the fields begin with: those of a journal, or every month from today. */
export function scheduleFields(journal: RecurringJournalResponse | undefined, today: CivilDate): ScheduleFields {
  if (!journal) return { name: '', often: '1 month', day: '', from: shortDate(today), until: '', count: '' };
  const { every, unit, day, from, until, count } = journal.schedule;
  return {
    name: journal.name,
    often: `${every} ${unit}`,
    day: String(day ?? ''),
    from: shortDate(parseCivilDate(from)),
    until: until ? shortDate(parseCivilDate(until)) : '',
    count: count ? String(count) : '',
  };
}

/** The schedule as it is asked for. */
export function scheduleOf(fields: ScheduleFields, today: CivilDate): RecurringJournalRequest['schedule'] {
  const [every, unit = 'month'] = fields.often.split(' ');
  const day = fields.day === 'last' ? 'last' : fields.day === '' ? undefined : Number(fields.day);
  return {
    unit,
    every: Number(every),
    ...(day !== undefined && unit !== 'week' && { day }),
    from: typedDay(fields.from, today) ?? fields.from,
    ...(fields.until && { until: typedDay(fields.until, today) ?? fields.until }),
    ...(fields.count && { count: Number(fields.count) }),
  };
}
