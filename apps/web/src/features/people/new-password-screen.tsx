import { NewPasswordRequest, paths } from '@just-ledger/contract';
import { Button } from '@mui/material';
import { useMutation } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useParams } from 'react-router';
import { api, RequestRefused } from '../../api/request.js';
import { SessionSheet } from '../../ui/session-sheet.js';
import { TextInput } from '../../ui/form-fields.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { RequestForm } from '../../ui/request-form.js';

/** Setting a new password by a link that was asked for. */
export function NewPasswordScreen() {
  const { token = '' } = useParams();
  const set = useMutation({ mutationFn: (body: NewPasswordRequest) => api.post(paths.newPassword(token), body) });
  const isOver = isNotFound(set.error);
  // that the link is over is told in its own words
  const unlessOver = (error: unknown): void => {
    if (!isNotFound(error)) throw error;
  };
  if (set.isSuccess) {
    return (
      <SessionSheet title="Your password is new">
        <p role="status">
          Every session with the old one has ended. <a href="/">Sign in with the new one</a>
        </p>
      </SessionSheet>
    );
  }
  return (
    <SessionSheet title="A new password">
      <RequestForm
        className={clsx(formStyles.door, layout.stack)}
        of={NewPasswordRequest}
        label="A new password"
        values={{ password: '' }}
        toRequest={(typed): NewPasswordRequest => typed}
        send={(request) => set.mutateAsync(request).catch(unlessOver)}
        foot={({ isPending }) => (
          <>
            {isOver && (
              <p className="brick" role="alert">
                This link has been used, or its day is over. <a href="/">Ask for another one</a>
              </p>
            )}
            <div>
              <Button type="submit" variant="contained" disabled={isPending}>
                Save
              </Button>
            </div>
          </>
        )}
      >
        <TextInput
          name="password"
          label="New password"
          hint="at least 10 characters"
          type="password"
          required
          autoFocus
          autoComplete="new-password"
        />
      </RequestForm>
    </SessionSheet>
  );
}

function isNotFound(error: unknown): boolean {
  return error instanceof RequestRefused && error.details.status === 404;
}
