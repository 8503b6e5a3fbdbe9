import { ChangePasswordRequest, paths } from '@just-ledger/contract';
import { Button } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { api } from '../../api/request.js';
import { ownSignInQuery } from '../../api/session-queries.js';
import { TextInput } from '../../ui/form-fields.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import { RequestForm } from '../../ui/request-form.js';

export function OwnPassword() {
  const [changes, setChanges] = useState(0);
  const client = useQueryClient();
  const change = useMutation({
    mutationFn: (body: ChangePasswordRequest) => api.put(paths.ownPassword, body),
    onSuccess: () => {
      setChanges(changes + 1);
      return client.invalidateQueries({ queryKey: ownSignInQuery.queryKey });
    },
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
      <TextInput
        name="next"
        label="New password"
        type="password"
        autoComplete="new-password"
        hint="Several words with blanks between them are fine."
        required
      />
    </RequestForm>
  );
}
