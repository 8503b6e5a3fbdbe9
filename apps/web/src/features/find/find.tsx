import { Dialog } from '@mui/material';
import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { isInField } from '../../ui/is-in-field.js';
import { KeyCap } from '../../ui/key-cap.js';
import type { ScreenRoute } from '../../ui/screen-route.js';
import { FindPanel } from './find-panel.js';
import styles from './find.module.css';

/** Finds anything from anywhere: by its key, or within a field by that with Alt. */
export function Find({
  screens,
  stages,
}: {
  screens: readonly ScreenRoute[];
  /** The names of the stages by their keys. */
  stages: ReadonlyMap<string, string>;
}) {
  const [isOpen, setOpen] = useState(false);
  useHotkeys('f', () => setOpen(true), {
    useKey: true,
    preventDefault: true,
    ignoreEventWhen: ({ target }) => isInField(target),
  });
  useHotkeys('alt+q', () => setOpen(true), { preventDefault: true, enableOnFormTags: true });
  return (
    <>
      <button className={styles.opens} type="button" onClick={() => setOpen(true)}>
        Find <KeyCap>f</KeyCap>
      </button>
      <Dialog
        open={isOpen}
        onClose={() => setOpen(false)}
        aria-labelledby="find-label"
        transitionDuration={0}
        slotProps={{
          paper: { className: styles.paper ?? '' },
          container: { className: styles.around ?? '' },
          backdrop: { invisible: true },
        }}
      >
        <FindPanel screens={screens} stages={stages} onDone={() => setOpen(false)} />
      </Dialog>
    </>
  );
}
