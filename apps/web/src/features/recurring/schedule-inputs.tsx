import { ChoiceField } from '../../ui/choice-fields.js';
import type { CivilDate } from '@just-ledger/core';
import { TextField } from '@mui/material';
import { DateField } from '../../ui/date-field.js';
import type { ScheduleFields } from './schedule-fields.js';

const OFTEN = [
  ['1 week', 'every week'],
  ['2 week', 'every two weeks'],
  ['1 month', 'every month'],
  ['2 month', 'every two months'],
  ['3 month', 'every quarter'],
  ['6 month', 'every half-year'],
  ['1 year', 'every year'],
] as const;

const DAYS = [
  ['', 'same day'],
  ['last', 'last day'],
  ...Array.from({ length: 31 }, (_, index) => [`${index + 1}`, `${index + 1}`] as const),
] as const;

/** The name of a recurring journal, and when it falls due. */
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
  return (
    <>
      <TextField
        label="Name"
        required
        autoFocus
        value={fields.name}
        onChange={(event) => onChange({ name: event.target.value })}
        {...wrong('name')}
      />
      <ChoiceField
        label="How often"
        value={fields.often}
        onChange={(chosen) => onChange({ often: chosen })}
        {...wrong('schedule.every')}
        choices={OFTEN}
      />
      <ChoiceField
        label="On the"
        value={fields.day}
        disabled={fields.often.endsWith('week')}
        onChange={(chosen) => onChange({ day: chosen })}
        {...wrong('schedule.day')}
        choices={DAYS}
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
