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
  const [isOpen, setIsOpen] = useState(false);
  const [openings, setOpenings] = useState(0);
  const open = (): void => {
    if (isOpen) return;
    setOpenings((count) => count + 1);
    setIsOpen(true);
  };
  useHotkeys('f', open, {
    useKey: true,
    preventDefault: true,
    ignoreEventWhen: ({ target }) => isInField(target),
  });
  useHotkeys('alt+q', open, { preventDefault: true, enableOnFormTags: true });
  return (
    <>
      <button className={styles.opens} type="button" onClick={open}>
        Find <KeyCap>f</KeyCap>
      </button>
      <Dialog
        open={isOpen}
        onClose={() => setIsOpen(false)}
        aria-labelledby="find-label"
        transitionDuration={0}
        slotProps={{
          paper: { className: styles.paper ?? '' },
          container: { className: styles.around ?? '' },
          backdrop: { invisible: true },
        }}
      >
        {/* begun anew each time, even where the one before has not quite gone: its field takes what is typed */}
        <FindPanel key={openings} screens={screens} stages={stages} onDone={() => setIsOpen(false)} />
      </Dialog>
    </>
  );
}
