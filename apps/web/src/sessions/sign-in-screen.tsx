import { useState, type FormEvent } from 'react';
import { Button, TextField } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { paths, type SessionAnswer } from '@just-ledger/contract';
import { Trouble } from '../frame/sheet.js';
import { RequestRefused, request } from '../request/request.js';
import { sessionQuery } from './session-queries.js';

/** Signing in; on the very first start, creating one's own sign-in. */
export function SignInScreen({ firstRun, onDone }: { firstRun: boolean; onDone?: () => void }) {
  const client = useQueryClient();
  const [fields, setFields] = useState({ name: '', email: '', password: '' });
  const send = useMutation({
    mutationFn: () => {
      const { email, password } = fields;
      return firstRun
        ? request<SessionAnswer>('POST', paths.firstOwner, fields)
        : request<SessionAnswer>('POST', paths.session, { email, password });
    },
    onSuccess: (answer) => {
      client.setQueryData(sessionQuery.queryKey, answer);
      onDone?.();
    },
  });
  const field = (name: keyof typeof fields, label: string, type = 'text', complete = 'on') => {
    const wrong = send.error instanceof RequestRefused ? send.error.at(name) : undefined;
    return (
      <TextField
        label={label}
        type={type}
        autoComplete={complete}
        required
        value={fields[name]}
        error={wrong !== undefined}
        helperText={wrong}
        onChange={(event) => setFields({ ...fields, [name]: event.target.value })}
        autoFocus={name === (firstRun ? 'name' : 'email')}
      />
    );
  };
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    send.mutate();
  };
  const hasOwnPlace =
    send.error instanceof RequestRefused &&
    ['name', 'email', 'password'].some((name) => send.error instanceof RequestRefused && send.error.at(name));
  return (
    <main style={{ display: 'grid', placeItems: 'center', height: '100%' }}>
      <form
        className="sheet stack"
        style={{ width: 380, flex: 'none', padding: '28px 30px', gap: 18 }}
        onSubmit={submit}
      >
        <div>
          <h1>{firstRun ? 'These books are yours' : 'Just Ledger'}</h1>
          <p className="soft">
            {firstRun
              ? 'Nobody has been set up yet. Create the sign-in with which you will keep them.'
              : 'Sign in to your books.'}
          </p>
        </div>
        {firstRun && field('name', 'Your name', 'text', 'name')}
        {field('email', 'E-mail address', 'email', 'username')}
        {field('password', 'Password', 'password', firstRun ? 'new-password' : 'current-password')}
        {!hasOwnPlace && <Trouble error={send.error} />}
        <div>
          <Button type="submit" variant="contained" disabled={send.isPending}>
            {firstRun ? 'Begin' : 'Sign in'}
          </Button>
        </div>
      </form>
    </main>
  );
}
