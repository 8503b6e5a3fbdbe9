import { FirstOwnerRequest, paths, type SessionResponse, SignInRequest } from '@just-ledger/contract';
import { Button } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import type { FieldValues } from 'react-hook-form';
import { api } from '../../api/request.js';
import { sessionQuery } from '../../api/session-queries.js';
import { SessionSheet } from '../../ui/session-sheet.js';
import { TextInput } from '../../ui/form-fields.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { RequestForm } from '../../ui/request-form.js';
import { AskForNewPassword } from './ask-for-new-password.js';
import { useCodeOfDevice } from './code-of-device.js';
import { SignInByPasskey } from './sign-in-by-passkey.js';

/** Signing in; on the very first start, creating one's own sign-in. */
export function SignInScreen({ firstRun }: { firstRun: boolean }) {
  const [hasForgotten, setForgotten] = useState(false);
  if (hasForgotten) {
    return (
      <SessionSheet title="A new password">
        <AskForNewPassword onLeave={() => setForgotten(false)} />
      </SessionSheet>
    );
  }
  return (
    <SessionSheet title={firstRun ? 'These books are yours' : 'Just Ledger'}>
      <p className={clsx(layout.below, 'soft')}>
        {firstRun
          ? 'Nobody has been set up yet. Create the sign-in with which you will keep them.'
          : 'Sign in to your books.'}
      </p>
      <SignInFields firstRun={firstRun} />
      {!firstRun && <SignInByPasskey />}
      {!firstRun && (
        <p className={clsx(layout.aboveClose, 'small')}>
          <button className="act" type="button" onClick={() => setForgotten(true)}>
            I have forgotten my password
          </button>
        </p>
      )}
    </SessionSheet>
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
  const { asking, field: codeField } = useCodeOfDevice();
  const send = useMutation({
    mutationFn: (body: SignInRequest | FirstOwnerRequest) =>
      'name' in body ? api.post(paths.firstOwner, body) : api.post(paths.session, body),
    onSuccess: (answer) => {
      client.setQueryData(sessionQuery.queryKey, answer);
      onDone?.(answer);
    },
  });
  const first = firstRun ? 'name' : email ? 'password' : 'email';
  const field = (name: 'name' | 'email' | 'password', label: string, type: string, complete: string) => (
    <TextInput name={name} label={label} type={type} autoComplete={complete} required autoFocus={name === first} />
  );
  return (
    <RequestForm<FieldValues, SignInRequest | FirstOwnerRequest>
      className={clsx(formStyles.door, layout.stack)}
      of={firstRun ? FirstOwnerRequest : SignInRequest}
      values={{ ...(firstRun ? { name: '' } : { code: '' }), email, password: '' }}
      toRequest={({ name, email, password, code }) =>
        firstRun ? { name, email, password } : { email, password, code }
      }
      send={(request) => asking(send.mutateAsync(request))}
      foot={({ isPending }) => (
        <div>
          <Button type="submit" variant="contained" disabled={isPending}>
            {firstRun ? 'Begin' : 'Sign in'}
          </Button>
        </div>
      )}
    >
      {firstRun && field('name', 'Your name', 'text', 'name')}
      {field('email', 'E-mail address', 'email', 'username')}
      {field('password', 'Password', 'password', firstRun ? 'new-password' : 'current-password')}
      {codeField}
    </RequestForm>
  );
}
