import { type InvitationOffer, paths, TakeInvitationRequest } from '@just-ledger/contract';
import { dayOf, longDate, MEMBER_ROLES } from '@just-ledger/core';
import { Button } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { offerQuery } from '../../api/people-queries.js';
import { api, RequestRefused } from '../../api/request.js';
import { sessionQuery } from '../../api/session-queries.js';
import { useCodeOfDevice } from '../sessions/code-of-device.js';
import { SessionSheet } from '../../ui/session-sheet.js';
import { TextInput } from '../../ui/form-fields.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { RequestForm } from '../../ui/request-form.js';
import { ErrorMessage } from '../../ui/sheet.js';

/** What an invitation's link leads to. */
export function InvitationScreen() {
  const { token = '' } = useParams();
  const { data: offer, error } = useQuery(offerQuery(token));
  const isOver = error instanceof RequestRefused && error.details.status === 404;
  return (
    <SessionSheet title={offer ? `The books of ${offer.organisation}` : 'An invitation'}>
      {offer && <TakeForm token={token} offer={offer} />}
      {isOver && (
        <p>
          This invitation has been taken already, was withdrawn, or its time is over. Whoever invited you can invite
          you again. <a href="/">To the books</a>
        </p>
      )}
      {!isOver && <ErrorMessage error={error} />}
    </SessionSheet>
  );
}

function TakeForm({ token, offer }: { token: string; offer: InvitationOffer }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const take = useMutation({
    mutationFn: (body: TakeInvitationRequest) => api.post(paths.invitation(token), body),
    onSuccess: (answer) => {
      client.clear(); // nothing of whoever was signed in here before
      client.setQueryData(sessionQuery.queryKey, answer);
      void navigate('/');
    },
  });
  const { asking, field: codeField } = useCodeOfDevice();
  const [isOther, setOther] = useState(false);
  const { role, invitedBy, email, expiresAt } = offer;
  const [known, signedIn] = isOther ? [false, false] : [offer.known, offer.signedIn];
  return (
    <RequestForm
      className={clsx(formStyles.door, layout.stack)}
      of={TakeInvitationRequest}
      label="Accept the invitation"
      values={{ email: '', name: '', password: '', code: '' }}
      toRequest={({ email: other, ...typed }): TakeInvitationRequest => ({
        ...typed,
        ...(isOther && { email: other }),
      })}
      send={(request) => asking(take.mutateAsync(request))}
      foot={({ isPending }) => (
        <div>
          <Button type="submit" variant="contained" disabled={isPending}>
            Accept the invitation
          </Button>
        </div>
      )}
    >
      <p>
        {invitedBy} invites {email} as {MEMBER_ROLES[role].label.toLowerCase()}, who {MEMBER_ROLES[role].may}. The
        invitation holds until {longDate(dayOf(expiresAt))}.
      </p>
      {isOther && (
        <TextInput name="email" label="Your e-mail address" type="email" required autoFocus autoComplete="username" />
      )}
      {!known && <TextInput name="name" label="Your name" required autoFocus={!isOther} autoComplete="name" />}
      {!signedIn && (
        <TextInput
          name="password"
          label={known ? 'Your password' : 'A password of your own'}
          hint={
            known ? 'the one you sign in with here' : 'at least 10 characters; several words with blanks are fine'
          }
          type="password"
          required
          autoFocus={known}
          autoComplete={known ? 'current-password' : 'new-password'}
        />
      )}
      {codeField}
      {known && !signedIn && (
        <p className="small">
          <button className="act" type="button" onClick={() => setOther(true)}>
            This sign-in is not mine
          </button>{' '}
          <span className="soft">you take the place with another address and a password of your own</span>
        </p>
      )}
    </RequestForm>
  );
}
