import { paths } from '@just-ledger/contract';
import { MEMBER_ROLE_KEYS, MEMBER_ROLES, type MemberRole } from '@just-ledger/core';
import { Button, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { problemPlaces } from '../../api/problem-places.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { ErrorMessage } from '../../ui/sheet.js';

/** Offers an address a place. */
export function InviteForm({ onDone }: { onDone: () => void }) {
  const { organisation } = useBooks();
  const [email, setEmail] = useState('');
  const [role, setRole] = useState<MemberRole>('preparer');
  const invite = useOrganisationMutation(() => api.post(paths.invitations(organisation.id), { email, role }));
  const { at, elsewhere } = problemPlaces(invite.error, ['email', 'role']);
  return (
    <form
      aria-label="Invite somebody"
      style={{ margin: '6px 0 16px' }}
      onSubmit={(event) => {
        event.preventDefault();
        invite.mutate(undefined, { onSuccess: onDone });
      }}
    >
      <div className="particulars">
        <TextField
          label="E-mail address"
          type="email"
          autoFocus
          required
          value={email}
          onChange={(event) => setEmail(event.target.value)}
          {...at('email')}
        />
        <TextField
          select
          label="Role"
          value={role}
          onChange={(event) => setRole(event.target.value as MemberRole)}
          {...at('role', MEMBER_ROLES[role].may)}
        >
          {MEMBER_ROLE_KEYS.map((key) => (
            <MenuItem key={key} value={key}>
              {MEMBER_ROLES[key].label}
            </MenuItem>
          ))}
        </TextField>
      </div>
      <ErrorMessage error={elsewhere} />
      <div className="row" style={{ marginTop: 12 }}>
        <Button type="submit" variant="contained" disabled={invite.isPending}>
          Invite
        </Button>
        <Button variant="outlined" onClick={onDone}>
          Leave it
        </Button>
      </div>
    </form>
  );
}
