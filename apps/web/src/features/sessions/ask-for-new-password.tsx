import { paths } from '@just-ledger/contract';
import { Button, TextField } from '@mui/material';
import { useMutation } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { api } from '../../api/request.js';
import layout from '../../ui/layout.module.css';
import { ErrorMessage } from '../../ui/sheet.js';

/** Asks for the way to a new password; the answer does not tell who has a sign-in. */
export function AskForNewPassword({ onLeave }: { onLeave: () => void }) {
  const [email, setEmail] = useState('');
  const ask = useMutation({ mutationFn: () => api.post(paths.passwordReset, { email }) });
  if (ask.isSuccess) {
    return (
      <div className={clsx(layout.stack, layout.wide)}>
        <p role="status">
          If {email} has a sign-in here, a link to a new password is in the outbox of its books. An owner of them
          finds it under People and hands it on; it holds for a day.
        </p>
        <p>
          <button className="act" type="button" onClick={onLeave}>
            Back to signing in
          </button>
        </p>
      </div>
    );
  }
  return (
    <form
      className={clsx(layout.stack, layout.wide, layout.aboveClose)}

      onSubmit={(event) => {
        event.preventDefault();
        ask.mutate();
      }}
    >
      <TextField
        label="E-mail address"
        type="email"
        autoComplete="username"
        required
        autoFocus
        value={email}
        onChange={(event) => setEmail(event.target.value)}
      />
      <ErrorMessage error={ask.error} />
      <div className={layout.row}>
        <Button type="submit" variant="contained" disabled={ask.isPending}>
          Ask for a link
        </Button>
        <Button variant="outlined" onClick={onLeave}>
          Cancel
        </Button>
      </div>
    </form>
  );
}
