import { PasswordResetRequest, paths } from '@just-ledger/contract';
import { Button } from '@mui/material';
import { useMutation } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { api } from '../../api/request.js';
import { TextInput } from '../../ui/form-fields.js';
import layout from '../../ui/layout.module.css';
import { RequestForm } from '../../ui/request-form.js';

/** Asks for the way to a new password; the answer does not tell who has a sign-in. */
export function AskForNewPassword({ onLeave }: { onLeave: () => void }) {
  const ask = useMutation({ mutationFn: (request: PasswordResetRequest) => api.post(paths.passwordReset, request) });
  if (ask.isSuccess) {
    return (
      <div className={clsx(layout.stack, layout.wide)}>
        <p role="status">
          If {ask.variables.email} has a sign-in here, a link to a new password is in the outbox of its books. An
          owner of them finds it under People and hands it on; it holds for a day.
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
    <RequestForm
      of={PasswordResetRequest}
      label="A new password"
      className={clsx(layout.stack, layout.wide, layout.aboveClose)}
      values={{ email: '' }}
      toRequest={(typed) => typed}
      send={(request) => ask.mutateAsync(request)}
      foot={({ isPending }) => (
        <div className={layout.row}>
          <Button type="submit" variant="contained" disabled={isPending}>
            Ask for a link
          </Button>
          <Button variant="outlined" onClick={onLeave}>
            Cancel
          </Button>
        </div>
      )}
    >
      <TextInput name="email" label="E-mail address" type="email" autoComplete="username" required autoFocus />
    </RequestForm>
  );
}
