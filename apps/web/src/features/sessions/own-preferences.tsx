import { paths } from '@just-ledger/contract';
import {
  type Colours,
  COLOURS,
  DATE_ORDERS,
  type DateOrder,
  type MarksKey,
  type Preferences,
  USUAL_PREFERENCES,
} from '@just-ledger/core';
import { MenuItem, TextField } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { api } from '../../api/request.js';
import { sessionQuery, useSession } from '../../api/session-queries.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { ErrorMessage } from '../../ui/sheet.js';

const AMOUNTS: Record<MarksKey, string> = {
  point: '1,234.50',
  comma: '1.234,50',
  'space-comma': '1 234,50',
  'apostrophe-point': '1’234.50',
};
const DATES: Record<DateOrder, string> = { 'day-first': '3/4 is 3 April', 'month-first': '3/4 is 4 March' };

const COLOUR_LABELS: Record<Colours, string> = { system: 'as this computer', light: 'light', dark: 'dark' };

/** How the person reads and types amounts and dates, and in which colours. The other way is understood too where it can mean only one thing. */
export function OwnPreferences() {
  const { person } = useSession();
  const client = useQueryClient();
  const now = person?.preferences ?? USUAL_PREFERENCES;
  const change = useMutation({
    mutationFn: (preferences: Preferences) => api.put(paths.ownPreferences, preferences),
    onSuccess: () => client.invalidateQueries({ queryKey: sessionQuery.queryKey }),
  });
  return (
    <div className={clsx(layout.stack, layout.below)}>
      <div className={formStyles.particulars}>
        <TextField
          select
          label="Amounts"
          value={now.amounts}
          onChange={(event) => change.mutate({ ...now, amounts: event.target.value as MarksKey })}
        >
          {Object.entries(AMOUNTS).map(([key, example]) => (
            <MenuItem key={key} value={key}>
              {example}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="Dates"
          value={now.dates}
          onChange={(event) => change.mutate({ ...now, dates: event.target.value as DateOrder })}
        >
          {DATE_ORDERS.map((order) => (
            <MenuItem key={order} value={order}>
              {DATES[order]}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="Colours"
          value={now.colours}
          onChange={(event) => change.mutate({ ...now, colours: event.target.value as Colours })}
        >
          {COLOURS.map((colours) => (
            <MenuItem key={colours} value={colours}>
              {COLOUR_LABELS[colours]}
            </MenuItem>
          ))}
        </TextField>
      </div>
      <ErrorMessage error={change.error} />
    </div>
  );
}
