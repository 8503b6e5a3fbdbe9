import type { SessionResponse } from '@just-ledger/contract';
import { Dialog, DialogContent, DialogTitle } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { SignInFields } from './sign-in-screen.js';

/** Sign-in over the desk when a session has ended: the screens beneath keep what was typed. */
export function SessionEnded({ email }: { email: string }) {
  const client = useQueryClient();
  const onDone = ({ person }: SessionResponse): void => {
    // somebody else sees nothing of what the first one had open
    if (person?.email !== email) window.location.assign('/');
    else void client.invalidateQueries();
  };
  return (
    <Dialog open aria-labelledby="session-ended">
      <DialogTitle id="session-ended">Your session has ended</DialogTitle>
      <DialogContent style={{ width: 380 }}>
        <p className="soft" style={{ marginBottom: 16 }}>
          Sign in again; what you typed is still there.
        </p>
        <SignInFields firstRun={false} email={email} onDone={onDone} />
      </DialogContent>
    </Dialog>
  );
}
