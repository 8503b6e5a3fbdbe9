import { Dialog, DialogContent, DialogTitle } from '@mui/material';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useSession } from '../../api/session-queries.js';
import layout from '../../ui/layout.module.css';
import { OwnPassword } from './own-password.js';
import { OwnPreferences } from './own-preferences.js';
import styles from './own-sign-in.module.css';
import { SignOutEverywhere } from './sign-out-everywhere.js';

/** The signed-in person by name; behind it, the password and the sessions open anywhere. */
export function OwnSignIn() {
  const { person } = useSession();
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <button className="plain" type="button" title="Your sign-in" onClick={() => setOpen(true)}>
        {person?.name}
      </button>
      <Dialog open={isOpen} onClose={() => setOpen(false)} aria-labelledby="own-sign-in">
        <DialogTitle id="own-sign-in">Your sign-in</DialogTitle>
        <DialogContent className={styles.dialog}>
          <p className={clsx(layout.below, 'soft')}>
            {person?.name}, {person?.email}
          </p>
          <OwnPreferences />
          <OwnPassword />
          <SignOutEverywhere />
        </DialogContent>
      </Dialog>
    </>
  );
}
