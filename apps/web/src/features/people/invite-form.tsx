import { InvitationRequest, paths } from '@just-ledger/contract';
import { MEMBER_ROLE_KEYS, MEMBER_ROLES } from '@just-ledger/core';
import { Button } from '@mui/material';
import { clsx } from 'clsx';
import { useWatch } from 'react-hook-form';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { ChoiceInput, TextInput } from '../../ui/form-fields.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { RequestForm } from '../../ui/request-form.js';

const NOBODY_YET: InvitationRequest = { email: '', role: 'preparer' };

/** Offers an address a place. */
export function InviteForm({ onDone }: { onDone: () => void }) {
  const { organisation } = useBooks();
  const invite = useOrganisationMutation((body: InvitationRequest) =>
    api.post(paths.invitations(organisation.id), body),
  );
  return (
    <RequestForm
      of={InvitationRequest}
      label="Invite somebody"
      values={NOBODY_YET}
      toRequest={(typed) => typed}
      send={async (request) => {
        await invite.mutateAsync(request);
        onDone();
      }}
      foot={({ isPending }) => (
        <div className={clsx(formStyles.foot, layout.row)}>
          <Button type="submit" variant="contained" disabled={isPending}>
            Invite
          </Button>
          <Button variant="outlined" onClick={onDone}>
            Cancel
          </Button>
        </div>
      )}
    >
      <div className={formStyles.particulars}>
        <TextInput name="email" label="E-mail address" type="email" autoFocus required />
        <RoleInput />
      </div>
    </RequestForm>
  );
}

function RoleInput() {
  const role = useWatch<InvitationRequest, 'role'>({ name: 'role' });
  return (
    <ChoiceInput
      name="role"
      label="Role"
      hint={MEMBER_ROLES[role].may}
      choices={MEMBER_ROLE_KEYS}
      keyOf={(key) => key}
      labelOf={(key) => MEMBER_ROLES[key].label}
    />
  );
}
