import { ChangePasswordRequest, paths } from '@just-ledger/contract';
import {
  type Colours,
  COLOURS,
  DATE_ORDERS,
  type DateOrder,
  type MarksKey,
  type Preferences,
  USUAL_PREFERENCES,
} from '@just-ledger/core';
import { Button, Dialog, DialogContent, DialogTitle, MenuItem, TextField } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { api } from '../../api/request.js';
import { sessionQuery, useSession } from '../../api/session-queries.js';
import { TextInput } from '../../ui/form-fields.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import { RequestForm } from '../../ui/request-form.js';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './own-sign-in.module.css';

/** The signed-in person by name; behind it, the password and the sessions open anywhere. */
export function OwnSignIn() {
  const { person } = useSession();
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <button className="plain" type="button" title="Your sign-in" onClick={() => setOpen(true)}>
        {person?.name}
      </button>
      <Dialog open={isOpen} onClose={() => setOpen(false)} aria-labelledby="own-sign-in">
        <DialogTitle id="own-sign-in">Your sign-in</DialogTitle>
        <DialogContent className={styles.dialog}>
          <p className={clsx(layout.below, 'soft')}>
            {person?.name}, {person?.email}
          </p>
          <Ways />
          <PasswordForm />
          <Everywhere />
        </DialogContent>
      </Dialog>
    </>
  );
}

const AMOUNTS: Record<MarksKey, string> = {
  point: '1,234.50',
  comma: '1.234,50',
  'space-comma': '1 234,50',
  'apostrophe-point': '1’234.50',
};
const DATES: Record<DateOrder, string> = { 'day-first': '3/4 is 3 April', 'month-first': '3/4 is 4 March' };

const COLOUR_LABELS: Record<Colours, string> = { system: 'as this computer', light: 'light', dark: 'dark' };

/** How the person reads and types amounts and dates, and in which colours. The other way is understood too where it can mean only one thing. */
function Ways() {
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

function PasswordForm() {
  const [changes, setChanges] = useState(0);
  const change = useMutation({
    mutationFn: (body: ChangePasswordRequest) => api.put(paths.ownPassword, body),
    onSuccess: () => setChanges(changes + 1),
  });
  return (
    <RequestForm
      key={changes}
      className={clsx(formStyles.door, layout.stack)}
      of={ChangePasswordRequest}
      label="Change your password"
      values={{ current: '', next: '' }}
      toRequest={(typed): ChangePasswordRequest => typed}
      send={(request) => change.mutateAsync(request)}
      foot={({ isPending }) => (
        <div className={layout.row}>
          <Button type="submit" variant="contained" disabled={isPending}>
            Change the password
          </Button>
          {change.isSuccess && (
            <span className={notice.done} role="status">
              Changed; every other session has ended.
            </span>
          )}
        </div>
      )}
    >
      <TextInput name="current" label="Password" type="password" autoComplete="current-password" required />
      <TextInput name="next" label="New password" type="password" autoComplete="new-password" required />
    </RequestForm>
  );
}

/** Ends every session, also those on other machines. */
function Everywhere() {
  const end = useMutation({
    mutationFn: () => api.delete(paths.ownSessions),
    onSuccess: () => window.location.assign('/'),
  });
  return (
    <p className={layout.aboveWide}>
      <button className="act" type="button" disabled={end.isPending} onClick={() => end.mutate()}>
        Sign out everywhere
      </button>{' '}
      <span className="soft small">also where you are signed in on other machines</span>
      <ErrorMessage error={end.error} />
    </p>
  );
}
