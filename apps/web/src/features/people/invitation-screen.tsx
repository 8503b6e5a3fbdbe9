import { type InvitationOffer, paths } from '@just-ledger/contract';
import { dayOf, longDate, MEMBER_ROLES } from '@just-ledger/core';
import { Button, TextField } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { offerQuery } from '../../api/people-queries.js';
import { problemPlaces } from '../../api/problem-places.js';
import { api, RequestRefused } from '../../api/request.js';
import { sessionQuery } from '../../api/session-queries.js';
import { DoorSheet } from '../../ui/door-sheet.js';
import { ErrorMessage } from '../../ui/sheet.js';

/** What an invitation's link leads to. */
export function InvitationScreen() {
  const { token = '' } = useParams();
  const { data: offer, error } = useQuery(offerQuery(token));
  const isOver = error instanceof RequestRefused && error.details.status === 404;
  return (
    <DoorSheet title={offer ? `The books of ${offer.organisation}` : 'An invitation'}>
      {offer && <TakeForm token={token} offer={offer} />}
      {isOver && (
        <p>
          This invitation has been taken already, was withdrawn, or its time is over. Whoever invited you can invite
          you again. <a href="/">To the books</a>
        </p>
      )}
      {!isOver && <ErrorMessage error={error} />}
    </DoorSheet>
  );
}

function TakeForm({ token, offer }: { token: string; offer: InvitationOffer }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [fields, setFields] = useState({ name: '', password: '' });
  const take = useMutation({
    mutationFn: () => api.post(paths.invitation(token), fields),
    onSuccess: (answer) => {
      client.clear(); // nothing of whoever was signed in here before
      client.setQueryData(sessionQuery.queryKey, answer);
      void navigate('/');
    },
  });
  const { at, elsewhere } = problemPlaces(take.error, ['name', 'password']);
  const { role, invitedBy, email, known, signedIn, expiresAt } = offer;
  return (
    <form
      className="stack"
      style={{ gap: 18 }}
      onSubmit={(event) => {
        event.preventDefault();
        take.mutate();
      }}
    >
      <p>
        {invitedBy} invites {email} as {MEMBER_ROLES[role].label.toLowerCase()}, who {MEMBER_ROLES[role].may}. The
        invitation holds until {longDate(dayOf(expiresAt))}.
      </p>
      {!known && (
        <TextField
          label="Your name"
          required
          autoFocus
          autoComplete="name"
          value={fields.name}
          onChange={(event) => setFields({ ...fields, name: event.target.value })}
          {...at('name')}
        />
      )}
      {!signedIn && (
        <TextField
          label={known ? 'Your password' : 'A password of your own'}
          type="password"
          required
          autoFocus={known}
          autoComplete={known ? 'current-password' : 'new-password'}
          value={fields.password}
          onChange={(event) => setFields({ ...fields, password: event.target.value })}
          {...at('password', known ? 'the one you sign in with here' : 'at least 10 characters')}
        />
      )}
      <ErrorMessage error={elsewhere} />
      <div>
        <Button type="submit" variant="contained" disabled={take.isPending}>
          Take the place
        </Button>
      </div>
    </form>
  );
}
