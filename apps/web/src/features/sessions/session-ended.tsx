import type { SessionResponse } from '@just-ledger/contract';
import { Dialog, DialogContent, DialogTitle } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { clsx } from 'clsx';
import layout from '../../ui/layout.module.css';
import styles from './session-ended.module.css';
import { SignInByPasskey } from './sign-in-by-passkey.js';
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
      <DialogContent className={styles.dialog}>
        <p className={clsx(layout.below, 'soft')}>Sign in again; what you typed is still there.</p>
        <SignInFields firstRun={false} email={email} onDone={onDone} />
        <SignInByPasskey onDone={onDone} />
      </DialogContent>
    </Dialog>
  );
}
