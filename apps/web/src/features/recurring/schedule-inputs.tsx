import { type CivilDate, SCHEDULE_UNITS, WEEKDAYS, weekdayName } from '@just-ledger/core';
import { TextField } from '@mui/material';
import { ChoiceField } from '../../ui/choice-fields.js';
import { DateField } from '../../ui/date-field.js';
import { NTH, type ScheduleFields } from './schedule-fields.js';

const UNITS = { week: 'weeks', month: 'months', quarter: 'quarters', year: 'years' } as const;

const DAYS = [
  ['', 'day it begins on'],
  ['last', 'last day'],
  ['-2', 'last day but one'],
  ['first', 'first weekday …'],
  ['second', 'second weekday …'],
  ['third', 'third weekday …'],
  ['fourth', 'fourth weekday …'],
  ['last-of', 'last weekday …'],
  ...Array.from({ length: 31 }, (_, index) => [`${index + 1}`, `day ${index + 1}`] as const),
] as const;

const MOVES = [
  ['as-is', 'stays on its day'],
  ['before', 'business day before'],
  ['after', 'business day after'],
] as const;

/** When a recurring journal falls due. */
export function ScheduleInputs({
  fields,
  today,
  wrong,
  onChange,
}: {
  fields: ScheduleFields;
  today: CivilDate;
  wrong: (path: string) => { error: boolean; helperText: string | undefined };
  onChange: (change: Partial<ScheduleFields>) => void;
}) {
  const isByWeek = fields.unit === 'week';
  return (
    <>
      <TextField
        label="Every"
        value={fields.every}
        onChange={(event) => onChange({ every: event.target.value.replace(/\D/g, '') })}
        slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        {...wrong('schedule.every')}
      />
      <ChoiceField
        label="Of"
        value={fields.unit}
        onChange={(unit) => onChange({ unit })}
        {...wrong('schedule.unit')}
        choices={SCHEDULE_UNITS.map((unit) => [unit, UNITS[unit]])}
      />
      {!isByWeek && (
        <ChoiceField
          label="On the"
          value={fields.day}
          onChange={(day) => onChange({ day })}
          {...wrong('schedule.day')}
          choices={DAYS}
        />
      )}
      {!isByWeek && fields.day in NTH && (
        <ChoiceField
          label="Weekday"
          value={fields.weekday}
          onChange={(weekday) => onChange({ weekday })}
          {...wrong('schedule.weekday')}
          choices={WEEKDAYS.map((day) => [day, weekdayName(day)])}
        />
      )}
      <ChoiceField
        label="On a weekend or holiday"
        value={fields.businessDay}
        onChange={(businessDay) => onChange({ businessDay })}
        {...wrong('schedule.businessDay')}
        choices={MOVES}
      />
      <DateField
        near={today}
        label="From"
        value={fields.from}
        onChange={(from) => onChange({ from })}
        {...wrong('schedule.from')}
      />
      <DateField
        near={today}
        label="Until"
        placeholder="no end"
        value={fields.until}
        onChange={(until) => onChange({ until })}
        {...wrong('schedule.until')}
      />
      <TextField
        label="Times"
        placeholder="any"
        value={fields.count}
        onChange={(event) => onChange({ count: event.target.value.replace(/\D/g, '') })}
        {...wrong('schedule.count')}
      />
    </>
  );
}
