import { paths } from '@just-ledger/contract';
import { Button, TextField } from '@mui/material';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useParams } from 'react-router';
import { problemPlaces } from '../../api/problem-places.js';
import { api, RequestRefused } from '../../api/request.js';
import { DoorSheet } from '../../ui/door-sheet.js';
import { ErrorMessage } from '../../ui/sheet.js';

/** Setting a new password by a link that was asked for. */
export function NewPasswordScreen() {
  const { token = '' } = useParams();
  const [password, setPassword] = useState('');
  const set = useMutation({ mutationFn: () => api.post(paths.newPassword(token), { password }) });
  const { at, elsewhere } = problemPlaces(set.error, ['password']);
  const isOver = set.error instanceof RequestRefused && set.error.details.status === 404;
  if (set.isSuccess) {
    return (
      <DoorSheet title="Your password is new">
        <p role="status">
          Every session with the old one has ended. <a href="/">Sign in with the new one</a>
        </p>
      </DoorSheet>
    );
  }
  return (
    <DoorSheet title="A new password">
      <form
        className="stack"
        style={{ gap: 18, marginTop: 10 }}
        onSubmit={(event) => {
          event.preventDefault();
          set.mutate();
        }}
      >
        <TextField
          label="New password"
          type="password"
          required
          autoFocus
          autoComplete="new-password"
          value={password}
          onChange={(event) => setPassword(event.target.value)}
          {...at('password', 'at least 10 characters')}
        />
        {isOver ? (
          <p className="brick" role="alert">
            This link has been used, or its day is over. <a href="/">Ask for another one</a>
          </p>
        ) : (
          <ErrorMessage error={elsewhere} />
        )}
        <div>
          <Button type="submit" variant="contained" disabled={set.isPending}>
            Keep
          </Button>
        </div>
      </form>
    </DoorSheet>
  );
}
