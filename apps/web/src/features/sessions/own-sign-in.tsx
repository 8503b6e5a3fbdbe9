import { Dialog, DialogContent, DialogTitle } from '@mui/material';
import { clsx } from 'clsx';
import { lazy, Suspense, useState } from 'react';
import { useSession } from '../../api/session-queries.js';
import layout from '../../ui/layout.module.css';
import styles from './own-sign-in.module.css';

const Sections = lazy(() => import('./own-sign-in-sections.js'));

/** The signed-in person by name; behind it, how they read and type, and everything about their way in. */
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
          <Suspense fallback={<p aria-busy="true" />}>
            <Sections />
          </Suspense>
        </DialogContent>
      </Dialog>
    </>
  );
}
