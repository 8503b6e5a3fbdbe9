import { paths, type SessionResponse } from '@just-ledger/contract';
import { Button, TextField } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { problemPlaces } from '../../api/problem-places.js';
import { api } from '../../api/request.js';
import { sessionQuery } from '../../api/session-queries.js';
import { DoorSheet } from '../../ui/door-sheet.js';
import { ErrorMessage } from '../../ui/sheet.js';
import { AskForNewPassword } from './ask-for-new-password.js';

/** Signing in; on the very first start, creating one's own sign-in. */
export function SignInScreen({ firstRun }: { firstRun: boolean }) {
  const [hasForgotten, setForgotten] = useState(false);
  if (hasForgotten) {
    return (
      <DoorSheet title="A new password">
        <AskForNewPassword onLeave={() => setForgotten(false)} />
      </DoorSheet>
    );
  }
  return (
    <DoorSheet title={firstRun ? 'These books are yours' : 'Just Ledger'}>
      <p className="soft" style={{ marginBottom: 18 }}>
        {firstRun
          ? 'Nobody has been set up yet. Create the sign-in with which you will keep them.'
          : 'Sign in to your books.'}
      </p>
      <SignInFields firstRun={firstRun} />
      {!firstRun && (
        <p className="small" style={{ marginTop: 18 }}>
          <button className="act" type="button" onClick={() => setForgotten(true)}>
            I have forgotten my password
          </button>
        </p>
      )}
    </DoorSheet>
  );
}

/** The fields of a sign-in. @param email who signs in again, after a session has ended */
export function SignInFields({
  firstRun,
  email = '',
  onDone,
}: {
  firstRun: boolean;
  email?: string;
  onDone?: (answer: SessionResponse) => void;
}) {
  const client = useQueryClient();
  const [fields, setFields] = useState({ name: '', email, password: '' });
  const send = useMutation({
    mutationFn: () => {
      const { email: address, password } = fields;
      return firstRun ? api.post(paths.firstOwner, fields) : api.post(paths.session, { email: address, password });
    },
    onSuccess: (answer) => {
      client.setQueryData(sessionQuery.queryKey, answer);
      onDone?.(answer);
    },
  });
  const { at, elsewhere } = problemPlaces(send.error, ['name', 'email', 'password']);
  const first = firstRun ? 'name' : email ? 'password' : 'email';
  const field = (name: keyof typeof fields, label: string, type = 'text', complete = 'on') => (
    <TextField
      label={label}
      type={type}
      autoComplete={complete}
      required
      value={fields[name]}
      onChange={(event) => setFields({ ...fields, [name]: event.target.value })}
      autoFocus={name === first}
      {...at(name)}
    />
  );
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    send.mutate();
  };
  return (
    <form className="stack" style={{ gap: 18 }} onSubmit={submit}>
      {firstRun && field('name', 'Your name', 'text', 'name')}
      {field('email', 'E-mail address', 'email', 'username')}
      {field('password', 'Password', 'password', firstRun ? 'new-password' : 'current-password')}
      <ErrorMessage error={elsewhere} />
      <div>
        <Button type="submit" variant="contained" disabled={send.isPending}>
          {firstRun ? 'Begin' : 'Sign in'}
        </Button>
      </div>
    </form>
  );
}
