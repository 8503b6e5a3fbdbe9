import { ChangePasswordRequest, paths } from '@just-ledger/contract';
import { DATE_ORDERS, type DateOrder, type MarksKey, type Preferences, USUAL_PREFERENCES } from '@just-ledger/core';
import { Button, Dialog, DialogContent, DialogTitle, MenuItem, TextField } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api/request.js';
import { sessionQuery, useSession } from '../../api/session-queries.js';
import { TextInput } from '../../ui/form-fields.js';
import { RequestForm } from '../../ui/request-form.js';
import { ErrorMessage } from '../../ui/sheet.js';

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
        <DialogContent style={{ width: 400 }}>
          <p className="soft" style={{ marginBottom: 14 }}>
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

/** How the person reads and types amounts and dates. The other way is understood too where it can mean only one thing. */
function Ways() {
  const { person } = useSession();
  const client = useQueryClient();
  const now = person?.preferences ?? USUAL_PREFERENCES;
  const change = useMutation({
    mutationFn: (preferences: Preferences) => api.put(paths.ownPreferences, preferences),
    onSuccess: () => client.invalidateQueries({ queryKey: sessionQuery.queryKey }),
  });
  return (
    <div className="stack" style={{ gap: 10, marginBottom: 22 }}>
      <div style={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 18 }}>
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
      className="stack door"
      of={ChangePasswordRequest}
      label="Change your password"
      values={{ current: '', next: '' }}
      toRequest={(typed): ChangePasswordRequest => typed}
      send={(request) => change.mutateAsync(request)}
      foot={({ isPending }) => (
        <div className="row">
          <Button type="submit" variant="contained" disabled={isPending}>
            Change the password
          </Button>
          {change.isSuccess && (
            <span className="told" role="status">
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
    <p style={{ marginTop: 20 }}>
      <button className="act" type="button" disabled={end.isPending} onClick={() => end.mutate()}>
        Sign out everywhere
      </button>{' '}
      <span className="soft small">also where you are signed in on other machines</span>
      <ErrorMessage error={end.error} />
    </p>
  );
}
