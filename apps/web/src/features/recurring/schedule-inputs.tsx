import type { CivilDate } from '@just-ledger/core';
import { MenuItem, TextField } from '@mui/material';
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
      <TextField
        select
        label="How often"
        value={fields.often}
        onChange={(event) => onChange({ often: event.target.value })}
        {...wrong('schedule.every')}
      >
        {OFTEN.map(([key, label]) => (
          <MenuItem key={key} value={key}>
            {label}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        select
        label="On the"
        value={fields.day}
        disabled={fields.often.endsWith('week')}
        onChange={(event) => onChange({ day: event.target.value })}
        {...wrong('schedule.day')}
      >
        <MenuItem value="">same day</MenuItem>
        <MenuItem value="last">last day</MenuItem>
        {Array.from({ length: 31 }, (_, index) => (
          <MenuItem key={index} value={String(index + 1)}>
            {index + 1}
          </MenuItem>
        ))}
      </TextField>
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
